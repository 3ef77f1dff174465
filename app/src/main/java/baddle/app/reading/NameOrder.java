package baddle.app.reading;

import baddle.core.calendar.Period;
import baddle.core.calendar.PeriodText;
import baddle.core.value.NaturalOrder;
import java.util.Comparator;
import java.util.Optional;

/**
 * The order in which names of files or sheets are taken: by the period that is anywhere in them,
 * those without one first, then by the month they name without a year, then as a person sorts (2
 * before 10).
 *
 * @param name the name
 * @param period the period found in it
 * @param month the month found in it, from 1, or 0
 */
public record NameOrder(String name, Optional<Period> period, int month)
    implements Comparable<NameOrder> {

  private static final Comparator<NameOrder> ORDER =
      Comparator.<NameOrder, Period>comparing(
              order -> order.period.orElse(null), Comparator.nullsFirst(Comparator.naturalOrder()))
          .thenComparing(NameOrder::month)
          .thenComparing(NameOrder::name, NaturalOrder.INSTANCE);

  /** Where a name is. */
  public static NameOrder of(String name, PeriodText periods) {
    Optional<Period> period = periods.find(name);
    return new NameOrder(name, period, period.isPresent() ? 0 : periods.month(name));
  }

  /** Where a name is whose period is known otherwise. */
  public static NameOrder plain(String name) {
    return new NameOrder(name, Optional.empty(), 0);
  }

  @Override
  public int compareTo(NameOrder other) {
    return ORDER.compare(this, other);
  }
}
