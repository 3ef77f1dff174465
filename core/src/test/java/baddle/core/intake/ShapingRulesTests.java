package baddle.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.calendar.Calendar;
import baddle.core.expression.Expression;
import baddle.core.finding.Place;
import baddle.core.grid.CellRange;
import baddle.core.intake.heading.HeadingLabels;
import baddle.core.intake.heading.HeadingsToRows;
import baddle.core.outcome.ControlTotal;
import baddle.core.outcome.HeldRow;
import baddle.core.outcome.HeldRowSink;
import baddle.core.outcome.HeldValue;
import baddle.core.outcome.MendedRows;
import baddle.core.outcome.RowCounts;
import baddle.core.table.Block;
import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.table.LongVector;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import baddle.core.value.Unreadable;
import baddle.core.value.ValueRules;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What happens to rows between reading and keeping them. */
class ShapingRulesTests {

  private static final IntakeColumn DOC = column("doc", ColumnType.text(), true);
  private static final IntakeColumn CODE = column("code", ColumnType.text(), false);
  private static final IntakeColumn UNITS =
      column("units", ColumnType.of(ColumnType.Kind.INTEGER), false);
  private static final IntakeColumn AMOUNT = column("amount", ColumnType.decimal(2), false);
  private static final List<IntakeColumn> ORDERS = List.of(DOC, CODE, UNITS, AMOUNT);

  private final List<String> kept = new ArrayList<>();
  private final List<HeldRow> held = new ArrayList<>();
  private final List<HeldValue> blanked = new ArrayList<>();
  private Unreadable feedUnreadable = Unreadable.HOLD;

  /** Keeps what is held or left blank. */
  private final class Sink implements HeldRowSink {

    @Override
    public void held(HeldRow row) {
      held.add(row);
    }

    @Override
    public void blanked(int rowNumber, HeldValue value) {
      blanked.add(value);
    }
  }

  private static IntakeColumn column(String name, ColumnType type, boolean required) {
    return new IntakeColumn(new Column(name, type), List.of(), required);
  }

  private static LeaveOut rule(String when, String... stated) {
    Map<String, String> totals = new LinkedHashMap<>();
    for (int i = 0; i < stated.length; i += 2) {
      totals.put(stated[i], stated[i + 1]);
    }
    Expression condition = Expression.parse(when).withQuotedNames(ShapingRules::cellsOf);
    return new LeaveOut(condition, when, totals);
  }

  private static ShapingRules shaping(List<String> carried, LeaveOut... rules) {
    return new ShapingRules(
        carried, false, List.of(rules), Optional.empty(), Map.of(), Calendar.standard());
  }

  private SourceIntake read(List<IntakeColumn> columns, ShapingRules shaping, String... lines)
      throws IOException {
    kept.clear();
    held.clear();
    IntakeSpec spec =
        new IntakeSpec(
            columns,
            Map.of(),
            ValueRules.STANDARD.with(feedUnreadable),
            WritingHints.NONE,
            shaping,
            MendedRows.NONE,
            RowWatch.NONE);
    BlockBuilder blocks =
        new BlockBuilder(
            spec.workingSchema(shaping.cellColumns()),
            64,
            (block, from, to) -> kept.addAll(rows(block, spec.schema().size())));
    TextSheet sheet = new TextSheet(true, List.of(lines));
    Intake intake =
        new Intake(spec, Place.file("in.csv"), sheet, CellRange.EVERYTHING, blocks, new Sink());
    sheet.read(intake);
    SourceIntake result = intake.result();
    blocks.flush();
    assertThat(result.counts().addUp()).isTrue();
    return result;
  }

  private static List<String> rows(Block block, int columns) {
    List<String> rows = new ArrayList<>();
    for (int row = 0; row < block.size(); row++) {
      List<String> cells = new ArrayList<>();
      for (int i = 0; i < columns; i++) {
        cells.add(cell(block.vector(i), block.schema().column(i).type(), row));
      }
      rows.add(block.rowNumbers()[row] + " " + String.join("|", cells));
    }
    return rows;
  }

  private static String cell(Vector vector, ColumnType type, int row) {
    if (vector.isBlank(row)) {
      return "";
    }
    return vector instanceof TextVector text
        ? text.dictionary().text(text.codes()[row])
        : BigDecimal.valueOf(((LongVector) vector).values()[row], type.places()).toString();
  }

