package baddle.core.intake.heading;

import baddle.core.grid.CellRange;
import java.text.Normalizer;
import java.util.Locale;

/** How headings are compared. */
public final class Headings {

  private Headings() {}

  /** What a column without a heading is called: {@code column F}. */
  public static String ofColumn(int column) {
    return "column " + CellRange.letters(column);
  }

  /**
   * The form in which two spellings of one heading are equal: compatibility characters composed
   * (Unicode NFKC), case folded, and without white space or underscores, so that {@code Sale date},
   * {@code SALE DATE} and {@code sale_date} are one.
   */
  public static String comparable(String heading) {
    String composed = Normalizer.normalize(heading, Normalizer.Form.NFKC);
    StringBuilder folded = new StringBuilder(composed.length());
    composed
        .toUpperCase(Locale.ROOT)
        .toLowerCase(Locale.ROOT)
        .codePoints()
        .filter(c -> c != '_' && c > ' ' && !Character.isSpaceChar(c))
        .filter(c -> Character.getType(c) != Character.FORMAT)
        .forEach(folded::appendCodePoint);
    return folded.toString();
  }
}
