package baddle.app;

import baddle.formats.edit.CellAt;
import baddle.formats.edit.OwnWorkbook;
import baddle.formats.edit.OwnWorkbooks;
import baddle.formats.edit.SeenCell;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/** Workbooks for tests: written row by row, read cell by cell. */
public final class Sheets {

  private final Map<String, List<List<?>>> sheets = new LinkedHashMap<>();

  /** Adds a sheet; a text that begins with {@code =} is a formula, an empty one no cell. */
  public Sheets sheet(String name, List<?>... rows) {
    sheets.put(name, List.of(rows));
    return this;
  }

  /** Writes the workbook. */
  public Path write(Path file) throws IOException {
    Files.createDirectories(file.resolveSibling(""));
    try (OutputStream out = Files.newOutputStream(file);
        Workbook workbook = new Workbook(out, "made up", "1.0")) {
      for (Map.Entry<String, List<List<?>>> sheet : sheets.entrySet()) {
        Worksheet worksheet = workbook.newWorksheet(sheet.getKey());
        for (int row = 0; row < sheet.getValue().size(); row++) {
          List<?> cells = sheet.getValue().get(row);
          for (int column = 0; column < cells.size(); column++) {
            write(worksheet, row, column, cells.get(column));
          }
        }
      }
    }
    return file;
  }

  private static void write(Worksheet sheet, int row, int column, Object value) {
    if (value instanceof LocalDate day) {
      sheet.value(row, column, day);
      sheet.style(row, column).format("yyyy-mm-dd").set();
    } else if (value instanceof Number number) {
      sheet.value(row, column, new BigDecimal(number.toString()));
    } else if (value.toString().startsWith("=")) {
      sheet.formula(row, column, value.toString().substring(1));
    } else if (!value.toString().isEmpty()) {
      sheet.value(row, column, value.toString());
    }
  }

  /** What a cell shows; a formula as it is written. */
  public static String cell(Path file, String sheet, String at) throws IOException {
    try (OwnWorkbook workbook = OwnWorkbooks.open(file)) {
      SeenCell cell = workbook.see(sheet, any -> true).cell(CellAt.parse(at).orElseThrow());
      return cell.isComputed() ? "=" + cell.formula() : cell.text();
    }
  }

  /** The sheets of a workbook, in order. */
  public static List<String> names(Path file) throws IOException {
    try (OwnWorkbook workbook = OwnWorkbooks.open(file)) {
      return workbook.sheets();
    }
  }
}
