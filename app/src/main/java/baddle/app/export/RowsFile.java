package baddle.app.export;

import baddle.app.output.OutputFile;
import baddle.core.grid.CsvForm;
import baddle.core.table.BlockSink;
import baddle.core.table.Schema;
import baddle.formats.rows.CsvRows;
import baddle.formats.rows.JsonRows;
import baddle.formats.rows.OdsRows;
import baddle.formats.rows.RowsWriter;
import baddle.formats.rows.SqliteRows;
import baddle.formats.rows.XlsxRows;
import java.io.BufferedOutputStream;
import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** A file that rows are written into, in the format that its ending says. */
public final class RowsFile {

  private static final List<String> ENDINGS =
      List.of(".csv", ".xlsx", ".ods", ".jsonl", ".json", ".db");
  private static final int BUFFER = 1 << 16;

  /** Where rows come from. */
  public interface Rows {

    /** Pushes all of them. */
    void scan(BlockSink sink) throws IOException;

    /** How many they are. */
    long count() throws IOException;
  }

  /**
   * What a file is to be.
   *
   * @param table the name of its table
   * @param form how text is delimited
   * @param about what is said of the rows, where the format has room for it
   * @param more further tables for a database
   */
  public record Shape(
      String table, CsvForm form, List<Map.Entry<String, String>> about, List<Table> more) {

    /** Copies the lists. */
    public Shape {
      about = List.copyOf(about);
      more = List.copyOf(more);
    }
  }

  /**
   * A table of texts.
   *
   * @param name its name
   * @param headings its columns
   * @param rows as many cells as there are columns; blanks are empty
   */
  public record Table(String name, List<String> headings, List<List<String>> rows) {

    /** Copies the lists. */
    public Table {
      headings = List.copyOf(headings);
      rows = List.copyOf(rows);
    }
  }

  /**
   * What was written.
   *
   * @param rows how many rows
   * @param remarks what a person should know
   */
  public record Written(long rows, List<String> remarks) {

    /** Copies the list. */
    public Written {
      remarks = List.copyOf(remarks);
    }
  }

  /**
   * A file that is written and not in its place yet; closing it before that throws it away.
   *
   * @param beside the file
   * @param written what is in it
   */
  public record Ready(OutputFile.Staged beside, Written written) implements Closeable {
    @Override
    public void close() throws IOException {
      beside.close();
    }
  }

  private RowsFile() {}

  /** Why no rows can be written to a path; empty where they can. */
  public static Optional<String> problem(Path file) {
    return endingProblem(file).or(() -> OutputFile.problem(file));
  }

  /** Why no rows can be written to files of a path's ending; empty where they can. */
  public static Optional<String> endingProblem(Path file) {
    return ENDINGS.stream().anyMatch(ending(file)::equals)
        ? Optional.empty()
        : Optional.of(file + " should end in one of " + String.join(", ", ENDINGS));
  }

  static String ending(Path file) {
    String name = String.valueOf(file.getFileName()).toLowerCase(Locale.ROOT);
    return name.substring(Math.max(0, name.lastIndexOf('.')));
  }

  /**
   * Writes rows.
   *
   * @param project the plan whose project must never read the file as a source
   */
  public static Written write(
      Path file, Optional<Path> project, Schema schema, Shape shape, Rows rows) throws IOException {
    try (Ready ready = stage(file, project, schema, shape, rows)) {
      ready.beside().publish();
      return ready.written();
    }
  }

  /** Writes rows beside the file, from where it has yet to be moved. */
  public static Ready stage(
      Path file, Optional<Path> project, Schema schema, Shape shape, Rows rows) throws IOException {
    return stage(
        file,
        project,
        (out, counted) -> {
          if (isDatabase(file)) {
            database(file, schema, shape, rows, counted, out);
          } else {
            try (RowsWriter writer = writer(ending(file), out, schema, shape, rows)) {
              counted.push(rows, writer);
            }
          }
        });
  }

  /** Writes rows into a stream, and counts them. */
  @FunctionalInterface
  interface Content {
    void write(OutputStream out, CountedRows counted) throws IOException;
  }

