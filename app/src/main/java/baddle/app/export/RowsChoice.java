package baddle.app.export;

import baddle.core.calendar.Period;
import baddle.plan.output.RowsPlan;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * Which rows of a dataset are wanted, with which columns, in which order.
 *
 * @param columns names, in order; empty for those of the dataset
 * @param origin which of the columns that say where a row comes from follow them
 * @param where a condition that they meet
 * @param order columns, each perhaps with {@code descending}; empty for the order of the sources
 * @param batch as of which batch; empty for the last
 * @param period the period they are of
 * @param sinceBatch only rows that came with later batches than this
 */
public record RowsChoice(
    List<String> columns,
    OriginColumns origin,
    Optional<String> where,
    List<String> order,
    OptionalInt batch,
    Optional<Period> period,
    OptionalInt sinceBatch) {

  /** Which of the columns that say where a row comes from. */
  public enum OriginColumns {
    /** None. */
    NONE,
    /** File, sheet and row. */
    SHORT,
    /** All of them. */
    ALL
  }

  /** All rows of the last batch with the dataset's columns, and nothing of their origin. */
  public static final RowsChoice EVERYTHING =
      new RowsChoice(
          List.of(),
          OriginColumns.NONE,
          Optional.empty(),
          List.of(),
          OptionalInt.empty(),
          Optional.empty(),
          OptionalInt.empty());

  /** What a plan wants each time, as of a batch. */
  static RowsChoice of(RowsPlan rows, int batch) {
    return new RowsChoice(
        rows.columns(),
        OriginColumns.valueOf(rows.origin().toUpperCase(Locale.ROOT)),
        rows.where(),
        rows.order(),
        OptionalInt.of(batch),
        Optional.empty(),
        OptionalInt.empty());
  }

  /** The same, of rows that meet another condition too. */
  RowsChoice whereAlso(String condition) {
    String both = where.map(own -> "(" + own + ") and (" + condition + ")").orElse(condition);
    return new RowsChoice(columns, origin, Optional.of(both), order, batch, period, sinceBatch);
  }

  /** Copies the lists. */
  public RowsChoice {
    columns = List.copyOf(columns);
    order = List.copyOf(order);
  }
}