  private static List<String> findings(SourceIntake result) {
    return result.findings().stream()
        .map(f -> f.code().id() + " " + f.place().row() + ": " + f.message())
        .toList();
  }

  @Test
  void a_value_stands_until_the_next_one_but_not_past_a_total() throws IOException {
    SourceIntake result =
        read(
            ORDERS,
            shaping(List.of("doc"), rule("doc = 'Grand total'", "amount", "")),
            "doc|code|units|amount",
            "A1|x|1|2.00",
            "|y|2|3.00",
            "A2|z|3|4.00",
            "|z|3|1.00",
            "Grand total|||10.00",
            "|w|1|1.00");

    assertThat(kept)
        .containsExactly("2 A1|x|1|2.00", "3 A1|y|2|3.00", "4 A2|z|3|4.00", "5 A2|z|3|1.00");
    assertThat(held).singleElement().extracting(HeldRow::rowNumber).isEqualTo(7);
    assertThat(result.counts()).isEqualTo(new RowCounts(6, 4, 1, 1));
    assertThat(result.treated().totals()).singleElement().matches(ControlTotal::ties);
    assertThat(findings(result)).hasSize(1);
  }

  @Test
  void a_remark_line_is_left_out_and_the_value_stands_on() throws IOException {
    read(
        ORDERS,
        shaping(List.of("doc"), rule("code is null and units is null and amount is not null")),
        "doc|code|units|amount",
        "A1|x|1|2.00",
        "|||9.00",
        "|y|2|3.00");

    assertThat(kept).containsExactly("2 A1|x|1|2.00", "4 A1|y|2|3.00");
  }

  @Test
  void a_blank_row_ends_a_block_where_the_plan_says_so() throws IOException {
    String[] lines = {"doc|code|units|amount", "A1|x|1|2.00", "", "|y|2|3.00"};
    ShapingRules until =
        new ShapingRules(
            List.of("doc"), true, List.of(), Optional.empty(), Map.of(), Calendar.standard());

    read(ORDERS, shaping(List.of("doc")), lines);
    assertThat(kept).hasSize(2);
    read(ORDERS, until, lines);
    assertThat(kept).hasSize(1);
    assertThat(held.get(0).values().get(0).expectation()).contains("required");
  }

  @Test
  void what_does_not_fit_is_never_carried_and_never_passed_by() throws IOException {
    read(
        List.of(DOC, UNITS),
        shaping(List.of("units")),
        "doc|units",
        "A1|1",
        "A2|several",
        "A3|",
        "A4|2",
        "A5|");

    assertThat(kept).containsExactly("2 A1|1", "5 A4|2", "6 A5|2");
    assertThat(held.get(1).values().get(0).expectation()).contains("carried down doesn't fit");
  }

  @Test
  void values_are_carried_over_stretches_and_blocks() throws IOException {
    List<String> lines = new ArrayList<>(List.of("doc|units"));
    for (int i = 0; i < 1000; i++) {
      lines.add((i % 150 == 0 ? "D" + i : "") + "|" + i);
    }

    read(List.of(DOC, UNITS), shaping(List.of("doc")), lines.toArray(String[]::new));

    assertThat(kept).hasSize(1000);
    for (int i = 0; i < 1000; i++) {
      assertThat(kept.get(i)).isEqualTo((i + 2) + " D" + i / 150 * 150 + "|" + i);
    }
  }

  @Test
  void a_rule_reads_headings_as_they_stand_and_says_when_one_is_missing() throws IOException {
    SourceIntake result =
        read(
            List.of(DOC, AMOUNT),
            shaping(List.of(), rule("\"Status\" = 'void'"), rule("\"Amount\" = 'n/a'")),
            "doc|Status|amount",
            "A|ok|1.00",
            "B|void|2.00",
            "C||n/a");
    SourceIntake without =
        read(
            List.of(DOC, AMOUNT),
            shaping(List.of(), rule("\"Status\" = 'void'")),
            "doc|Statsu|amount",
            "A|ok|1.00");

    assertThat(kept).containsExactly("2 A|1.00");
    assertThat(result.treated().leftOut())
        .containsExactly(
            new SourceIntake.LeftOut("\"Status\" = 'void'", 1),
            new SourceIntake.LeftOut("\"Amount\" = 'n/a'", 1));
    assertThat(result.findings()).isEmpty();
    assertThat(findings(without))
        .contains(
            "rule-heading-missing 1: a leave_out rule reads the heading \"Status\", which isn't"
                + " there and counts as blank; did you mean Statsu?");
  }

