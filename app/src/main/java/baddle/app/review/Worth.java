package baddle.app.review;

import java.math.BigDecimal;
import java.util.Locale;
import java.util.Optional;

/** How many rows there are and what they are worth, for a person. */
final class Worth {

  private Worth() {}

  /**
   * Puts it into words: {@code 3 rows with revenue 15.00}.
   *
   * @param column the column that says what rows are worth, if one does
   */
  public static String of(long rows, Optional<String> column, BigDecimal amount) {
    return (rows == 1 ? "1 row" : String.format(Locale.ROOT, "%,d rows", rows))
        + column.map(name -> " with " + name + " " + amount.toPlainString()).orElse("");
  }
}
