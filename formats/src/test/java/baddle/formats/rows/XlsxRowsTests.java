package baddle.formats.rows;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.table.LongBuilder;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import baddle.formats.Formats;
import baddle.formats.WorkbookValidity;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.poi.ss.usermodel.Cell;
import org.apache.poi.ss.usermodel.CellType;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.dhatim.fastexcel.reader.ReadableWorkbook;
import org.dhatim.fastexcel.reader.Row;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Workbooks of rows are valid, and two libraries read the same from them. */
class XlsxRowsTests {

  private static final Schema SCHEMA =
      new Schema(
          List.of(
              new Column("day", ColumnType.of(ColumnType.Kind.DATE)),
              new Column("text <&>", ColumnType.text()),
              new Column("amount", ColumnType.decimal(2)),
              new Column("units", ColumnType.of(ColumnType.Kind.INTEGER)),
              new Column("yes", ColumnType.of(ColumnType.Kind.BOOLEAN))));

  private static final List<String> TEXTS =
      List.of(
          "plain",
          "=1+2",
          "00042",
          " two\nlines \"q\" ",
          "\ud83c\udf31 & <b>",
          "",
          "_x0041_",
          "bell \u0007, cr \r\n",
          "lone \ud83c surrogate");

  @TempDir private Path folder;

  private Path written(int tables) throws Exception {
    Path file = folder.resolve("rows.xlsx");
    try (OutputStream out = Files.newOutputStream(file);
        XlsxRows writer =
            new XlsxRows(out, SCHEMA, "a 1", TEXTS.size(), List.of(Map.entry("Plan", "a <&> b")))) {
      for (int table = 0; table < tables; table++) {
        if (table > 0) {
          writer.nextTable(table == 1 ? "A 1" : "1: [x]/*", TEXTS.size());
        }
        push(writer);
      }
    }
    return file;
  }

  private static void push(XlsxRows writer) throws Exception {
    BlockBuilder blocks = new BlockBuilder(SCHEMA, 64, writer);
    for (int i = 0; i < TEXTS.size(); i++) {
      int row = blocks.row();
      ((LongBuilder) blocks.column(0)).set(row, LocalDate.of(2026, 3, 1 + i).toEpochDay());
      ((TextBuilder) blocks.column(1))
          .set(row, TEXTS.get(i).toCharArray(), 0, TEXTS.get(i).length());
      ((LongBuilder) blocks.column(2)).set(row, 1_005L * i - 700);
      ((LongBuilder) blocks.column(3)).set(row, 123_456_789_012_345_678L + i);
      ((LongBuilder) blocks.column(4)).set(row, i % 2);
      blocks.endRow(1);
    }
    blocks.flush();
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 3})
  void every_part_is_valid_by_the_standard(int tables) throws Exception {
    WorkbookValidity.check(written(tables));
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 3})
  void two_libraries_read_the_same(int tables) throws Exception {
    Path file = written(tables);
    List<String> one = new ArrayList<>();
    List<String> other = new ArrayList<>();
    try (XSSFWorkbook workbook = new XSSFWorkbook(file.toFile())) {
      for (int sheet = 0; sheet < tables; sheet++) {
        workbook.getSheetAt(sheet).forEach(row -> row.forEach(cell -> one.add(text(cell))));
        assertThat(workbook.getSheetAt(sheet).getTables()).hasSize(1);
      }
    }
    try (ReadableWorkbook workbook = new ReadableWorkbook(file.toFile())) {
      for (int sheet = 0; sheet < tables; sheet++) {
        for (Row row : workbook.getSheet(sheet).orElseThrow().read()) {
          row.forEach(cell -> other.add(cell == null ? "" : text(cell)));
        }
      }
    }
    one.removeIf(String::isEmpty);
    other.removeIf(String::isEmpty);
    assertThat(one).isEqualTo(other);
    assertThat(one).contains("123456789012345678", "13.1").containsAll(filled());
    List<String> own = new ArrayList<>();
    try (GridFile grid = new Formats().open(file, Dialect.TOLD_BY_CONTENT)) {
      grid.sheets().get(0).read(new Texts(own));
    }
    assertThat(own).containsAll(filled().stream().map(String::strip).toList());
  }

  private static List<String> filled() {
    return TEXTS.stream().filter(text -> !text.isEmpty()).toList();
  }

  /** The texts of the second column. */
  private record Texts(List<String> texts) implements RowSink {

    private static final GridRow LENT = new GridRow();

    @Override
    public GridRow next() {
      return LENT;
    }

    @Override
    public boolean wantsMore() {
      return true;
    }

    @Override
    public void row(GridRow row) {
      texts.add(row.text(1));
    }
  }

  private static String text(Cell cell) {
    return cell.getCellType() == CellType.NUMERIC
        ? plain(BigDecimal.valueOf(cell.getNumericCellValue()))
        : cell.getCellType() == CellType.BOOLEAN
            ? String.valueOf(cell.getBooleanCellValue())
            : cell.getStringCellValue();
  }

  private static String text(org.dhatim.fastexcel.reader.Cell cell) {
    return switch (cell.getType()) {
      case STRING -> unescaped(cell.getText());
      case NUMBER -> plain(cell.asNumber());
      case BOOLEAN -> String.valueOf(cell.asBoolean());
      default -> cell.getText();
    };
  }

  /** The library hands the escapes of the standard on as they are. */
  private static String unescaped(String text) {
    return Pattern.compile("_x([0-9A-F]{4})_")
        .matcher(text)
        .replaceAll(
            one ->
                Matcher.quoteReplacement(
                    String.valueOf((char) Integer.parseInt(one.group(1), 16))));
  }

  private static String plain(BigDecimal number) {
    return number.stripTrailingZeros().toPlainString();
  }
}
