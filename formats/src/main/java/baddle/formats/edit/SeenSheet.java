package baddle.formats.edit;

import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import java.util.List;
import java.util.Optional;
import java.util.SortedMap;

/**
 * What is known of a sheet.
 *
 * @param name its name
 * @param isProtected whether its locked cells are protected
 * @param cells those that were asked for and are there
 * @param merged ranges that show as one cell
 * @param lastRow the last that has a cell; 0 for none
 */
public record SeenSheet(
    String name,
    boolean isProtected,
    SortedMap<CellAt, SeenCell> cells,
    List<CellRange> merged,
    int lastRow) {

  private static final SeenCell NONE = new SeenCell(CellKind.BLANK, "", "", "", true);

  /** Copies the list. */
  public SeenSheet {
    merged = List.copyOf(merged);
  }

  /** A cell; blank where there is none. */
  public SeenCell cell(CellAt at) {
    return cells.getOrDefault(at, NONE);
  }

  /** The cell that shows in the place of one that is merged away; empty for all others. */
  public Optional<CellAt> mergedInto(CellAt at) {
    return merged.stream()
        .filter(at::liesIn)
        .map(range -> new CellAt(range.firstRow(), range.firstColumn()))
        .filter(first -> !first.equals(at))
        .findFirst();
  }
}
