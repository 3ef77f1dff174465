package baddle.app.review;

import baddle.core.finding.NumberText;
import java.math.BigDecimal;
import java.util.Optional;

/** How many rows there are and what they are worth, for a person. */
public final class Worth {

  private Worth() {}

  /**
   * Puts it into words: {@code 3 rows with revenue 1,500.00}.
   *
   * @param column the column that says what rows are worth, if one does
   */
  public static String of(long rows, Optional<String> column, BigDecimal amount) {
    return NumberText.counted(rows, "row")
        + column.map(name -> " with " + name + " " + NumberText.exact(amount)).orElse("");
  }
}
