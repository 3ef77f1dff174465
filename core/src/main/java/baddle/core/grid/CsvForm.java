package baddle.core.grid;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;

/**
 * How delimited text is written.
 *
 * @param separator between values
 * @param decimalMark between whole numbers and decimals
 * @param charset the encoding
 * @param byteOrderMark whether the text begins with U+FEFF, by which programs tell UTF-8
 * @param marksFormulas whether texts that a calculating program would take for formulas begin with
 *     an apostrophe
 * @param lineFeeds whether lines end with a line feed alone, for a terminal
 */
public record CsvForm(
    char separator,
    char decimalMark,
    Charset charset,
    boolean byteOrderMark,
    boolean marksFormulas,
    boolean lineFeeds) {

  /** Commas, points, UTF-8 without a mark, texts exactly as they are. */
  public static final CsvForm STANDARD =
      new CsvForm(',', '.', StandardCharsets.UTF_8, false, false, false);

  /** The same for a person's terminal. */
  public CsvForm onTerminal() {
    return new CsvForm(separator, decimalMark, charset, byteOrderMark, marksFormulas, true);
  }
}
