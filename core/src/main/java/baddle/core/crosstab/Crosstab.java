package baddle.core.crosstab;

import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;

/** A finished cross-tab: two axes and the measures where they meet. Totals are the roots' cells. */
public final class Crosstab {

  private final CrosstabSpec spec;
  private final List<Integer> places;
  private final Item down;
  private final Item across;
  private final CellTable cells;
  private final List<Accumulator> accumulators;

  Crosstab(
      CrosstabSpec spec,
      List<Integer> places,
      Item down,
      Item across,
      CellTable cells,
      List<Accumulator> accumulators) {
    this.spec = spec;
    this.places = List.copyOf(places);
    this.down = down;
    this.across = across;
    this.cells = cells;
    this.accumulators = accumulators;
  }

  /** What it was made to. */
  public CrosstabSpec spec() {
    return spec;
  }

  /** The root of the items down the side. */
  public Item down() {
    return down;
  }

  /** The root of the items across the top. */
  public Item across() {
    return across;
  }

  /**
   * The decimal places a measure has by its column's type.
   *
   * @param measure its index from 0
   */
  public int places(int measure) {
    return places.get(measure);
  }

  /**
   * A measure where two items meet, at any level; a root stands for all items.
   *
   * @param measure its index from 0
   * @return the exact value; empty where no row has both items or none of the rows has a value
   */
  public Optional<BigDecimal> value(Item downItem, Item acrossItem, int measure) {
    int cell = cells.find(downItem.node(), acrossItem.node());
    return cell < 0 ? Optional.empty() : accumulators.get(measure).value(cell);
  }
}
