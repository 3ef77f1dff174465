package baddle.core.crosstab;

import java.util.List;

/**
 * An item of an axis, or the root that stands for all of them.
 *
 * @param label what it is called; empty for the root
 * @param node its number in the axis, from 0, the root's
 * @param level how deep it is; 0 for the root
 * @param isRest whether it stands for all that weren't kept
 * @param children the items of the next level in the order they are shown
 */
public record Item(String label, int node, int level, boolean isRest, List<Item> children) {

  /** What the item of rows without a value is called. */
  public static final String BLANK_LABEL = "(blank)";

  /** Copies the list. */
  public Item {
    children = List.copyOf(children);
  }
}
