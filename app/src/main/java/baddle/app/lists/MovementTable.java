package baddle.app.lists;

import baddle.app.compare.Cause;
import baddle.app.compare.Comparison;
import baddle.app.compare.Movement;
import baddle.app.compare.RowChange;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;

/** What moved between two states, and what each source moved, as one table. */
public final class MovementTable {

  private MovementTable() {}

  /**
   * Of a comparison.
   *
   * @param least movements that are smaller are passed over
   */
  public static ListTable of(Comparison comparison, BigDecimal least) {
    ListTable table =
        new ListTable(
            "movements",
            "summary",
            "kind",
            "place",
            "measure",
            "before#",
            "after#",
            "movement#",
            "because",
            "rows_added#",
            "rows_removed#",
            "rows_altered#");
    for (Comparison.Summary summary : comparison.summaries()) {
      for (Movement movement : summary.movements()) {
        if (isLarge(movement, least)) {
          List<String> cells = cells(summary, "figure", movement);
          cells.addAll(List.of("", "", "", ""));
          table.add(cells);
        }
      }
      for (Cause cause : summary.causes()) {
        if (isLarge(cause.movement(), least)) {
          List<String> cells = cells(summary, "source", cause.movement());
          cells.add(cause.reason().words());
          for (RowChange change : RowChange.values()) {
            cells.add(String.valueOf(cause.part(change).rows()));
          }
          table.add(cells);
        }
      }
      for (Movement total : summary.totals()) {
        List<String> cells = cells(summary, "total", total);
        cells.addAll(List.of("", "", "", ""));
        table.add(cells);
      }
    }
    return table;
  }

  private static boolean isLarge(Movement movement, BigDecimal least) {
    return movement.amount().abs().compareTo(least) >= 0;
  }

  private static List<String> cells(Comparison.Summary summary, String kind, Movement movement) {
    List<String> cells = new ArrayList<>();
    cells.add(summary.name());
    cells.add(kind);
    cells.add(movement.place());
    cells.add(movement.measure());
    cells.add(movement.before().map(BigDecimal::toPlainString).orElse(""));
    cells.add(movement.after().map(BigDecimal::toPlainString).orElse(""));
    cells.add(movement.amount().toPlainString());
    return cells;
  }
}
