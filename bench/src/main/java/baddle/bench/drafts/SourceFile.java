package baddle.bench.drafts;

import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/**
 * A file of a folder.
 *
 * @param path where it is, within the folder; its ending says how it is written
 * @param writing how text is written
 * @param sheets what is in it; one for text, for a message one cell with all of it
 */
record SourceFile(String path, Writing writing, List<Sheet> sheets) {

  SourceFile {
    sheets = List.copyOf(sheets);
  }

  static SourceFile of(String path, Sheet... sheets) {
    return new SourceFile(path, Writing.PLAIN, List.of(sheets));
  }

  static SourceFile of(String path, Writing writing, Sheet sheet) {
    return new SourceFile(path, writing, List.of(sheet));
  }

  void write(Path folder) throws IOException {
    Path file = folder.resolve(path);
    Files.createDirectories(Objects.requireNonNull(file.getParent()));
    if (path.endsWith(".xlsx")) {
      writeWorkbook(file);
      return;
    }
    if (path.endsWith(".eml")) {
      Files.writeString(file, sheets.get(0).rows().get(0).get(0).toString());
      return;
    }
    StringBuilder text = new StringBuilder();
    for (List<Object> row : sheets.get(0).rows()) {
      text.append(writing.line(row));
    }
    Files.writeString(file, text, writing.charset());
  }

  private void writeWorkbook(Path file) throws IOException {
    try (OutputStream out = Files.newOutputStream(file);
        Workbook workbook = new Workbook(out, "Sender", "1.0")) {
      for (Sheet sheet : sheets) {
        Worksheet written = workbook.newWorksheet(sheet.name());
        for (int row = 0; row < sheet.rows().size(); row++) {
          List<Object> cells = sheet.rows().get(row);
          for (int column = 0; column < cells.size(); column++) {
            write(written, row, column, cells.get(column));
          }
        }
      }
    }
  }

  private static void write(Worksheet sheet, int row, int column, Object cell) {
    if (cell instanceof LocalDate day) {
      sheet.value(row, column, day);
      sheet.style(row, column).format("yyyy-mm-dd").set();
    } else if (cell instanceof BigDecimal number) {
      sheet.value(row, column, number);
    } else if (cell instanceof Integer number) {
      sheet.value(row, column, number);
    } else if (!cell.toString().isEmpty()) {
      sheet.value(row, column, cell.toString());
    }
  }
}
