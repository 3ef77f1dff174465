package baddle.app.export;

import baddle.app.session.ProjectSession;
import baddle.core.finding.NumberText;
import baddle.core.table.Block;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import baddle.core.value.WideSum;
import baddle.database.TableLoader;
import baddle.database.TableSum;
import baddle.plan.database.TablePlan;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.List;
import java.util.Optional;

/**
 * Compares a loaded table with its dataset: the number of rows and the sum of one column, both read
 * back from the table.
 *
 * @param column whose sums are compared; empty where no number is loaded
 * @param table what is in the table
 * @param dataset the chosen rows of the dataset
 * @param mayHaveOthers whether rows that others put into the table stay there
 */
public record LoadProof(Optional<String> column, Side table, Side dataset, boolean mayHaveOthers) {

  /**
   * Rows and sum of one side.
   *
   * @param rows how many
   * @param sum of the column; zero without one
   */
  public record Side(long rows, BigDecimal sum) {}

  /** Reads both sides; the table as this load sees it before the commit. */
  static LoadProof of(
      ProjectSession session,
      String dataset,
      RowsChoice choice,
      TableLoader loading,
      TablePlan target,
      Schema loaded)
      throws IOException, ExportException {
    Optional<String> column = column(session, dataset, loaded);
    Optional<String> sign =
        target.how() == TablePlan.How.APPEND ? Optional.of(LogRows.SIGN.name()) : Optional.empty();
    TableSum there = loading.sum(target.table(), column, sign);
    return new LoadProof(
        column,
        new Side(there.rows(), there.sum()),
        chosen(session, dataset, choice, column),
        target.how() == TablePlan.How.BY_KEY);
  }

  private static Optional<String> column(ProjectSession session, String dataset, Schema loaded) {
    Optional<String> amount =
        session
            .project()
            .plan()
            .datasets()
            .get(dataset)
            .amount()
            .filter(name -> loaded.indexOf(name).isPresent());
    return amount.isPresent()
        ? amount
        : loaded.columns().stream()
            .filter(column -> column.type().kind() == ColumnType.Kind.DECIMAL)
            .map(column -> column.name())
            .findFirst();
  }

  private static Side chosen(
      ProjectSession session, String dataset, RowsChoice choice, Optional<String> column)
      throws IOException, ExportException {
    RowsOfDataset rows =
        new RowsOfDataset(
            session,
            dataset,
            new RowsChoice(
                column.map(List::of).orElse(choice.columns()),
                RowsChoice.OriginColumns.NONE,
                choice.where(),
                List.of(),
                choice.batch(),
                choice.period(),
                choice.sinceBatch()));
    if (column.isEmpty()) {
      return new Side(rows.count(), BigDecimal.ZERO);
    }
    WideSum sum = new WideSum();
    long[] count = new long[1];
    rows.scan(
        (block, from, to) -> {
          count[0] += to - from;
          add(block, from, to, sum);
        });
    return new Side(count[0], sum.value(rows.schema().column(0).type().places()));
  }

  private static void add(Block block, int from, int to, WideSum sum) {
    LongVector values = (LongVector) block.vector(0);
    for (int row = from; row < to; row++) {
      if (!values.isBlank(row)) {
        sum.add(values.values()[row]);
      }
    }
  }

  /** Whether both sides are equal. */
  public boolean ties() {
    return table.rows() == dataset.rows() && table.sum().compareTo(dataset.sum()) == 0;
  }

  /** Whether the table has other rows than it should. */
  public boolean wantsEye() {
    return !ties() && !mayHaveOthers;
  }

  /** Both sides in words. */
  public String words() {
    String there = words(table);
    return ties()
        ? there + " in the table = in the dataset"
        : there
            + " in the table, "
            + words(dataset)
            + " in the dataset: "
            + words(new Side(table.rows() - dataset.rows(), table.sum().subtract(dataset.sum())))
            + (mayHaveOthers ? " that others put there or changed" : " apart");
  }

  private String words(Side of) {
    return NumberText.counted(of.rows(), "row")
        + column.map(name -> ", " + name + " " + NumberText.exact(of.sum())).orElse("");
  }
}
