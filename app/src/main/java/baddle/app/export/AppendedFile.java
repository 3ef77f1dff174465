package baddle.app.export;

import baddle.core.table.BlockSink;
import baddle.core.table.Schema;
import baddle.formats.rows.CsvRows;
import baddle.formats.rows.RowsWriter;
import baddle.formats.rows.SqliteRows;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.ByteBuffer;
import java.nio.channels.SeekableByteChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Optional;

/** A file that keeps what it has and gets further rows. */
final class AppendedFile {

  private AppendedFile() {}

  /** Rows that can be gone over. */
  @FunctionalInterface
  interface Scan {
    void scan(BlockSink sink) throws IOException;
  }

  /**
   * Writes what a file has and what is appended beside it, from where it has yet to be moved.
   *
   * @param before the rows that it has; empty where it isn't there
   */
  static RowsFile.Ready stage(
      Path file,
      Optional<Path> project,
      Schema schema,
      RowsFile.Shape shape,
      Optional<Scan> before,
      Scan fresh)
      throws IOException {
    RowsFile.Rows rows = new Both(RowsFile.isWorkbook(file) ? before : Optional.empty(), fresh);
    if (before.isEmpty() || RowsFile.isWorkbook(file)) {
      return RowsFile.stage(file, project, schema, shape, rows);
    }
    return RowsFile.stage(
        file,
        project,
        (out, counted) -> {
          if (RowsFile.isDatabase(file)) {
            appendTable(file, schema, shape, rows, counted, out);
          } else {
            copyLines(file, out);
            try (RowsWriter writer = new CsvRows(out, schema, shape.form(), false)) {
              counted.push(rows, writer);
            }
          }
        });
  }

  private record Both(Optional<Scan> before, Scan fresh) implements RowsFile.Rows {

    @Override
    public void scan(BlockSink sink) throws IOException {
      if (before.isPresent()) {
        before.get().scan(sink);
      }
      fresh.scan(sink);
    }

    @Override
    public long count() throws IOException {
      long[] count = new long[1];
      scan((block, from, to) -> count[0] += to - from);
      return count[0];
    }
  }

  private static void appendTable(
      Path file,
      Schema schema,
      RowsFile.Shape shape,
      RowsFile.Rows rows,
      CountedRows counted,
      OutputStream out)
      throws IOException {
    RowsFile.throughFile(
        file,
        out,
        beside -> {
          Files.copy(file, beside, StandardCopyOption.REPLACE_EXISTING);
          try (RowsWriter writer = new SqliteRows(beside, schema, shape.table(), false)) {
            counted.push(rows, writer);
          }
        });
  }

  /** Copies a text, and ends its last line if nobody has. */
  private static void copyLines(Path file, OutputStream out) throws IOException {
    Files.copy(file, out);
    long size = Files.size(file);
    try (SeekableByteChannel channel = Files.newByteChannel(file)) {
      ByteBuffer last = ByteBuffer.allocate(1);
      channel.position(Math.max(0, size - 1));
      boolean ended = channel.read(last) == 1 && last.get(0) == '\n';
      if (!ended) {
        out.write(new byte[] {'\r', '\n'});
      }
    }
  }
}