  @Test
  void a_rule_is_not_asked_about_a_value_that_does_not_fit() throws IOException {
    read(
        List.of(DOC, UNITS),
        shaping(List.of(), rule("units is null"), rule("units < 0")),
        "doc|units",
        "A|",
        "B|-1",
        "C|several",
        "D|1");

    assertThat(kept).containsExactly("5 D|1");
    assertThat(held).singleElement().extracting(HeldRow::rowNumber).isEqualTo(4);
  }

  @Test
  void totals_of_two_levels_each_add_up_what_stands_above_them() throws IOException {
    SourceIntake result =
        read(
            ORDERS,
            shaping(
                List.of(),
                rule("doc = 'Subtotal'", "amount", "", "units", ""),
                rule("doc = 'Total'", "amount", "", LeaveOut.ROWS, "code")),
            "doc|code|units|amount",
            "A|x|1|2.00",
            "B|x|1|3.00",
            "Subtotal||2|5.00",
            "C|x|several|4.00",
            "Subtotal||1|4.50",
            "Total|3 rows||9.00");

    assertThat(findings(result))
        .contains(
            "control-total-differs 6: units: stated 1, the rows above add up to 0, difference 1;"
                + " 1 of them is held",
            "control-total-differs 6: amount: stated 4.50, the rows above add up to 4.00,"
                + " difference 0.50; 1 of them is held")
        .hasSize(3);
    assertThat(result.treated().totals()).hasSize(6);
  }

  @Test
  void a_total_of_a_calculated_column_stands_under_its_own_heading() throws IOException {
    ShapingRules shaping =
        new ShapingRules(
            List.of(),
            false,
            List.of(rule("doc = 'Total'", "revenue", "Line total")),
            Optional.empty(),
            Map.of("revenue", Expression.parse("units * amount")),
            Calendar.standard());

    SourceIntake result =
        read(
            List.of(DOC, UNITS, AMOUNT),
            shaping,
            "doc|units|amount|Line total",
            "A|2|1.50|3.00",
            "B|3|1.10|3.30",
            "Total|||6.35",
            "Total|||");

    assertThat(findings(result))
        .contains(
            "control-total-differs 4: revenue: stated 6.35, the rows above add up to 6.30,"
                + " difference 0.05",
            "control-total-unreadable 5: 1 control total can't be read: nothing, or no number,"
                + " is there");
  }

  @Test
  void a_default_is_for_rows_of_the_table_and_not_for_what_a_total_states() throws IOException {
    IntakeColumn units =
        new IntakeColumn(
            UNITS.column(),
            List.of(),
            IntakeColumn.Need.NONE,
            Optional.empty(),
            Optional.of("1"),
            Optional.empty(),
            Map.of(),
            false);

    SourceIntake result =
        read(
            List.of(DOC, units, AMOUNT),
            shaping(List.of(), rule("doc = 'Total'", "amount", "", "units", "")),
            "doc|units|amount",
            "A||1.00",
            "B|3|2.00",
            "Total||3.00");

    assertThat(kept).containsExactly("2 A|1|1.00", "3 B|3|2.00");
    assertThat(result.treated().totals()).singleElement().matches(ControlTotal::ties);
    assertThat(result.findings()).isEmpty();
  }

  private static final HeadingLabels MONEY =
      new HeadingLabels() {
        @Override
        public Optional<String> label(String heading) {
          return Optional.ofNullable(
              Map.of("Money in", "receipt", "Money out", "payment").get(heading));
        }

        @Override
        public List<String> spellings() {
          return List.of("Money in", "Money out");
        }
      };

  private static final List<IntakeColumn> CASH =
      List.of(DOC, column("direction", ColumnType.text(), true), AMOUNT);

  private static ShapingRules turned(boolean keepBlanks, LeaveOut... rules) {
    return new ShapingRules(
        List.of(),
        false,
        List.of(rules),
        Optional.of(new HeadingsToRows(MONEY, "direction", "amount", keepBlanks)),
        Map.of(),
        Calendar.standard());
  }

