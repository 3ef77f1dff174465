package baddle.core.intake;

import baddle.core.grid.CellRange;
import baddle.core.grid.GridRow;
import baddle.core.intake.heading.HeadingRow;
import java.util.ArrayList;
import java.util.List;
import java.util.NavigableMap;
import java.util.Objects;
import java.util.Optional;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** Looks for the headings of a table among the first rows of a source. */
final class HeadingSearch {

  private final HeadingMatcher matcher;
  private final List<CellRange> more = new ArrayList<>();
  private CellRange region;
  private int rowsSearched;
  private @Nullable HeadingRow best;
  private @Nullable HeadingRow headings;
  private NavigableMap<Integer, String> previousCells = new TreeMap<>();
  private int previousRow;

  /**
   * A search.
   *
   * @param region the cells that are searched
   */
  HeadingSearch(HeadingMatcher matcher, CellRange region) {
    this.matcher = matcher;
    this.region = region;
  }

  /** Whether rows are left to be looked at. */
  boolean wantsMore() {
    return rowsSearched < Intake.ROWS_SEARCHED;
  }

  /** The headings that were found. */
  Optional<HeadingRow> headings() {
    return Optional.ofNullable(headings);
  }

  /** Of the rows looked at the one that is most like the headings. */
  Optional<HeadingRow> best() {
    return Optional.ofNullable(best);
  }

  /** The cells of the table, as far as its headings tell. */
  CellRange region() {
    return region;
  }

  /** Tables beside this one. */
  List<CellRange> beside() {
    return more;
  }

  /** The headings with a second line, if that names more columns than the first alone. */
  Optional<HeadingRow> withSecondLine(GridRow row) {
    HeadingRow found = Objects.requireNonNull(headings);
    if (matcher.isWhole(found)) {
      return Optional.empty();
    }
    NavigableMap<Integer, String> cells =
        HeadingMatcher.cells(row, region.firstColumn(), region.endColumn());
    HeadingRow both = matcher.align(row.number(), previousCells, cells);
    return matcher.isBetter(both, found) ? Optional.of(both) : Optional.empty();
  }

  /** Looks at a row; true once the headings are found, and none may follow them. */
  boolean search(GridRow row) {
    NavigableMap<Integer, String> cells =
        HeadingMatcher.cells(row, region.firstColumn(), region.endColumn());
    if (cells.isEmpty()) {
      return false;
    }
    rowsSearched++;
    HeadingRow candidate = matcher.align(row.number(), cells);
    if (previousRow == row.number() - 1) {
      HeadingRow both = matcher.align(row.number(), previousCells, cells);
      boolean better = !matcher.fits(candidate) || matcher.isBetter(both, candidate);
      if (better && matcher.fits(both) && both.clashes().isEmpty()) {
        headings = both;
        return true;
      }
    }
    if (best == null || candidate.matched() > best.matched()) {
      best = candidate;
    }
    previousCells = cells;
    previousRow = row.number();
    if (matcher.fits(candidate)) {
      found(candidate);
    }
    return false;
  }

  private void found(HeadingRow candidate) {
    HeadingRow found = candidate;
    if (!candidate.clashes().isEmpty() || !candidate.repeated().isEmpty()) {
      List<CellRange> tables = matcher.sideBySide(candidate.rowNumber(), previousCells);
      if (!tables.isEmpty()) {
        CellRange first = tables.get(0);
        CellRange all = region;
        region = all.columns(first.firstColumn(), Math.min(first.endColumn(), all.endColumn()));
        tables.stream()
            .skip(1)
            .map(
                t ->
                    new CellRange(
                        t.firstRow(),
                        all.lastRow(),
                        t.firstColumn(),
                        Math.min(t.endColumn(), all.endColumn())))
            .forEach(more::add);
        previousCells =
            new TreeMap<>(previousCells.subMap(region.firstColumn(), region.endColumn()));
        found = matcher.align(candidate.rowNumber(), previousCells);
      }
    }
    headings = found;
  }
}
