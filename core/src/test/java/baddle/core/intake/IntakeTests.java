package baddle.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.calendar.DateSystem;
import baddle.core.calendar.MonthNames;
import baddle.core.calendar.PeriodText;
import baddle.core.calendar.TwoDigitYears;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.grid.CellRange;
import baddle.core.outcome.HeldRow;
import baddle.core.outcome.MendedRows;
import baddle.core.outcome.RowCounts;
import baddle.core.table.Block;
import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.value.ColumnType;
import baddle.core.value.Convention;
import baddle.core.value.Unreadable;
import baddle.core.value.ValueRules;
import java.io.IOException;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class IntakeTests {

  private static final List<IntakeColumn> COLUMNS =
      List.of(
          new IntakeColumn(
              new Column("sold_on", ColumnType.of(ColumnType.Kind.DATE)),
              List.of("Date", "Sale date"),
              true),
          new IntakeColumn(new Column("code", ColumnType.text()), List.of(), false),
          new IntakeColumn(
              new Column("units", ColumnType.of(ColumnType.Kind.INTEGER)), List.of("Qty"), false));

  private final List<String> kept = new ArrayList<>();
  private final List<HeldRow> held = new ArrayList<>();

  private final List<String> more = new ArrayList<>();

  private SourceIntake read(Map<String, String> named, boolean fixedWidth, String... lines)
      throws IOException {
    return read(new IntakeSpec(COLUMNS, named), fixedWidth, lines);
  }

  /** Reads the first table, again where that is asked for, and remembers where others begin. */
  private SourceIntake read(IntakeSpec spec, boolean fixedWidth, String... lines)
      throws IOException {
    return read(spec, CellRange.EVERYTHING, new TextSheet(fixedWidth, List.of(lines)));
  }

  private SourceIntake read(IntakeSpec spec, CellRange region, TextSheet sheet) throws IOException {
    kept.clear();
    held.clear();
    BlockBuilder blocks =
        new BlockBuilder(spec.schema(), 65, (block, from, to) -> kept.addAll(rows(block)));
    Intake intake = new Intake(spec, Place.file("in.csv"), sheet, region, blocks, held::add);
    sheet.read(intake);
    SourceIntake result = intake.result();
    blocks.flush();
    if (result.isToReadAgain()) {
      return read(spec.with(result.shown()), region, sheet);
    }
    result.more().forEach(other -> more.add(other.toString()));
    return result;
  }

  private SourceIntake read(String... lines) throws IOException {
    return read(Map.of(), true, lines);
  }

  private static List<String> rows(Block block) {
    List<String> rows = new ArrayList<>();
    for (int row = 0; row < block.size(); row++) {
      String code =
          block.text(1).isBlank(row)
              ? ""
              : block.text(1).dictionary().text(block.text(1).codes()[row]);
      String units =
          block.numbers(2).isBlank(row) ? "" : String.valueOf(block.numbers(2).values()[row]);
      rows.add(
          block.rowNumbers()[row]
              + " "
              + block.numbers(0).values()[row]
              + " "
              + code
              + " "
              + units);
    }
    return rows;
  }

  private static List<String> texts(SourceIntake result) {
    return result.findings().stream()
        .filter(f -> f.code() != FindingCode.HEADING_ABSENT)
        .map(f -> f.code().id() + ": " + f.message())
        .toList();
  }

  @Test
  void finds_the_headings_below_titles_and_reads_in_any_order() throws IOException {
    SourceIntake result =
        read("Sales of March", "", "|Qty| SALE\u00a0DATE |Code", "|3|1970-01-02|007", "|x|y|z");

    assertThat(result.headingRow()).isEqualTo(3);
    assertThat(kept).containsExactly("4 1 007 3");
    assertThat(result.counts()).isEqualTo(new RowCounts(2, 1, 0, 1));
  }

  @ParameterizedTest
  @ValueSource(strings = {"sold_on", "SOLD ON", "Sold\u00a0on", "date", "\uff24ate", "sold_ON"})
  void case_spaces_and_unicode_forms_of_a_heading_do_not_matter(String heading) throws IOException {
    read(heading + "|code", "1970-01-01|a");

    assertThat(kept).containsExactly("2 0 a ");
  }

  @Test
  void a_value_that_does_not_fit_holds_its_row_and_the_others_go_on() throws IOException {
    SourceIntake result =
        read("Date|Code|Qty", "1970-01-01|a|1", "32.13.2026|b|many", "1970-01-03||3", "|d|4");

    assertThat(kept).containsExactly("2 0 a 1", "4 2  3");
    assertThat(held).hasSize(2);
    assertThat(held.get(0).rowNumber()).isEqualTo(3);
    assertThat(held.get(0).cells()).containsExactly("32.13.2026", "b", "many");
    assertThat(texts(result))
        .containsExactly(
            "rows-held: 1 row held: found \"32.13.2026\", expected a date such as 2026-03-14",
            "rows-held: 1 row held: found \"many\", expected a whole number, such as 12",
            "rows-held: 1 row held: found a blank, expected a value, for the column is required");
    assertThat(result.findings().get(1).place()).hasToString("in.csv, row 3, Qty");
  }

  @Test
  void blank_rows_are_left_out_and_counted_but_not_those_below_the_table() throws IOException {
    SourceIntake result = read("Date|Qty", "1970-01-01|1", "|", " | ", "1970-01-02|2", "", "");

    assertThat(result.counts()).isEqualTo(new RowCounts(4, 2, 2, 0));
  }

  @Test
  void a_heading_that_may_be_absent_is_noted_with_one_that_may_be_it() throws IOException {
    SourceIntake result = read("Date|Qty|Cod", "1970-01-01|1|x");

    assertThat(result.treated().absent()).containsExactly("code");
    assertThat(result.findings())
        .extracting(f -> f.code() + " " + f.severity() + " " + f.message())
        .contains(
            "HEADING_ABSENT NOTE no heading for code; blank in all its rows; did you mean Cod?");
  }

  @Test
  void says_which_required_heading_is_missing_and_which_is_near() throws IOException {
    SourceIntake result = read("Dat|Code|Qty", "1970-01-01|a|1");

    assertThat(result.outcome()).isEqualTo(SourceIntake.Outcome.HEADINGS_DIFFER);
    assertThat(texts(result))
        .containsExactly(
            "heading-missing: no heading for the column sold_on (looked for \"Date\","
                + " \"Sale date\"); found \"Dat\", \"Code\", \"Qty\"; the nearest is \"Dat\"");
  }

  @Test
  void two_headings_for_one_column_are_an_error_not_a_guess() throws IOException {
    SourceIntake result = read("Date|Sale date|Qty", "1970-01-01|1970-02-01|1");

    assertThat(kept).isEmpty();
    assertThat(texts(result))
        .containsExactly("heading-twice: two headings for one column: Date and Sale date");
  }

  @Test
  void a_table_that_is_something_else_is_told_apart() throws IOException {
    SourceIntake result = read("Remarks", "none so far");

    assertThat(result.outcome()).isEqualTo(SourceIntake.Outcome.NO_TABLE);
    assertThat(read().findings()).extracting(Finding::code).containsExactly(FindingCode.NO_TABLE);
  }

  @Test
  void what_a_name_carries_comes_in_and_its_heading_is_not_looked_for() throws IOException {
    SourceIntake result = read(Map.of("code", "AM"), true, "Date|Code|Qty", "1970-01-01|a|1");

    assertThat(kept).containsExactly("2 0 AM 1");
    assertThat(texts(result))
        .containsExactly("heading-not-used: heading no column wants: \"Code\"");
  }

  @Test
  void a_cell_beyond_the_headings_holds_its_row_in_text_and_is_noted_in_a_workbook()
      throws IOException {
    assertThat(read("Date|Qty", "1970-01-01|1|extra", "1970-01-01|1|").counts())
        .isEqualTo(new RowCounts(2, 1, 0, 1));
    assertThat(texts(read(Map.of(), false, "Date|Qty", "1970-01-01|1|extra")))
        .containsExactly(
            "values-without-heading: 1 rows have values to the right of the last heading, not read");
  }

  @Test
  void cells_that_are_missing_are_blank_and_said() throws IOException {
    assertThat(texts(read("Date|Code|Qty", "1970-01-01|a", "1970-01-01|b|")))
        .containsExactly(
            "rows-short: 1 row has fewer cells than there are headings; the missing ones are blank");
    assertThat(kept).containsExactly("2 0 a ", "3 0 b ");
  }

  @Test
  void an_error_cell_is_never_a_value() throws IOException {
    read("Date|Code", "1970-01-01|#N/A");

    assertThat(kept).isEmpty();
    assertThat(held.get(0).values().get(0).expectation()).isEqualTo("a value, not an error cell");
  }

  @Test
  void headings_without_rows_are_a_warning() throws IOException {
    assertThat(texts(read("Date|Qty")))
        .containsExactly("no-rows: headings in row 1 and no row below them");
  }

  private static final List<IntakeColumn> MONEY =
      List.of(
          new IntakeColumn(
              new Column("sold_on", ColumnType.of(ColumnType.Kind.DATE)), List.of("Date"), true),
          new IntakeColumn(new Column("code", ColumnType.text()), List.of(), false),
          new IntakeColumn(
              new Column("amount", ColumnType.decimal(2)),
              List.of("Amount 2026", "Takings 2026"),
              false));

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "1,5 2,25 1.234,5; 150 225 123450",
        "1.5 2.25 1,234.5; 150 225 123450",
        "12 1.234 0,5; 1200 123400 50",
        "12 1,234 0.5; 1200 123400 50",
        "1,234 2,345; held held",
        "1.5 2,5 3.5; 150 held 350",
        "1.5 2,5 3.5 1,234; 150 held 350 held",
        "1\u00a0234,50 7,00; 123450 700",
        "1'234.50 2.20; 123450 220",
        "(12.50) 3.10- -4.20 +1.00; -1250 -310 -420 100",
        "\u00a312.50 USD3.10 4.20EUR; 1250 310 420",
        "12.5% 1E2; held 10000",
        "3% 0.5; 3 50",
        "- 1.5; held 150",
      })
  void tells_the_decimal_mark_by_all_values_of_a_column(String values, String expected)
      throws IOException {
    String[] written = values.strip().split(" ");
    List<String> lines = new ArrayList<>(List.of("Date|Code|Amount"));
    for (String value : written) {
      lines.add("1970-01-01||" + value.replace("\\u00a0", "\u00a0").replace("\\u00a3", "\u00a3"));
    }

    SourceIntake result = read(new IntakeSpec(MONEY, Map.of()), true, lines.toArray(new String[0]));

    List<String> found = new ArrayList<>();
    for (int i = 0; i < written.length; i++) {
      String start = (i + 2) + " ";
      found.add(
          kept.stream()
              .filter(row -> row.startsWith(start))
              .map(row -> row.substring(row.lastIndexOf(' ') + 1))
              .findFirst()
              .orElse("held"));
    }
    assertThat(String.join(" ", found)).isEqualTo(expected.strip());
    assertThat(result.counts().addUp()).isTrue();
  }

  @Test
  void a_late_value_that_shows_the_mark_is_heeded_in_all_rows() throws IOException {
    List<String> lines = new ArrayList<>(List.of("Date|Code|Amount"));
    for (int i = 0; i < 200; i++) {
      lines.add("1970-01-01||1.234");
    }
    lines.add("1970-01-01||0,50");

    SourceIntake result = read(new IntakeSpec(MONEY, Map.of()), true, lines.toArray(new String[0]));

    assertThat(kept).hasSize(201).contains("2 0  123400", "202 0  50");
    assertThat(texts(result))
        .containsExactly("values-understood: read with decimal comma: \"Amount\"");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = ';',
      value = {
        "13/02/1970 01/02/1970; 43 31",
        "02/13/1970 01/02/1970; 43 1",
        "01/02/1970 02/03/1970; held held",
        "01/01/1970; 0",
        "14_Mar_1970 Mar_15,_1970 15-March-70; 72 73 73",
        "1970.3.14 19700315; 72 73",
        "1970-01-02T10:30 1970-01-03; 1 2",
        "13.02.70 1.3.70; 43 59",
      })
  void tells_day_and_month_by_all_values_of_a_column(String values, String expected)
      throws IOException {
    String[] written = values.strip().split(" ");
    List<String> lines = new ArrayList<>(List.of("Date|Code"));
    for (String value : written) {
      lines.add(value.replace('_', ' ') + "|x");
    }

    read(lines.toArray(new String[0]));

    List<String> found = new ArrayList<>();
    for (int i = 0; i < written.length; i++) {
      String start = (i + 2) + " ";
      found.add(
          kept.stream()
              .filter(row -> row.startsWith(start))
              .map(row -> row.split(" ")[1])
              .findFirst()
              .orElse("held"));
    }
    assertThat(String.join(" ", found)).isEqualTo(expected.strip());
  }

  @Test
  void what_the_plan_says_of_values_decides() throws IOException {
    ValueRules rules =
        new ValueRules(
            Optional.of(Convention.DECIMAL_COMMA),
            Optional.of(Convention.MONTH_FIRST),
            new TwoDigitYears(1900),
            MonthNames.english(),
            ValueRules.LoneDash.ZERO,
            Unreadable.BLANK,
            Optional.of(DateSystem.FROM_1900),
            LocalDate.of(1900, 3, 1),
            ZoneOffset.UTC);
    IntakeSpec spec =
        new IntakeSpec(
            MONEY,
            Map.of(),
            rules,
            WritingHints.NONE,
            ShapingRules.NONE,
            MendedRows.NONE,
            RowWatch.NONE);

    read(
        spec,
        true,
        "Date|Code|Amount",
        "01/02/70|a|1,234",
        "01/03/70|b|-",
        "25570|c|#N/A",
        "61|d|");

    assertThat(kept).containsExactly("2 1 a ", "3 2 b 0", "4 1 c ", "5 -25508 d ");
    assertThat(held).isEmpty();
  }

  @Test
  void times_of_day_in_a_column_of_dates_are_dropped_and_counted() throws IOException {
    assertThat(texts(read("Date|Code", "1970-01-02 10:30|a", "=25571|b")))
        .contains("times-dropped: 1 date has a time of day, which is not kept")
        .contains("day-numbers: 1 date is a bare day number");
    assertThat(kept).containsExactly("2 1 a ", "3 2 b ");
  }

  @Test
  void what_is_counted_of_values_is_counted_once_though_rows_beside_them_are_held()
      throws IOException {
    assertThat(
            texts(read("Date|Qty", "1970-01-02 10:30|1", "1970-01-02 11:30|many", "1970-01-02|2")))
        .contains("times-dropped: 2 dates have a time of day, which is not kept");
  }

  private static final List<IntakeColumn> RATES =
      List.of(
          new IntakeColumn(
              new Column("date", ColumnType.of(ColumnType.Kind.DATE)), List.of(), false),
          new IntakeColumn(new Column("code", ColumnType.text()), List.of(), false),
          new IntakeColumn(
              new Column("amount", ColumnType.of(ColumnType.Kind.INTEGER)), List.of(), false),
          new IntakeColumn(new Column("rate", ColumnType.decimal(2)), List.of(), false));

  @Test
  void what_one_column_proves_decides_the_others() throws IOException {
    SourceIntake result =
        read(
            new IntakeSpec(RATES, Map.of()),
            true,
            "Date;Code;Amount;Rate".replace(';', '|'),
            "1970-01-02|a|1.054|2,3",
            "1970-01-03|b|2.310|4,75");
    assertThat(kept).containsExactly("2 1 a 1054", "3 2 b 2310");
    assertThat(texts(result))
        .containsExactly(
            "values-understood: read with decimal comma: \"Rate\"",
            "values-understood: read with decimal comma, as other columns, files or the stated period"
                + " show: \"Amount\"");
  }

  @ParameterizedTest
  @CsvSource({"2026-04, , 20546", "2026-03, , 20516", ", DAY_FIRST, 20546", ", , ", "2026, , "})
  void the_stated_period_and_siblings_decide_what_could_be_read_both_ways(
      String period, Convention sibling, Long day) throws IOException {
    IntakeSpec spec =
        new IntakeSpec(
            RATES,
            Map.of(),
            ValueRules.STANDARD,
            new WritingHints(
                Map.of(),
                Optional.ofNullable(period).flatMap(PeriodText.english()::parse),
                sibling == null ? Set.of() : Set.of(sibling)),
            ShapingRules.NONE,
            MendedRows.NONE,
            RowWatch.NONE);
    read(spec, true, "Date|Code|Amount|Rate", "03/04/2026|a|5|1.00");
    assertThat(kept).isEqualTo(day == null ? List.of() : List.of("2 " + day + " a 5"));
    assertThat(held).hasSize(day == null ? 1 : 0);
  }

  @Test
  void headings_again_in_the_middle_are_left_out_and_counted() throws IOException {
    SourceIntake result = read("Date|Code", "1970-01-01|a", "Date|Code", "1970-01-02|b");

    assertThat(kept).containsExactly("2 0 a ", "4 1 b ");
    assertThat(result.counts()).isEqualTo(new RowCounts(3, 2, 1, 0));
    assertThat(texts(result)).contains("rows-left-out: 1 row repeats the headings; left out");
  }

  @Test
  void headings_of_two_lines_are_joined() throws IOException {
    SourceIntake result =
        read(
            new IntakeSpec(MONEY, Map.of()), false, "|Amount|", "Date|2025|2026", "1970-01-01|1|2");

    assertThat(result.headingRow()).isEqualTo(2);
    assertThat(kept).containsExactly("3 0  200");
    assertThat(texts(result))
        .containsExactly(
            "heading-not-used: heading no column wants: \"Amount 2025\"",
            "cells-not-read: 1 number below the heading \"Amount 2025\" isn't read (B3): 1");
  }

  @Test
  void the_second_line_of_headings_is_found_below_a_first_that_would_do() throws IOException {
    SourceIntake result =
        read(
            new IntakeSpec(MONEY, Map.of()),
            false,
            "Date|Code|Takings|",
            "||2025|2026",
            "1970-01-01|x|1|2");

    assertThat(result.headingRow()).isEqualTo(2);
    assertThat(kept).containsExactly("3 0 x 200");
  }

  @Test
  void tables_side_by_side_and_below_are_sources_of_their_own() throws IOException {
    String[] lines = {
      "Date|Code||Date|Code",
      "1970-01-01|a||1970-01-02|b",
      "||||",
      "Date|Qty|||",
      "1970-01-03|7|||",
    };

    SourceIntake first = read(Map.of(), false, lines);

    assertThat(kept).containsExactly("2 0 a ");
    assertThat(more).containsExactly("D1 on", "A4:C");
    assertThat(first.range()).hasToString("A1:B2");
    read(
        new IntakeSpec(COLUMNS, Map.of()),
        new CellRange(1, CellRange.OPEN, 3, CellRange.OPEN),
        new TextSheet(false, List.of(lines)));
    assertThat(kept).containsExactly("2 1 b ");
    read(
        new IntakeSpec(COLUMNS, Map.of()),
        new CellRange(4, CellRange.OPEN, 0, 3),
        new TextSheet(false, List.of(lines)));
    assertThat(kept).containsExactly("5 2  7");
  }

  @Test
  void a_note_below_the_table_is_left_out_and_said() throws IOException {
    SourceIntake result =
        read(Map.of(), false, "Date|Code|Qty", "1970-01-01|a|1", "", "|printed on Monday|");

    assertThat(result.counts()).isEqualTo(new RowCounts(3, 1, 2, 0));
    assertThat(texts(result))
        .containsExactly("rows-left-out: 1 note below the table left out: \"printed on Monday\"");
  }

  @Test
  void a_heading_that_stands_twice_gets_a_number_and_the_plan_may_ask_for_it() throws IOException {
    SourceIntake first = read("Date|Qty|Qty", "1970-01-01|1|2");
    assertThat(kept).containsExactly("2 0  1");
    assertThat(texts(first)).anyMatch(text -> text.startsWith("heading-repeated"));

    List<IntakeColumn> columns = new ArrayList<>(COLUMNS);
    columns.set(2, new IntakeColumn(columns.get(2).column(), List.of("Qty 2"), false));
    read(new IntakeSpec(columns, Map.of()), true, "Date|Qty|Qty", "1970-01-01|1|2");
    assertThat(kept).containsExactly("2 0  2");
  }

  @Test
  void a_column_without_a_heading_is_called_by_its_letter() throws IOException {
    List<IntakeColumn> columns = new ArrayList<>(COLUMNS);
    columns.set(1, new IntakeColumn(columns.get(1).column(), List.of("column B"), false));

    read(new IntakeSpec(columns, Map.of()), true, "Date||Qty", "1970-01-01|x|1");

    assertThat(kept).containsExactly("2 0 x 1");
  }

  @Test
  void hidden_rows_are_read_and_said() throws IOException {
    assertThat(texts(read(Map.of(), false, "Date|Qty", "~1970-01-01|1")))
        .containsExactly("rows-hidden: 1 row is hidden in the workbook, and read like the others");
    assertThat(kept).hasSize(1);
  }

  @Test
  void a_region_is_all_that_is_looked_at() throws IOException {
    TextSheet sheet =
        new TextSheet(false, List.of("Date|Code|Qty", "x|Date|Code", "9|1970-01-01|a", "9||"));

    SourceIntake result =
        read(new IntakeSpec(COLUMNS, Map.of()), new CellRange(2, 3, 1, CellRange.OPEN), sheet);

    assertThat(kept).containsExactly("3 0 a ");
    assertThat(result.range()).hasToString("B2:C3");
  }

  @Test
  void cells_of_a_form_become_one_row() throws IOException {
    IntakeSpec spec = new IntakeSpec(MONEY, Map.of());
    Map<String, CellRange> addresses =
        Map.of(
            "sold_on",
            CellRange.parse("B1").orElseThrow(),
            "amount",
            CellRange.parse("C3").orElseThrow(),
            "code",
            CellRange.parse("A2").orElseThrow());
    TextSheet form = new TextSheet(false, List.of("Day|1970-01-05", "", "Wages||=12.5", "x|y"));
    BlockBuilder blocks =
        new BlockBuilder(spec.schema(), 65, (block, from, to) -> kept.addAll(rows(block)));
    FormIntake intake =
        new FormIntake(spec, Place.file("f.ods"), form, addresses, blocks, held::add);

    form.read(intake);
    SourceIntake result = intake.result();
    blocks.flush();

    assertThat(kept).containsExactly("1 4  1250");
    assertThat(result.counts()).isEqualTo(new RowCounts(1, 1, 0, 0));
    assertThat(texts(result)).containsExactly("form-cell-empty: the cell of code is empty");
    assertThat(result.findings().get(0).place()).hasToString("f.ods, A2");
  }

  @Property
  void every_row_read_is_accounted_for(
      @ForAll @Size(max = 250) List<@IntRange(max = 4) Integer> kinds) throws IOException {
    List<String> lines = new ArrayList<>(List.of("Date|Code|Qty"));
    String[] samples = {"1970-01-01|a|1", "no date|a|1", "||", "1970-01-01|b|1|x", "|a|1.5"};
    kinds.forEach(kind -> lines.add(samples[kind]));

    RowCounts counts = read(lines.toArray(new String[0])).counts();

    long blanksBelow = 0;
    for (int i = kinds.size() - 1; i >= 0 && kinds.get(i) == 2; i--) {
      blanksBelow++;
    }
    assertThat(counts.addUp()).isTrue();
    assertThat(counts.read()).isEqualTo(kinds.size() - blanksBelow);
    assertThat(counts.kept()).isEqualTo(kept.size());
    assertThat(counts.held()).isEqualTo(held.size());
    assertThat(kept).hasSize((int) kinds.stream().filter(kind -> kind == 0).count());
  }
}
