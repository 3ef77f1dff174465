package baddle.plan;

import baddle.core.calendar.Grain;
import baddle.core.calendar.Period;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Periods of one length that follow each other.
 *
 * @param from the first
 * @param to the last; empty where that depends on the day
 * @param complete where it depends on the day: whether the last one is over by then, or holds it
 */
public record PeriodSpan(Period from, Optional<Period> to, boolean complete) {

  /** More periods than anybody asks for. */
  static final int MOST = 10_000;

  /** The periods on a day; none where the last one is before the first. */
  public List<Period> on(LocalDate day) {
    List<Period> periods = new ArrayList<>();
    Period at = from;
    while (periods.size() < MOST && isWanted(at, day)) {
      periods.add(at);
      at = new Period(at.grain(), at.end());
    }
    return periods;
  }

  private boolean isWanted(Period period, LocalDate day) {
    if (to.isPresent()) {
      return !period.start().isAfter(to.get().start());
    }
    return complete ? !period.end().isAfter(day) : !period.start().isAfter(day);
  }

  /** The last of two periods of a length can be said to be the same or later. */
  public static boolean follow(Period from, Period to) {
    return from.grain() == to.grain() && !to.start().isBefore(from.start());
  }

  /** How a last period that depends on the day is written. */
  public static String words(Grain grain, boolean complete) {
    return (complete ? "last complete " : "this ") + grain.words();
  }
}
