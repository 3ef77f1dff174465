package baddle.core.crosstab.spec;

import java.text.DecimalFormat;
import java.text.DecimalFormatSymbols;
import java.util.Currency;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * How the numbers of a measure are written.
 *
 * @param pattern a number pattern (Unicode CLDR, such as {@code #,##0.00}); empty for one that
 *     shows all places
 * @param unit what they are counted in
 * @param currency the code (ISO 4217) that {@code ¤} in the pattern stands for
 * @param sign how a change says whether it is up or down
 */
public record NumberStyle(
    Optional<String> pattern, Unit unit, Optional<Currency> currency, Sign sign) {

  /** A prefix, digits, a suffix; and perhaps the same for negative numbers. */
  private static final Pattern PATTERN =
      Pattern.compile(
          "PART(;PART)?".replace("PART", "[^#0.,;A-Za-z]*#?,?#*0+(\\.0*#*)?[^#0.,;A-Za-z]*"));

  /** All places, as they are. */
  public static final NumberStyle PLAIN =
      new NumberStyle(Optional.empty(), Unit.ONES, Optional.empty(), Sign.ARROW);

  /** What numbers are counted in. */
  public enum Unit {
    /** As they are. */
    ONES(0),
    /** Thousands. */
    THOUSANDS(3),
    /** Millions. */
    MILLIONS(6);

    private final int zeros;

    Unit(int zeros) {
      this.zeros = zeros;
    }

    /** How many decimal places the numbers are moved by. */
    public int zeros() {
      return zeros;
    }
  }

  /** How a change says whether it is up or down. */
  public enum Sign {
    /** ▲, ▼ and =. */
    ARROW,
    /** +, - and =. */
    ASCII,
    /** By the number's own sign. */
    NONE
  }

  /** Whether a text is a number pattern. */
  public static boolean isPattern(String text) {
    if (!PATTERN.matcher(text).matches()) {
      return false;
    }
    try {
      new DecimalFormat(text, DecimalFormatSymbols.getInstance(Locale.ROOT));
      return true;
    } catch (IllegalArgumentException e) {
      return false;
    }
  }
}
