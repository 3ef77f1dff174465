package baddle.app.draft.words;

import baddle.core.calendar.Grain;
import baddle.core.calendar.Period;
import baddle.plan.ExpectPlan;
import baddle.plan.PeriodSpan;
import java.util.List;
import java.util.NavigableSet;
import java.util.Optional;
import java.util.TreeSet;

/** Tells how often something arrives by the periods of what has arrived. */
public final class Rhythm {

  /** Fewer periods are no rhythm. */
  private static final int LEAST = 3;

  /** So much of all periods from the first to the last has to be there. */
  private static final double MOST_OF_ALL = 0.6;

  private Rhythm() {}

  /** The grain of which there is a period for nearly each time; empty where that can't be told. */
  public static Optional<Grain> of(List<Period> periods) {
    NavigableSet<Period> distinct = new TreeSet<>(periods);
    List<Grain> grains = distinct.stream().map(Period::grain).distinct().toList();
    if (distinct.size() < LEAST
        || grains.size() != 1
        || !ExpectPlan.GRAINS.contains(grains.get(0))) {
      return Optional.empty();
    }
    PeriodSpan span = new PeriodSpan(distinct.first(), Optional.of(distinct.last()), false);
    int all = span.on(distinct.last().start()).size();
    return distinct.size() >= all * MOST_OF_ALL ? Optional.of(grains.get(0)) : Optional.empty();
  }
}
