package baddle.formats;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.finding.Place;
import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridSheet;
import baddle.core.intake.FormIntake;
import baddle.core.intake.Intake;
import baddle.core.intake.IntakeColumn;
import baddle.core.intake.IntakeSpec;
import baddle.core.intake.RowMark;
import baddle.core.intake.RowWatch;
import baddle.core.intake.ShapingRules;
import baddle.core.intake.SourceIntake;
import baddle.core.intake.WritingHints;
import baddle.core.outcome.HeldRow;
import baddle.core.outcome.MendedRows;
import baddle.core.table.Block;
import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.value.ColumnType;
import baddle.core.value.ValueRules;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.apache.poi.hssf.usermodel.HSSFWorkbook;
import org.apache.poi.ss.usermodel.CellStyle;
import org.apache.poi.ss.usermodel.Row;
import org.apache.poi.ss.usermodel.Sheet;
import org.apache.poi.ss.usermodel.Workbook;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.junit.jupiter.params.provider.ValueSource;

/** What every reader owes, whatever the format: the same cells mean the same rows. */
class EveryFormatTests {

  private static final List<IntakeColumn> COLUMNS =
      List.of(
          column("code", ColumnType.text()),
          column("amount", ColumnType.decimal(2)),
          column("units", ColumnType.of(ColumnType.Kind.INTEGER)));

  private static final List<List<String>> CELLS =
      List.of(
          List.of("Takings of March", "", ""),
          List.of("", "", ""),
          List.of("code", "amount", "units"),
          List.of("007", "1.50", "1"),
          List.of("b2", "-20.25", "2"),
          List.of("c3", "", "3"));

  private final List<String> kept = new ArrayList<>();
  private final List<HeldRow> held = new ArrayList<>();

  @TempDir Path folder;

  private static IntakeColumn column(String name, ColumnType type) {
    return new IntakeColumn(new Column(name, type), List.of(), false);
  }

  private BlockBuilder blocks() {
    kept.clear();
    held.clear();
    return new BlockBuilder(
        new IntakeSpec(COLUMNS, Map.of()).schema(),
        64,
        (block, from, to) -> {
          for (int row = from; row < to; row++) {
            kept.add(shown(block, row));
          }
        });
  }

  private static String shown(Block block, int row) {
    List<String> cells = new ArrayList<>();
    for (int i = 0; i < block.schema().size(); i++) {
      ColumnType type = block.schema().column(i).type();
      cells.add(block.vector(i).isBlank(row) ? "" : block.vector(i).shown(row, type));
    }
    return String.join("|", cells);
  }

  private interface Use {
    void with(GridSheet sheet) throws IOException;
  }

  private static void sheet(Path file, Use use) throws IOException {
    try (GridFile grid = new Formats().open(file, Dialect.TOLD_BY_CONTENT)) {
      use.with(grid.sheets().get(0));
    }
  }

  private SourceIntake table(Path file, CellRange region) throws IOException {
    return table(file, region, new IntakeSpec(COLUMNS, Map.of()));
  }

  private SourceIntake table(Path file, CellRange region, IntakeSpec spec) throws IOException {
    List<SourceIntake> results = new ArrayList<>();
    sheet(
        file,
        sheet -> {
          BlockBuilder blocks = blocks();
          Intake intake = new Intake(spec, Place.file("in"), sheet, region, blocks, held::add);
          sheet.read(intake);
          results.add(intake.result());
          blocks.flush();
        });
    return results.get(0);
  }

  @ParameterizedTest
  @EnumSource
  void a_table_is_found_by_its_headings(SampleFormat format) throws IOException {
    table(format.write(folder, CELLS), CellRange.EVERYTHING);

    assertThat(kept).containsExactly("007|1.50|1", "b2|-20.25|2", "c3||3");
    assertThat(held).isEmpty();
  }

