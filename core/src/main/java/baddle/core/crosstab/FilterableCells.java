package baddle.core.crosstab;

import java.util.List;

/**
 * The innermost cells of a cross-tab told apart by further items, so that a reader can leave items
 * out and has each total anew.
 *
 * @param cells the parts of its measures by its own levels and, after those across, by the filters
 * @param parts how the measures are made of them
 * @param filters what the filters are called, as many as there are levels behind those across
 * @param missing filters that its rows don't have
 */
public record FilterableCells(
    Crosstab cells, MeasureParts parts, List<String> filters, List<String> missing) {

  /** Copies the lists. */
  public FilterableCells {
    filters = List.copyOf(filters);
    missing = List.copyOf(missing);
  }
}
