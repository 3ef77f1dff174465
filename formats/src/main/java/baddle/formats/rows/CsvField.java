package baddle.formats.rows;

import de.siegmar.fastcsv.writer.CsvWriter;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;

/** A field as a line of delimited text has it: quoted where the library says it has to be. */
final class CsvField {

  /** The separator before a second field, and the end of the line. */
  private static final int END = 3;

  private static final int ASCII = 128;

  private static final byte ALONE = 0;
  private static final byte WITHIN = 1;
  private static final byte ASKED = 2;

  private final StringWriter written = new StringWriter();
  private final CsvWriter writer;
  private final byte[] kinds = new byte[ASCII];

  /** Of a file with this separator. */
  CsvField(char separator) {
    for (char c = 0; c < ASCII; c++) {
      boolean alone = Character.isLetterOrDigit(c) || c == ' ' || c == '.';
      kinds[c] = c == separator ? WITHIN : alone ? ALONE : ASKED;
    }
    writer = CsvWriter.builder().fieldSeparator(separator).build(written);
  }

  /** The field, without anything behind it. */
  String of(String text) {
    written.getBuffer().setLength(0);
    // The second field keeps one that is empty from being the whole line, which has to be quoted.
    writer.writeRecord(text, "");
    flush();
    String line = written.toString();
    return line.substring(0, line.length() - END);
  }

  /** A line of one blank field: it has to differ from no line at all. */
  String aloneAndBlank() {
    written.getBuffer().setLength(0);
    writer.writeRecord("");
    flush();
    return written.toString().stripTrailing();
  }

  private void flush() {
    try {
      writer.flush();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /**
   * How a text becomes a field, for texts that are letters, digits, spaces, points and separators:
   * the library looks at each character for several reasons.
   */
  CsvFieldKind kind(char[] pool, int from, int to) {
    byte[] known = kinds;
    int most = from < to ? ALONE : ASKED;
    for (int i = from; i < to; i++) {
      most = Math.max(most, pool[i] < ASCII ? known[pool[i]] : ASKED);
    }
    return most == ALONE
        ? CsvFieldKind.PLAIN
        : most == WITHIN ? CsvFieldKind.QUOTED : CsvFieldKind.ASKED;
  }
}
