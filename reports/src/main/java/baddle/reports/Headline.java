package baddle.reports;

import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.RollForwardLines;
import baddle.core.crosstab.spec.Latest;
import baddle.core.crosstab.spec.RollForward;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.text.DecimalFormat;
import java.text.DecimalFormatSymbols;
import java.util.Locale;
import java.util.Optional;

/**
 * The one figure that a summary is known by: the grand total of its first measure, or the closing
 * of a roll-forward.
 *
 * @param name what it is
 * @param value the figure; empty where there is none, or it is a day
 * @param number how it is written
 * @param latest the measure in the last month; empty where the summary isn't by month
 */
public record Headline(
    String name, Optional<BigDecimal> value, ShownNumber number, Optional<Latest> latest) {

  private static final int PLACES = 6;

  /** Of a layout, by its first measure. */
  public static Headline of(CrosstabLayout layout) {
    ShownNumber number = layout.numbers().get(0);
    Optional<RollForward> roll = layout.spec().rollForward();
    if (roll.isPresent()) {
      return new Headline(
          RollForward.Kind.CLOSING.standardLabel(),
          closing(roll.get(), layout),
          number,
          Optional.empty());
    }
    Crosstab crosstab = layout.crosstab();
    Optional<BigDecimal> total =
        number.isCalendar()
            ? Optional.empty()
            : crosstab.plainValue(crosstab.down(), crosstab.across(), 0);
    return new Headline(
        layout.spec().measures().get(0).name(),
        total,
        number,
        number.isCalendar() ? Optional.empty() : crosstab.latest(0));
  }

  /** What all accounts have in the end. */
  private static Optional<BigDecimal> closing(RollForward roll, CrosstabLayout layout) {
    BigDecimal sum = BigDecimal.ZERO;
    for (RollForwardLines.Line line : RollForwardLines.of(roll, layout.crosstab())) {
      if (line.kind() == RollForward.Kind.CLOSING) {
        sum = sum.add(line.values().get(line.values().size() - 1).orElse(BigDecimal.ZERO));
      }
    }
    return Optional.of(sum);
  }

  /** The last month's figure and what it moved by, in words; empty where there is none. */
  public String movement() {
    return latest
        .filter(month -> month.value().isPresent())
        .map(
            month ->
                month.month()
                    + ": "
                    + number.show(month.value().orElseThrow())
                    + moved(month.value().get(), month.before(), "the month")
                    + moved(month.value().get(), month.yearBefore(), "the year"))
        .orElse("");
  }

  private static String moved(BigDecimal now, Optional<BigDecimal> before, String what) {
    if (before.isEmpty() || before.get().signum() == 0) {
      return "";
    }
    BigDecimal part =
        now.subtract(before.get()).divide(before.get().abs(), PLACES, RoundingMode.HALF_UP);
    String sign = part.signum() == 0 ? "=" : part.signum() > 0 ? "\u25b2" : "\u25bc";
    DecimalFormat percent =
        new DecimalFormat("0.0%", DecimalFormatSymbols.getInstance(Locale.ROOT));
    percent.setRoundingMode(RoundingMode.HALF_UP);
    return ", " + sign + " " + percent.format(part.abs()) + " on " + what;
  }

  /** As it is written; empty for none. */
  public String shown() {
    return value.map(number::show).orElse("");
  }
}
