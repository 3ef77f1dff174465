package baddle.core.crosstab.spec;

import java.util.List;

/**
 * The order of a level's items.
 *
 * @param measure the measure they are ordered by; empty for the order of the calendar or the labels
 * @param at the item of the other axis at which the measure counts; empty for the total
 * @param descending whether the greatest comes first
 * @param list labels that come first, in this order
 */
public record Order(String measure, String at, boolean descending, List<String> list) {

  /** By calendar, number or label. */
  public static final Order NATURAL = new Order("", "", false, List.of());

  /** Copies the list. */
  public Order {
    list = List.copyOf(list);
  }
}
