package baddle.app.compare;

import java.math.BigDecimal;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * A figure that isn't what it was.
 *
 * @param measure the measure
 * @param items the items it is at, those down first; none for the grand total
 * @param before what it was; empty where there was none
 * @param after what it is; empty where there is none
 */
public record Movement(
    String measure, List<String> items, Optional<BigDecimal> before, Optional<BigDecimal> after) {

  /** The largest first. */
  public static final Comparator<Movement> LARGEST =
      Comparator.<Movement, BigDecimal>comparing(movement -> movement.amount().abs()).reversed();

  /** Copies the list. */
  public Movement {
    items = List.copyOf(items);
  }

  /** By how much it moved; what is missing counts as zero. */
  public BigDecimal amount() {
    return after.orElse(BigDecimal.ZERO).subtract(before.orElse(BigDecimal.ZERO));
  }

  /** Where it is, as a person reads it. */
  public String place() {
    return items.isEmpty() ? "total" : String.join(", ", items);
  }
}
