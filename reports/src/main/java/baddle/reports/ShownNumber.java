package baddle.reports;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.text.DecimalFormat;
import java.text.DecimalFormatSymbols;
import java.util.Locale;
import java.util.Optional;

/** How the numbers of a measure are written. */
public final class ShownNumber {

  private final String pattern;
  private final DecimalFormat format;

  /**
   * A number's looks.
   *
   * @param pattern a CLDR number pattern; empty for grouped digits with all places
   * @param places the decimal places to show where there is no pattern
   */
  ShownNumber(Optional<String> pattern, int places) {
    this.pattern = pattern.orElse(places == 0 ? "#,##0" : "#,##0." + "0".repeat(places));
    format = new DecimalFormat(this.pattern, DecimalFormatSymbols.getInstance(Locale.ROOT));
    format.setRoundingMode(RoundingMode.HALF_UP);
  }

  /** The pattern, which a workbook's number format understands too. */
  public String pattern() {
    return pattern;
  }

  /** A number as it is shown, rounded half up. */
  public String show(BigDecimal value) {
    String shown = format.format(value);
    return isZero(shown) && shown.startsWith("-") ? shown.substring(1) : shown;
  }

  private static boolean isZero(String shown) {
    return shown.chars().noneMatch(c -> c >= '1' && c <= '9');
  }
}
