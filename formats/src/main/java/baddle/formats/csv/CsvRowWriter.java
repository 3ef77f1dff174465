package baddle.formats.csv;

import de.siegmar.fastcsv.writer.CsvWriter;
import de.siegmar.fastcsv.writer.LineDelimiter;
import java.io.Closeable;
import java.io.IOException;
import java.io.OutputStream;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import java.util.List;

/** Writes comma-separated text in UTF-8 with the line ends of RFC 4180. */
public final class CsvRowWriter implements Closeable {

  private final CsvWriter writer;

  /** Writes to a stream, which is closed with this. */
  public CsvRowWriter(OutputStream out) {
    writer =
        CsvWriter.builder()
            .lineDelimiter(LineDelimiter.CRLF)
            .build(new OutputStreamWriter(out, StandardCharsets.UTF_8));
  }

  /** Writes one row. */
  public void row(List<String> cells) {
    writer.writeRecord(cells);
  }

  @Override
  public void close() throws IOException {
    writer.close();
  }
}
