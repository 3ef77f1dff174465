package baddle.core.crosstab.spec;

import baddle.core.expression.AxisItem;
import java.util.List;
import java.util.Optional;

/**
 * One level of an axis.
 *
 * @param item what its items are made of
 * @param order the order of the items
 * @param keep which of them are kept; empty for all
 * @param empty which items are shown without data
 */
public record Level(AxisItem item, Order order, Optional<Keep> keep, Empty empty) {

  /**
   * Which items are shown without data.
   *
   * @param kind how they are told
   * @param labels for a list, what they are called
   */
  public record Empty(Kind kind, List<String> labels) {

    /** How the items without data are told. */
    public enum Kind {
      /** There are none. */
      NONE,
      /** The periods between the first and the last. */
      GAPS,
      /** The periods of whole fiscal years. */
      YEARS,
      /** A list. */
      LIST,
      /** The values that the lookup of a name brings; to be made a list before it is counted. */
      LOOKUP
    }

    /** None. */
    public static final Empty NONE = new Empty(Kind.NONE, List.of());

    /** Copies the list. */
    public Empty {
      labels = List.copyOf(labels);
    }
  }

  /** A level in natural order, with all its items. */
  public static Level of(AxisItem item) {
    return new Level(item, Order.NATURAL, Optional.empty(), Empty.NONE);
  }

  /** The same with a list of items that are shown without data. */
  public Level always(List<String> labels) {
    return new Level(item, order, keep, new Empty(Empty.Kind.LIST, labels));
  }
}