  @Test
  void headings_become_rows_and_every_row_read_is_accounted_for() throws IOException {
    String[] lines = {
      "doc|Money in|Money out|Balance",
      "a|1.00||1.00",
      "b||2.00|-1.00",
      "c|3.00|4.00|-2.00",
      "d|||-2.00",
      "Total|4.00|6.50|"
    };

    SourceIntake result = read(CASH, turned(false, rule("doc = 'Total'", "amount", "")), lines);

    assertThat(kept)
        .containsExactly(
            "2 a|receipt|1.00", "3 b|payment|2.00", "4 c|receipt|3.00", "4 c|payment|4.00");
    assertThat(result.counts()).isEqualTo(new RowCounts(7, 4, 3, 0));
    assertThat(findings(result))
        .contains(
            "control-total-differs 6: amount of payment: stated 6.50, the rows above add up to"
                + " 6.00, difference 0.50",
            "heading-not-used 0: heading no column wants: \"Balance\"");
    read(CASH, turned(true), lines);
    assertThat(kept).hasSize(10);
  }

  @Test
  void a_table_without_any_of_the_headings_that_become_rows_is_refused() throws IOException {
    SourceIntake result = read(CASH, turned(false), "doc|In|Out", "a|1|2");

    assertThat(result.outcome()).isNotEqualTo(SourceIntake.Outcome.READ);
  }

  private static ShapingRules blocks(String column, LeaveOut... rules) {
    return new ShapingRules(
        List.of("doc", "code"),
        false,
        Optional.of(column),
        List.of(rules),
        Optional.empty(),
        Map.of(),
        Calendar.standard(),
        IgnoredCells.NONE);
  }

  @Test
  void nothing_is_carried_from_one_block_into_the_next() throws IOException {
    String[] lines = {
      "doc|code|units|amount", "A1|x|1|2.00", "||2|3.00", "A2||3|4.00", "||4|5.00", "A3|y|5|6.00"
    };

    read(ORDERS, blocks("doc"), lines);

    assertThat(kept)
        .containsExactly(
            "2 A1|x|1|2.00", "3 A1|x|2|3.00", "4 A2||3|4.00", "5 A2||4|5.00", "6 A3|y|5|6.00");
  }

  @Test
  void a_subtotal_of_a_block_is_of_no_row_of_the_block_before() throws IOException {
    String when = "code = 'Subtotal'";
    LeaveOut ofBlock =
        new LeaveOut(
            Expression.parse(when),
            when,
            Map.of("amount", ""),
            LeaveOut.Span.BLOCK,
            Optional.empty());
    String[] lines = {
      "doc|code|units|amount", "A1|x|1|2.00", "A2|x|1|4.00", "|x|1|1.00", "|Subtotal||5.00"
    };

    assertThat(read(ORDERS, blocks("doc", ofBlock), lines).treated().totals())
        .singleElement()
        .matches(ControlTotal::ties);
    assertThat(read(ORDERS, blocks("doc", rule(when, "amount", "")), lines).treated().totals())
        .singleElement()
        .matches(total -> !total.ties());
  }

  /** Which columns go on below a subtotal, by what its rule says. */
  @ParameterizedTest
  @CsvSource({"'', false", "code, true", "'doc,code', false", "units, true"})
  void a_subtotal_ends_the_columns_its_rule_names(String ends, boolean goesOn) throws IOException {
    String when = "code = 'Subtotal'";
    Optional<List<String>> columns =
        ends.isEmpty() ? Optional.empty() : Optional.of(List.of(ends.split(",")));
    LeaveOut rule =
        new LeaveOut(
            Expression.parse(when), when, Map.of("amount", ""), LeaveOut.Span.SINCE_LAST, columns);
    String[] lines = {
      "doc|code|units|amount", "A1|x|1|2.00", "||1|4.00", "|Subtotal||6.00", "|z|1|1.00"
    };

    SourceIntake result = read(ORDERS, shaping(List.of("doc", "code"), rule), lines);

    assertThat(result.treated().totals()).singleElement().matches(ControlTotal::ties);
    assertThat(kept.contains("5 A1|z|1|1.00")).isEqualTo(goesOn);
    assertThat(kept).startsWith("2 A1|x|1|2.00", "3 A1|x|1|4.00").hasSize(goesOn ? 3 : 2);
  }