  static Ready stage(Path file, Optional<Path> project, Content content) throws IOException {
    CountedRows counted = new CountedRows();
    OutputFile.Staged beside =
        new OutputFile(file).stage(project, out -> content.write(out, counted));
    return new Ready(beside, counted.written());
  }

  /** Rows on a sheet of their own. */
  record Sheet(String name, Rows rows) {}

  /** Writes a workbook with a table on each sheet, all with the same columns. */
  static Written writeSheets(
      Path file, Optional<Path> project, Schema schema, Shape shape, List<Sheet> sheets)
      throws IOException {
    long[] count = new long[1];
    List<String> remarks = new ArrayList<>();
    new OutputFile(file)
        .write(
            project,
            out -> {
              Sheet first = sheets.get(0);
              XlsxRows writer =
                  new XlsxRows(out, schema, first.name(), first.rows().count(), shape.about());
              try (writer) {
                for (Sheet sheet : sheets) {
                  if (!sheet.equals(first)) {
                    writer.nextTable(sheet.name(), sheet.rows().count());
                  }
                  CountedRows counted = new CountedRows();
                  counted.push(sheet.rows(), writer);
                  count[0] += counted.written().rows();
                }
              }
              remarks.addAll(writer.remarks());
            });
    return new Written(count[0], remarks);
  }

  /** Whether a path's ending is that of a workbook with named tables. */
  public static boolean isWorkbook(Path file) {
    return ending(file).equals(".xlsx");
  }

  /** Whether a path's ending is that of a database. */
  static boolean isDatabase(Path file) {
    return ending(file).equals(".db");
  }

  /** Why nothing can be appended to a file of a path's ending; empty where it can. */
  public static Optional<String> appendProblem(Path file) {
    return List.of(".csv", ".xlsx", ".db").contains(ending(file))
        ? problem(file)
        : Optional.of(file + " should end in .csv, .xlsx or .db to be appended to");
  }

  /** Writes rows as delimited text into a stream, which stays open. */
  public static Written writeText(OutputStream out, Schema schema, Shape shape, Rows rows)
      throws IOException {
    CountedRows counted = new CountedRows();
    try (RowsWriter writer = new CsvRows(kept(out), schema, shape.form())) {
      counted.push(rows, writer);
    }
    return counted.written();
  }

  /** Writes rows as an array of JSON objects into a stream, which stays open. */
  public static void writeJson(OutputStream out, Schema schema, Rows rows) throws IOException {
    try (RowsWriter writer = new JsonRows(kept(out), schema, true)) {
      rows.scan(writer);
    }
  }

  private static OutputStream kept(OutputStream out) {
    return new BufferedOutputStream(out, BUFFER) {
      @Override
      public void close() throws IOException {
        flush();
      }
    };
  }

  private static RowsWriter writer(
      String ending, OutputStream out, Schema schema, Shape shape, Rows rows) throws IOException {
    return switch (ending) {
      case ".csv" -> new CsvRows(out, schema, shape.form());
      case ".xlsx" -> new XlsxRows(out, schema, shape.table(), rows.count(), shape.about());
      case ".ods" -> new OdsRows(out, schema, shape.table());
      case ".jsonl" -> new JsonRows(out, schema, false);
      default -> new JsonRows(out, schema, true);
    };
  }

  private static void database(
      Path file, Schema schema, Shape shape, Rows rows, CountedRows counted, OutputStream out)
      throws IOException {
    throughFile(
        file,
        out,
        beside -> {
          try (SqliteRows writer = new SqliteRows(beside, schema, shape.table())) {
            counted.push(rows, writer);
            for (Table table : shape.more()) {
              writer.table(table.name(), table.headings(), table.rows());
            }
          }
        });
  }

  /** Writes a file that isn't written from its beginning to its end. */
  @FunctionalInterface
  interface FileContent {
    void write(Path beside) throws IOException;
  }

  /** Writes such a file beside another, copies it into a stream, and removes it. */
  static void throughFile(Path file, OutputStream out, FileContent content) throws IOException {
    Path beside = OutputFile.scratch(file);
    try {
      content.write(beside);
      Files.copy(beside, out);
    } finally {
      Files.deleteIfExists(beside);
    }
  }
}
