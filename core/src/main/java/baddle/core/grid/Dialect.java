package baddle.core.grid;

import java.nio.charset.Charset;
import java.util.Optional;

/**
 * What a plan says of how delimited text is written; what it doesn't say is told by the content.
 *
 * @param separator between the cells of a row
 * @param quote around cells that hold separators, line ends or quotes; {@link #NO_QUOTE} where
 *     there is none
 * @param charset how characters are encoded
 */
public record Dialect(
    Optional<Character> separator, Optional<Character> quote, Optional<Charset> charset) {

  /** A character that no text has, for text in which a quote is a character like others. */
  public static final char NO_QUOTE = '\uffff';

  private static final char NO_SEPARATOR = '\ufffe';

  /** A list of one column: only line ends separate its values. */
  public static final Dialect ONE_COLUMN =
      new Dialect(Optional.of(NO_SEPARATOR), Optional.empty(), Optional.empty());

  /** Everything is told by the content. */
  public static final Dialect TOLD_BY_CONTENT =
      new Dialect(Optional.empty(), Optional.empty(), Optional.empty());

  /** Everything that reading depends on, as text. */
  public String text() {
    return separator.map(String::valueOf).orElse("")
        + quote.map(String::valueOf).orElse("")
        + charset.map(Charset::name).orElse("");
  }
}
