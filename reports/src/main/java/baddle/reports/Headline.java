package baddle.reports;

import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.RollForward;
import java.math.BigDecimal;
import java.util.Optional;

/**
 * The one figure that a summary is known by: the grand total of its first measure, or the closing
 * of a roll-forward.
 *
 * @param name what it is
 * @param value the figure; empty where there is none, or it is a day
 * @param number how it is written
 */
record Headline(String name, Optional<BigDecimal> value, ShownNumber number) {

  static Headline of(CrosstabLayout layout) {
    ShownNumber number = layout.numbers().get(0);
    Optional<RollForward> roll = layout.spec().rollForward();
    if (roll.isPresent()) {
      return new Headline(
          RollForward.Kind.CLOSING.standardLabel(), closing(roll.get(), layout), number);
    }
    Crosstab crosstab = layout.crosstab();
    Optional<BigDecimal> total =
        number.isCalendar()
            ? Optional.empty()
            : crosstab.plainValue(crosstab.down(), crosstab.across(), 0);
    return new Headline(layout.spec().measures().get(0).name(), total, number);
  }

  /** What all accounts have in the end. */
  private static Optional<BigDecimal> closing(RollForward roll, CrosstabLayout layout) {
    BigDecimal sum = BigDecimal.ZERO;
    for (RollForward.Line line : roll.lines(layout.crosstab())) {
      if (line.kind() == RollForward.Kind.CLOSING) {
        sum = sum.add(line.values().get(line.values().size() - 1).orElse(BigDecimal.ZERO));
      }
    }
    return Optional.of(sum);
  }

  /** As it is written; empty for none. */
  String shown() {
    return value.map(number::show).orElse("");
  }
}
