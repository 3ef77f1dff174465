package baddle.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.table.Block;
import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
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

  private SourceIntake read(Map<String, String> named, boolean fixedWidth, String... lines)
      throws IOException {
    IntakeSpec spec = new IntakeSpec(COLUMNS, named);
    BlockBuilder blocks =
        new BlockBuilder(spec.schema(), 7, (block, from, to) -> kept.addAll(rows(block)));
    Intake intake = new Intake(spec, Place.file("in.csv"), fixedWidth, blocks, held::add);
    for (int i = 0; i < lines.length && intake.wantsMore(); i++) {
      GridRow row = intake.next();
      row.begin(i + 1);
      String[] cells = lines[i].split("\\|", -1);
      for (int cell = 0; cell < cells.length; cell++) {
        row.add(cell, cells[cell].equals("#N/A") ? CellKind.ERROR : CellKind.TEXT, cells[cell]);
      }
      intake.row(row);
    }
    SourceIntake result = intake.result();
    blocks.flush();
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
    return result.findings().stream().map(f -> f.code().id() + ": " + f.message()).toList();
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
  void says_which_required_heading_is_missing_and_which_is_near() throws IOException {
    SourceIntake result = read("Dat|Code|Qty", "1970-01-01|a|1");

    assertThat(result.outcome()).isEqualTo(SourceIntake.Outcome.HEADINGS_DIFFER);
    assertThat(texts(result))
        .containsExactly(
            "heading-missing: no heading for the required column sold_on (looked for \"Date\","
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

  @Property
  void every_row_read_is_accounted_for(
      @ForAll @Size(max = 250) List<@IntRange(max = 4) Integer> kinds) throws IOException {
    List<String> lines = new ArrayList<>(List.of("Date|Code|Qty"));
    String[] samples = {"1970-01-01|a|1", "no date|a|1", "||", "1970-01-01|b|1|x", "|a|1.5"};
    kinds.forEach(kind -> lines.add(samples[kind]));
    kept.clear();
    held.clear();

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
