package baddle.core.crosstab.spec;

import java.util.Map;
import java.util.stream.IntStream;

/**
 * Where the totals of outer items are, level by level.
 *
 * @param byLevel the place for levels that have one of their own, by their number from 0
 * @param others the place for all other levels
 */
public record Subtotals(Map<Integer, Place> byLevel, Place others) {

  /** Nowhere. */
  public static final Subtotals NONE = at(Place.NONE);

  /** Where a subtotal is. */
  public enum Place {
    /** Nowhere. */
    NONE,
    /** Before its items. */
    ABOVE,
    /** After its items. */
    BELOW
  }

  /** Copies the map. */
  public Subtotals {
    byLevel = Map.copyOf(byLevel);
  }

  /** At the same place for all levels. */
  public static Subtotals at(Place place) {
    return new Subtotals(Map.of(), place);
  }

  /** Where those of a level's items are. */
  public Place of(int level) {
    return byLevel.getOrDefault(level, others);
  }

  /** Whether one of the first so many levels has its subtotals at a place. */
  public boolean anyAt(Place place, int levels) {
    return IntStream.range(0, levels).anyMatch(level -> of(level) == place);
  }
}
