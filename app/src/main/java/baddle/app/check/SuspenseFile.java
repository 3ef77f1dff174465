package baddle.app.check;

import baddle.app.output.OutputFile;
import baddle.formats.csv.CsvRowWriter;
import baddle.formats.rows.FormulaMark;
import baddle.formats.xlsx.CellStyle;
import baddle.formats.xlsx.write.XlsxWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** A file that held rows are written into, in the shape of their sources. */
public final class SuspenseFile {

  private static final int LONGEST_NAME = 25;

  private SuspenseFile() {}

  /**
   * Writes the rows.
   *
   * @param plan the plan of the project they are of
   * @throws IOException if it can't be written, or CSV would have to take rows of several shapes
   */
  public static void write(Path file, Path plan, List<HeldTable> tables) throws IOException {
    boolean csv = file.toString().toLowerCase(Locale.ROOT).endsWith(".csv");
    if (csv && tables.size() > 1) {
      throw new IOException(
          "the rows are of " + tables.size() + " shapes; write them into an .xlsx file");
    }
    new OutputFile(file)
        .write(
            Optional.of(plan),
            out -> {
              if (csv) {
                writeCsv(out, tables);
              } else {
                writeWorkbook(out, tables);
              }
            });
  }

  private static void writeCsv(OutputStream out, List<HeldTable> tables) throws IOException {
    try (CsvRowWriter writer = new CsvRowWriter(out)) {
      for (HeldTable table : tables) {
        writer.row(table.headings().stream().map(FormulaMark::with).toList());
        table.rows().forEach(row -> writer.row(row.stream().map(FormulaMark::with).toList()));
      }
    }
  }

  private static void writeWorkbook(OutputStream out, List<HeldTable> tables) throws IOException {
    try (XlsxWriter writer = new XlsxWriter(out, sheet(tables, 0))) {
      for (int i = 0; i < tables.size(); i++) {
        if (i > 0) {
          writer.nextSheet(sheet(tables, i));
        }
        write(writer, tables.get(i));
      }
    }
  }

  private static void write(XlsxWriter writer, HeldTable table) {
    for (int column = 0; column < table.headings().size(); column++) {
      writer.text(0, column, table.headings().get(column), CellStyle.PLAIN.withBold());
    }
    for (int row = 0; row < table.rows().size(); row++) {
      List<String> cells = table.rows().get(row);
      for (int column = 0; column < cells.size(); column++) {
        writer.text(row + 1, column, cells.get(column), CellStyle.PLAIN);
      }
    }
    writer.freeze(1, 0);
  }

  /** The name of a sheet: the feed's, and a number that keeps names apart. */
  private static String sheet(List<HeldTable> tables, int index) {
    if (tables.isEmpty()) {
      return "nothing held";
    }
    String name = tables.get(index).name().replaceAll("[\\[\\]:*?/\\\\]", "_");
    return name.substring(0, Math.min(LONGEST_NAME, name.length())) + " " + (index + 1);
  }
}
