package baddle.core.crosstab;

import baddle.core.expression.AggregateCall;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * What stands in the body of a cross-tab.
 *
 * @param name its heading
 * @param call what it computes
 * @param pattern the number pattern (Unicode CLDR, such as {@code #,##0.00}) it is shown with;
 *     empty for one that shows all its places
 */
public record Measure(String name, AggregateCall call, Optional<String> pattern) {

  private static final Pattern PATTERN = Pattern.compile("#?,?#*0+(\\.0*#*)?");

  /** Whether a text is a number pattern: digits as {@code #} and {@code 0}, grouping, places. */
  public static boolean isPattern(String text) {
    return PATTERN.matcher(text).matches();
  }
}