  @ParameterizedTest
  @EnumSource
  void a_table_is_read_within_a_range(SampleFormat format) throws IOException {
    table(format.write(folder, CELLS), CellRange.parse("A3:B5").orElseThrow());

    assertThat(kept).containsExactly("007|1.50|", "b2|-20.25|");
  }

  /** Every choice of one row for each of three columns, the lowest alone among them. */
  @ParameterizedTest
  @EnumSource
  void the_cells_of_a_form_are_read_wherever_they_stand(SampleFormat format) throws IOException {
    Path file = format.write(folder, CELLS);
    for (int choice = 1; choice < 64; choice++) {
      Map<String, CellRange> addresses = new TreeMap<>();
      List<String> expected = new ArrayList<>();
      for (int i = 0; i < COLUMNS.size(); i++) {
        int row = choice >> (2 * i) & 3;
        if (row > 0) {
          String address = CellRange.letters(i) + (row + 3);
          addresses.put(COLUMNS.get(i).column().name(), CellRange.parse(address).orElseThrow());
        }
        expected.add(row == 0 ? "" : CELLS.get(row + 2).get(i));
      }
      form(file, addresses);

      assertThat(kept).as("%s", addresses).containsExactly(String.join("|", expected));
    }
  }

  private SourceIntake form(Path file, Map<String, CellRange> addresses) throws IOException {
    List<SourceIntake> results = new ArrayList<>();
    sheet(
        file,
        sheet -> {
          BlockBuilder blocks = blocks();
          IntakeSpec spec = new IntakeSpec(COLUMNS, Map.of());
          FormIntake intake =
              new FormIntake(spec, Place.file("in"), sheet, addresses, blocks, held::add);
          sheet.read(intake);
          results.add(intake.result());
          blocks.flush();
        });
    return results.get(0);
  }

  /** A formula nobody has computed is never a blank, in tables and on forms. */
  @ParameterizedTest
  @EnumSource(names = {"XLSX", "XLS", "ODS"})
  void a_formula_without_a_result_holds_its_row(SampleFormat format) throws IOException {
    List<List<String>> cells = new ArrayList<>(CELLS);
    cells.set(4, List.of("b2", "=B4*2", "2"));
    Path file = format.write(folder, cells);

    SourceIntake table = table(file, CellRange.EVERYTHING);

    assertThat(kept).containsExactly("007|1.50|1", "c3||3");
    assertThat(reasons()).containsExactly("amount: a stored result, not a formula without one");
    assertThat(table.findings())
        .anyMatch(finding -> finding.remedy().startsWith("correct the workbook"));
    form(file, Map.of("amount", CellRange.parse("B5").orElseThrow()));
    assertThat(kept).isEmpty();
    assertThat(reasons()).containsExactly("B5: a stored result, not a formula without one");
  }

  private List<String> reasons() {
    return held.stream()
        .flatMap(row -> row.values().stream())
        .map(value -> value.heading() + ": " + value.expectation().split(";")[0])
        .collect(Collectors.toList());
  }

  /** A formula whose result is a text without characters has a result. */
  @ParameterizedTest
  @EnumSource(names = {"XLSX", "XLS", "ODS"})
  void a_formula_that_comes_to_an_empty_text_is_blank(SampleFormat format) throws IOException {
    List<List<String>> cells = new ArrayList<>(CELLS);
    cells.set(4, List.of("b2", SampleFormat.EMPTY_RESULT, "2"));

    table(format.write(folder, cells), CellRange.EVERYTHING);

    assertThat(kept).containsExactly("007|1.50|1", "b2||2", "c3||3");
  }

