package baddle.reports.page;

import baddle.core.crosstab.FilterableCells;
import baddle.formats.xlsx.SheetSight;
import baddle.reports.RowTable;
import baddle.reports.RowsBehind;
import java.util.List;
import java.util.Optional;

/**
 * What the readers of a page or a workbook need to ask further.
 *
 * @param cells for each summary its cells; empty where no total can be computed from them
 * @param rows the rows behind the figures, by dataset
 * @param tables the rows for sheets of their own
 * @param filters what a table that is laid out anew can be filtered by
 * @param sight whether those sheets are shown
 * @param remarks what can't be asked, and why
 */
public record ReaderData(
    List<Optional<FilterableCells>> cells,
    List<RowsBehind> rows,
    List<RowTable> tables,
    List<String> filters,
    SheetSight sight,
    List<String> remarks) {

  /** Nothing. */
  public static final ReaderData NONE =
      new ReaderData(List.of(), List.of(), List.of(), List.of(), SheetSight.SHOWN, List.of());

  /** Copies the lists. */
  public ReaderData {
    cells = List.copyOf(cells);
    rows = List.copyOf(rows);
    tables = List.copyOf(tables);
    filters = List.copyOf(filters);
    remarks = List.copyOf(remarks);
  }

  /** The cells of a summary by its index. */
  Optional<FilterableCells> cells(int summary) {
    return summary < cells.size() ? cells.get(summary) : Optional.empty();
  }
}
