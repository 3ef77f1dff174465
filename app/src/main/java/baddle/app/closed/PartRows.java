package baddle.app.closed;

import baddle.core.derivation.ClosedMark;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.HiddenRows;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.value.WideSum;
import baddle.plan.DatasetPlan;
import baddle.store.DatasetReader;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Tells for the rows of a block whether they count, and what they are worth. */
final class PartRows {

  private final TextVector held;
  private final TextVector duplicate;
  private final TextVector closed;
  private final @Nullable LongVector amounts;
  private final ClosedMark.@Nullable Kind[] kinds;

  /** Of a block that has the {@link #columns}. */
  PartRows(DatasetPlan dataset, DatasetReader.PartBlock rows) {
    this(
        rows.block(),
        dataset
            .amount()
            .map(name -> rows.block().numbers(rows.block().schema().indexOf(name).orElseThrow()))
            .orElse(null));
  }

  /** Of a block that says nothing of what its rows are worth. */
  static PartRows reasons(DatasetReader.PartBlock rows) {
    return new PartRows(rows.block(), null);
  }

  private PartRows(Block block, @Nullable LongVector amounts) {
    held = text(block, HiddenRows.HELD);
    duplicate = text(block, HiddenRows.DUPLICATE);
    closed = text(block, HiddenRows.CLOSED);
    this.amounts = amounts;
    kinds = new ClosedMark.Kind[closed.dictionary().size() + 1];
    for (int code = 1; code < kinds.length; code++) {
      kinds[code] = ClosedMark.parse(closed.dictionary().text(code)).kind();
    }
  }

  /** The columns that blocks have to have. */
  static Schema columns(DatasetPlan dataset) {
    List<Column> columns =
        new ArrayList<>(dataset.schema().only(dataset.amount().stream().toList()).columns());
    columns.addAll(HiddenRows.columns());
    return new Schema(columns);
  }

  private static TextVector text(Block block, Column column) {
    return block.text(block.schema().indexOf(column.name()).orElseThrow());
  }

  /** Whether a row counts. */
  boolean counts(int row) {
    return held.isBlank(row) && duplicate.isBlank(row) && closed.isBlank(row);
  }

  /** Whether a row was read and is held for its derived columns. */
  boolean isHeld(int row) {
    return !held.isBlank(row);
  }

  /** Why rows are held for their derived columns; blank for those that aren't. */
  TextVector held() {
    return held;
  }

  /** The kind of a marked row; null for others. */
  ClosedMark.@Nullable Kind kind(int row) {
    return kinds[closed.codes()[row]];
  }

  /** Whether a row was left out before its period was closed. */
  boolean isLeftOut(int row) {
    return kind(row) == ClosedMark.Kind.LEFT_OUT
        || (held.isBlank(row) && closed.isBlank(row) && !duplicate.isBlank(row));
  }

  /** Adds what a row is worth. */
  void addAmount(int row, WideSum sum) {
    if (amounts != null && !amounts.isBlank(row)) {
      sum.add(amounts.values()[row]);
    }
  }
}
