package baddle.formats.xlsx.write;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.table.LongBuilder;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import baddle.formats.WorkbookValidity;
import baddle.formats.xlsx.CellPlace;
import baddle.formats.xlsx.CellStyle;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.apache.poi.xssf.usermodel.XSSFPivotTable;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Pivot tables are valid by the standard, and another library finds what they are of. */
class PivotTableTests {

  private static final Schema SCHEMA =
      new Schema(
          List.of(
              new Column("site <&>", ColumnType.text()),
              new Column("kind", ColumnType.text()),
              new Column("note", ColumnType.text()),
              new Column("day", ColumnType.of(ColumnType.Kind.DATE)),
              new Column("amount", ColumnType.decimal(2)),
              new Column("units", ColumnType.of(ColumnType.Kind.INTEGER)),
              new Column("late", ColumnType.of(ColumnType.Kind.BOOLEAN))));

  @TempDir private Path folder;

  private static PivotCache cache(boolean blanks) throws Exception {
    PivotCache cache = new PivotCache("rows", SCHEMA, Set.of("site <&>", "kind"));
    BlockBuilder blocks = new BlockBuilder(SCHEMA, 4, cache);
    for (int row = 0; row < 10; row++) {
      int at = blocks.row();
      boolean blank = blanks && row == 7;
      String[] texts = {blank ? "" : "site " + row % 3, row % 2 == 0 ? "a & b" : "", "x\n<" + row};
      for (int i = 0; i < texts.length; i++) {
        ((TextBuilder) blocks.column(i)).set(at, texts[i].toCharArray(), 0, texts[i].length());
      }
      long[] numbers = {20_000L + row, 1_005L * row - 700, row, row % 2};
      for (int i = 0; i < numbers.length; i++) {
        if (blank) {
          ((LongBuilder) blocks.column(3 + i)).blank(at);
        } else {
          ((LongBuilder) blocks.column(3 + i)).set(at, numbers[i]);
        }
      }
      blocks.endRow(1);
    }
    blocks.flush();
    return cache;
  }

  private static PivotTable.Entry item(int data, Integer... path) {
    return new PivotTable.Entry(PivotTable.Kind.ITEM, List.of(path), data);
  }

  private static PivotTable table(boolean across, boolean several, boolean pages) {
    PivotTable.Axis sites =
        new PivotTable.Axis(0, List.of(2, 0, 1), !across, true, OptionalInt.of(0));
    PivotTable.Axis kinds =
        new PivotTable.Axis(1, List.of(1, 0), false, false, OptionalInt.empty());
    PivotTable.Data sum = new PivotTable.Data("Amount", 4, "sum", Optional.empty(), "#,##0.00");
    PivotTable.Data share =
        new PivotTable.Data("Share", 5, "average", Optional.of("percentOfCol"), "0.0%");
    List<PivotTable.Entry> rows =
        across
            ? List.of(item(0, 0), item(0, 1), item(0, 2))
            : List.of(
                item(0, 0, 0),
                item(0, 0, 1),
                new PivotTable.Entry(PivotTable.Kind.SUBTOTAL, List.of(0), 0),
                new PivotTable.Entry(PivotTable.Kind.GRAND, List.of(), 0));
    List<PivotTable.Entry> columns =
        several ? List.of(item(0), item(1)) : across ? List.of(item(0, 0), item(0, 1)) : List.of();
    return new PivotTable(
        "a \"pivot\"",
        new CellPlace(5, 0),
        new CellPlace(9, 4),
        2,
        across ? List.of(sites) : List.of(sites, kinds),
        across && !several ? List.of(kinds) : List.of(),
        pages && across && several ? List.of(1) : List.of(),
        several ? List.of(sum, share) : List.of(sum),
        rows,
        columns,
        across,
        !across);
  }

  @ParameterizedTest
  @CsvSource({
    "true, false, false, false",
    "true, true, true, true",
    "false, false, false, true",
    "false, true, false, false"
  })
  void a_pivot_table_is_valid_and_of_its_rows(
      boolean across, boolean several, boolean pages, boolean blanks) throws Exception {
    WorkbookParts parts = new WorkbookParts();
    Path plain = folder.resolve("plain.xlsx");
    Path file = folder.resolve("pivot.xlsx");
    try (OutputStream out = Files.newOutputStream(plain);
        XlsxWriter writer = new XlsxWriter(out, "Overview")) {
      writer.text(0, 0, "x", CellStyle.PLAIN);
      PivotCache cache = cache(blanks);
      String part = cache.add(parts, 1);
      table(across, several, pages).add(parts, 0, cache, part, 1);
    }
    try (OutputStream out = Files.newOutputStream(file)) {
      parts.copy(plain, out);
    }

    WorkbookValidity.check(file);
    try (XSSFWorkbook workbook = new XSSFWorkbook(file.toFile())) {
      XSSFPivotTable pivot = workbook.getSheetAt(0).getPivotTables().get(0);
      assertThat(pivot.getRowLabelColumns())
          .containsExactlyElementsOf(across ? List.of(0) : List.of(0, 1));
      assertThat(
              pivot
                  .getPivotCacheDefinition()
                  .getCTPivotCacheDefinition()
                  .getCacheSource()
                  .getWorksheetSource()
                  .getName())
          .isEqualTo("rows");
      assertThat(pivot.getPivotCacheDefinition().getCTPivotCacheDefinition().getRecordCount())
          .isEqualTo(10);
    }
  }
}