  /** Tables broken over pages: how the break looks, and whether the table goes on. */
  @ParameterizedTest
  @CsvSource({
    "'/doc|code|units|amount', true",
    "'//doc|code|units|amount', true",
    "'doc|code|units|amount', true",
    "'/|Page 2||/doc|code|units|amount', false",
    "'/doc|units|code|amount', false",
    "'/DOC|code|units|amount|', false",
  })
  void a_page_break_goes_on_with_the_table(String pageBreak, boolean goesOn) throws IOException {
    List<String> lines = new ArrayList<>(List.of("doc|code|units|amount", "A1|x|1|2.00"));
    lines.addAll(List.of(pageBreak.split("/", -1)));
    lines.addAll(List.of("|y|2|3.00", "Total|||5.00"));

    SourceIntake result =
        read(
            ORDERS,
            shaping(List.of("doc"), rule("doc = 'Total'", "amount", "")),
            lines.toArray(new String[0]));

    assertThat(result.more()).hasSize(goesOn ? 0 : 1);
    if (goesOn) {
      int row = lines.size() - 1;
      assertThat(kept).containsExactly("2 A1|x|1|2.00", row + " A1|y|2|3.00");
      assertThat(result.treated().totals()).singleElement().matches(ControlTotal::ties);
    }
  }

  @Test
  void a_page_break_repeats_headings_of_two_lines() throws IOException {
    IntakeColumn first = new IntakeColumn(UNITS.column(), List.of("Sold no"), false);
    IntakeColumn second = new IntakeColumn(AMOUNT.column(), List.of("Sold value"), true);

    SourceIntake result =
        read(
            List.of(DOC, first, second),
            shaping(List.of("doc")),
            "|Sold|",
            "doc|no|value",
            "A1|1|2.00",
            "",
            "|Sold|",
            "doc|no|value",
            "|2|3.00");

    assertThat(kept).containsExactly("3 A1|1|2.00", "7 A1|2|3.00");
    assertThat(result.more()).isEmpty();
    assertThat(result.counts()).isEqualTo(new RowCounts(5, 2, 3, 0));
  }

  /** A column that says what becomes of values that can't be read, against a feed that says so. */
  @ParameterizedTest
  @CsvSource({"HOLD, BLANK, true", "BLANK, , true", "BLANK, HOLD, false", "HOLD, , false"})
  void a_value_that_cannot_be_read_is_blank_or_holds_its_row(
      Unreadable ofFeed, Unreadable ofColumn, boolean kept) throws IOException {
    IntakeColumn units =
        new IntakeColumn(
            UNITS.column(),
            List.of(),
            IntakeColumn.Need.NONE,
            Optional.empty(),
            Optional.of("1"),
            Optional.ofNullable(ofColumn),
            Map.of(),
            false);
    feedUnreadable = ofFeed;

    SourceIntake result =
        read(
            List.of(DOC, units, CODE),
            shaping(List.of("units")),
            "doc|units|code",
            "A|7|x",
            "B|n/a|y",
            "C||z",
            "D|3|#N/A");

    String rowsOfC = kept ? "4 C||z" : "";
    assertThat(this.kept).contains("2 A|7|x").doesNotContain("4 C|7|z", "4 C|1|z");
    assertThat(this.kept.contains("3 B||y")).isEqualTo(kept);
    assertThat(this.kept.contains(rowsOfC)).isEqualTo(kept);
    List<String> values = new ArrayList<>(kept ? List.of("n/a", "") : List.of());
    values.addAll(ofFeed == Unreadable.BLANK ? List.of("#N/A") : List.of());
    assertThat(blanked.stream().map(HeldValue::value).toList()).isEqualTo(values);
    assertThat(findings(result))
        .anyMatch(text -> text.startsWith((kept ? "values-blanked" : "rows-held") + " 3: 1 row"));
  }

  @Test
  void a_required_value_that_cannot_be_read_holds_its_row_whatever_is_said() throws IOException {
    feedUnreadable = Unreadable.BLANK;

    read(List.of(DOC, AMOUNT), ShapingRules.NONE, "doc|amount", "#N/A|1.00", "A|x");

    assertThat(kept).containsExactly("3 A|");
    assertThat(held).singleElement().extracting(HeldRow::rowNumber).isEqualTo(2);
  }

  @Test
  void values_of_one_cause_are_told_apart_up_to_a_few() throws IOException {
    List<String> lines = new ArrayList<>(List.of("doc|amount"));
    for (int i = 0; i < 9; i++) {
      lines.add("A|x" + i);
      lines.add("A|x" + i);
    }

    List<String> found =
        findings(read(List.of(DOC, AMOUNT), ShapingRules.NONE, lines.toArray(String[]::new)));

    assertThat(found).hasSize(Misfits.MOST_VALUES + 1);
    assertThat(found.get(0)).startsWith("rows-held 2: 2 rows held: found \"x0\", expected");
    assertThat(found.get(5)).startsWith("rows-held 12: 8 rows held: found \"x5\" and others, ");
  }