  /** White space around a text is part of it where the plan says so, and only there. */
  @ParameterizedTest
  @EnumSource(names = {"CSV", "XLSX", "XLS", "MESSAGE"})
  void white_space_is_kept_where_it_is_wanted(SampleFormat format) throws IOException {
    List<List<String>> cells = new ArrayList<>(CELLS);
    cells.set(4, List.of("  b 2\u00a0", " -20.25 ", "2"));
    Path file = format.write(folder, cells);
    List<IntakeColumn> columns = new ArrayList<>(COLUMNS);
    columns.set(
        0,
        new IntakeColumn(
            COLUMNS.get(0).column(),
            List.of(),
            IntakeColumn.Need.NONE,
            Optional.empty(),
            Optional.empty(),
            Optional.empty(),
            Map.of(),
            true));

    table(file, CellRange.EVERYTHING, new IntakeSpec(columns, Map.of()));
    assertThat(kept).containsExactly("007|1.50|1", "  b 2\u00a0|-20.25|2", "c3||3");
    table(file, CellRange.EVERYTHING);
    assertThat(kept).contains("b 2|-20.25|2");
  }

  /** A number that its format fills up with zeros is the code that a person sees. */
  @ParameterizedTest
  @ValueSource(booleans = {false, true})
  void a_number_is_the_code_that_its_format_shows(boolean old) throws IOException {
    Path file = folder.resolve(old ? "in.xls" : "in.xlsx");
    try (Workbook workbook = old ? new HSSFWorkbook() : new XSSFWorkbook();
        OutputStream out = Files.newOutputStream(file)) {
      Sheet sheet = workbook.createSheet("S");
      CellStyle five = workbook.createCellStyle();
      five.setDataFormat(workbook.createDataFormat().getFormat("00000"));
      Row headings = sheet.createRow(0);
      List.of("code", "amount", "units")
          .forEach(
              h -> headings.createCell(Math.max(0, headings.getLastCellNum())).setCellValue(h));
      double[] codes = {231, 1234567, -4, 2.5};
      for (int i = 0; i < codes.length; i++) {
        Row row = sheet.createRow(i + 1);
        row.createCell(0).setCellValue(codes[i]);
        row.createCell(2).setCellValue(i + 7);
        row.getCell(0).setCellStyle(five);
        row.getCell(2).setCellStyle(five);
      }
      workbook.write(out);
    }

    table(file, CellRange.EVERYTHING);

    assertThat(kept).containsExactly("00231||7", "1234567||8", "-4||9", "2.5||10");
  }

  /** A row that was held comes in as a person mended it, whatever it was read from. */
  @ParameterizedTest
  @EnumSource
  void a_mended_row_takes_the_place_of_the_one_that_was_held(SampleFormat format)
      throws IOException {
    List<List<String>> cells = new ArrayList<>(CELLS);
    cells.set(4, List.of("b2", "many", "2"));
    Path file = format.write(folder, cells);
    table(file, CellRange.EVERYTHING);
    assertThat(kept).containsExactly("007|1.50|1", "c3||3");
    HeldRow row = held.get(0);

    TreeMap<Integer, String> sent = new TreeMap<>();
    for (int i = 0; i < row.cells().size(); i++) {
      if (!row.cells().get(i).isEmpty()) {
        sent.put(i + 1, row.cells().get(i));
      }
    }
    MendedRows.Cell amount = new MendedRows.Cell(CellKind.TEXT, "-20.25");
    MendedRows.Row mended =
        new MendedRows.Row(RowMark.of(sent), Map.of("amount", amount), Place.file("mended"));
    IntakeSpec spec =
        new IntakeSpec(
            COLUMNS,
            Map.of(),
            ValueRules.STANDARD,
            WritingHints.NONE,
            ShapingRules.NONE,
            new MendedRows(Map.of(row.rowNumber(), mended)),
            RowWatch.NONE);
    SourceIntake again = table(file, CellRange.EVERYTHING, spec);

    assertThat(kept).containsExactly("007|1.50|1", "b2|-20.25|2", "c3||3");
    assertThat(again.treated().mended())
        .extracting(value -> value.sent() + " -> " + value.mended())
        .containsExactly("many -> -20.25");
  }
}
