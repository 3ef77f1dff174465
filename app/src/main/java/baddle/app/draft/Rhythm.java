package baddle.app.draft;

import baddle.core.value.Grain;
import baddle.core.value.Period;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Tells how often something arrives by the periods of what has arrived. */
final class Rhythm {

  private static final List<Grain> GRAINS =
      List.of(Grain.DAY, Grain.WEEK, Grain.MONTH, Grain.QUARTER, Grain.YEAR);

  /** Fewer periods are no rhythm. */
  private static final int LEAST = 3;

  /** So much of all periods from the first to the last has to be there. */
  private static final double MOST_OF_ALL = 0.6;

  private Rhythm() {}

  /** The grain of which there is a period for nearly each time; empty where that can't be told. */
  static Optional<Grain> of(List<Period> periods) {
    Set<Period> distinct = new TreeSet<>(periods);
    List<Grain> grains = distinct.stream().map(Period::grain).distinct().toList();
    if (distinct.size() < LEAST || grains.size() != 1 || !GRAINS.contains(grains.get(0))) {
      return Optional.empty();
    }
    Period last = ((TreeSet<Period>) distinct).last();
    int all = 0;
    Period at = ((TreeSet<Period>) distinct).first();
    while (at.compareTo(last) <= 0) {
      all++;
      at = new Period(at.grain(), at.end());
    }
    return distinct.size() >= all * MOST_OF_ALL ? Optional.of(grains.get(0)) : Optional.empty();
  }
}
