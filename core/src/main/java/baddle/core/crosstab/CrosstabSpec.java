package baddle.core.crosstab;

import baddle.core.expression.AxisItem;
import java.util.List;

/**
 * What a cross-tab consists of.
 *
 * @param title its name
 * @param down the levels down the side, from the outermost
 * @param across the levels across the top, from the outermost; none for one column per measure
 * @param measures at least one
 * @param totals which totals it has
 * @param blanks what stands in a cell without a value
 */
public record CrosstabSpec(
    String title,
    List<AxisItem> down,
    List<AxisItem> across,
    List<Measure> measures,
    Totals totals,
    String blanks) {

  /** Copies the lists. */
  public CrosstabSpec {
    down = List.copyOf(down);
    across = List.copyOf(across);
    measures = List.copyOf(measures);
    if (measures.isEmpty()) {
      throw new IllegalArgumentException("a cross-tab without a measure");
    }
  }

  /** The columns it reads, each once. */
  public List<String> columns() {
    return java.util.stream.Stream.of(
            down.stream().map(AxisItem::column),
            across.stream().map(AxisItem::column),
            measures.stream().flatMap(measure -> measure.call().column().stream()))
        .flatMap(names -> names)
        .distinct()
        .toList();
  }
}