  @Test
  void corrections_replace_values_and_keep_what_was_sent() throws IOException {
    IntakeColumn site =
        new IntakeColumn(
            new Column("site", ColumnType.text()),
            List.of(),
            IntakeColumn.Need.VALUES,
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Map.of("Aldermill", "Alder Mill", "?", ""),
            false);
    IntakeColumn units =
        new IntakeColumn(
            UNITS.column(),
            List.of(),
            IntakeColumn.Need.NONE,
            Optional.empty(),
            Optional.of("1"),
            Optional.empty(),
            Map.of("several", "7"),
            false);

    SourceIntake result =
        read(
            List.of(site, units),
            ShapingRules.NONE,
            "site|units",
            "Aldermill|several",
            "Foxholt|",
            "?|2",
            "Aldermill|x");

    assertThat(kept).containsExactly("2 Alder Mill|7|Aldermill|several", "3 Foxholt|1||");
    assertThat(held).hasSize(2);
    assertThat(findings(result))
        .contains("values-corrected 0: 2 values \"Aldermill\" corrected to \"Alder Mill\"");
  }

  @Test
  void a_value_that_a_name_states_is_corrected_too() throws IOException {
    IntakeColumn site =
        new IntakeColumn(
            new Column("site", ColumnType.text()),
            List.of(),
            IntakeColumn.Need.VALUES,
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Map.of("Aldermill", "Alder Mill"),
            false);
    for (String named : List.of("Aldermill", "Foxholt")) {
      kept.clear();
      IntakeSpec spec = new IntakeSpec(List.of(site, UNITS), Map.of("site", named));
      BlockBuilder blocks =
          new BlockBuilder(spec.schema(), 64, (block, from, to) -> kept.addAll(rows(block, 3)));
      TextSheet sheet = new TextSheet(true, List.of("units|x", "1|", "2|"));
      Intake intake =
          new Intake(spec, Place.file("in.csv"), sheet, CellRange.EVERYTHING, blocks, new Sink());
      sheet.read(intake);
      intake.result();
      blocks.flush();

      assertThat(kept)
          .containsExactlyElementsOf(
              named.equals("Foxholt")
                  ? List.of("2 Foxholt|1|", "3 Foxholt|2|")
                  : List.of("2 Alder Mill|1|Aldermill", "3 Alder Mill|2|Aldermill"));
    }
  }

  /** Whatever the rules, every row ends in one of three places, and in the order it came. */
  @Property
  void rows_add_up_under_any_rules(
      @ForAll @Size(max = 200) List<@IntRange(max = 9) Integer> kinds,
      @ForAll boolean carry,
      @ForAll boolean leaveOut)
      throws IOException {
    List<String> lines = new ArrayList<>(List.of("doc|code|units|amount"));
    for (int kind : kinds) {
      lines.add(
          switch (kind) {
            case 0 -> "Total|||5.00";
            case 1 -> "|x|1|1.00";
            case 2 -> "D|x|several|1.00";
            case 3 -> "|x||";
            case 4 -> "";
            default -> "D" + kind + "|y|2|2.50";
          });
    }
    LeaveOut[] rules =
        leaveOut
            ? new LeaveOut[] {rule("doc = 'Total'", "amount", ""), rule("units is null")}
            : new LeaveOut[0];

    SourceIntake result =
        read(
            ORDERS,
            shaping(carry ? List.of("doc") : List.of(), rules),
            lines.toArray(String[]::new));

    assertThat(result.counts().kept()).isEqualTo(kept.size());
    assertThat(result.counts().held()).isEqualTo(held.size());
    long leftOut = result.treated().leftOut().stream().mapToLong(SourceIntake.LeftOut::rows).sum();
    assertThat(result.counts().leftOut()).isEqualTo(leftOut);
    assertThat(kept.stream().map(row -> Integer.valueOf(row.split(" ")[0])).toList()).isSorted();
  }

  @Test
  void its_text_stays_the_same_for_files_that_were_read_before() {
    assertThat(ShapingRules.NONE)
        .hasToString(
            "Shaping[carryDown=[], untilBlankRow=false, leaveOut=[], headingsToRows=Optional.empty,"
                + " calcs={}, calendar=Calendar[fiscalYearStarts=JANUARY]]");
  }
}
