package baddle.app.fill;

import baddle.core.calendar.Period;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.formats.edit.CellContent;
import baddle.plan.output.FillPlan;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Holds the rows of a table against those of its dataset: their number, and what they are worth
 * where the table has the dataset's amount.
 */
final class TableProof {

  private final FillFigures figures;
  private final FillPlan.Table table;
  private final Optional<String> amount;
  private final Optional<Integer> column;
  private List<Period> periods = List.of();
  private long rows;
  private BigDecimal sum = BigDecimal.ZERO;

  TableProof(FillFigures figures, FillPlan.Table table) {
    this.figures = figures;
    this.table = table;
    this.amount = figures.amount(table);
    int at = amount.map(List.copyOf(table.columns().values())::indexOf).orElse(-1);
    this.column = at < 0 ? Optional.empty() : Optional.of(at);
  }

  /** Whose rows should be in the table. */
  void of(List<Period> wanted) {
    periods = wanted;
  }

  /** Which of the table's filled columns has the amount. */
  Optional<Integer> amountColumn() {
    return column;
  }

  /** Adds what is in a cell of a row. */
  void add(int cell, CellContent content) {
    if (column.equals(Optional.of(cell)) && content instanceof CellContent.Amount number) {
      sum = sum.add(number.value());
    }
  }

  /** Ends a row whose cells were added. */
  void endRow() {
    rows++;
  }

  /** Adds a row. */
  void add(List<CellContent> row) {
    column.ifPresent(at -> add(at, row.get(at)));
    rows++;
  }

  /** Adds a row with an amount. */
  void add(Optional<BigDecimal> number) {
    sum = sum.add(number.orElse(BigDecimal.ZERO));
    rows++;
  }

  /** What is in the table, and what of the dataset isn't. */
  List<FillResult.Total> totals() throws IOException {
    Crosstab all = figures.ofTable(table, Optional.empty());
    Crosstab own = table.allPeriods() ? all : figures.ofTable(table, Optional.of(periods));
    List<FillResult.Total> totals = new ArrayList<>();
    totals.add(total(all, own, 0, BigDecimal.valueOf(rows)));
    if (column.isPresent()) {
      totals.add(total(all, own, 1, sum));
    }
    return totals;
  }

  private FillResult.Total total(Crosstab all, Crosstab own, int measure, BigDecimal inSheet) {
    BigDecimal whole = figure(all, all.down(), measure);
    BigDecimal others = whole.subtract(figure(own, own.down(), measure));
    return new FillResult.Total(
        table.name(),
        measure == 0 ? "rows" : amount.orElseThrow(),
        whole,
        inSheet.setScale(Math.max(inSheet.scale(), whole.scale())),
        others);
  }

  private static BigDecimal figure(Crosstab crosstab, Item item, int measure) {
    return crosstab.value(item, crosstab.across(), measure).orElse(BigDecimal.ZERO);
  }

  /** The rows that no period has, for they have no date. */
  List<FillResult.Unplaced> undated() throws IOException {
    if (table.allPeriods()) {
      return List.of();
    }
    Optional<Crosstab> undated = figures.undated(table);
    BigDecimal many = undated.map(one -> figure(one, one.down(), 0)).orElse(BigDecimal.ZERO);
    return many.signum() == 0
        ? List.of()
        : List.of(
            new FillResult.Unplaced(
                "table " + table.name(), "rows", many.toPlainString(), "they have no date"));
  }
}
