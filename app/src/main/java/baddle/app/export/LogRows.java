package baddle.app.export;

import baddle.app.compare.ChangedRows;
import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.LongVector;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import baddle.store.entry.Batch;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.List;
import java.util.Optional;

/** Gives rows the sign and the time of arrival that they have in a running log. */
final class LogRows {

  /** 1 for a row that comes in, -1 for one that is taken back. */
  static final Column SIGN = new Column("sign", ColumnType.of(ColumnType.Kind.INTEGER));

  private final Schema schema;
  private final Corrections corrections;
  private final Batch batch;
  private final Optional<Condition> condition;
  private long added;
  private long corrected;

  /**
   * Rows of a log.
   *
   * @param columns those of the rows, without sign and arrival
   * @param batch what comes as a correction has come with it
   */
  LogRows(Schema columns, Corrections corrections, Batch batch, Optional<Condition> condition) {
    List<Column> all = new ArrayList<>(columns.columns());
    all.removeIf(column -> isArrival(column.name()));
    if (corrections == Corrections.APPEND) {
      all.add(SIGN);
    }
    all.add(Origin.BATCH);
    all.add(Origin.BATCH_TIME);
    this.schema = new Schema(all);
    this.corrections = corrections;
    this.batch = batch;
    this.condition = condition;
  }

  private static boolean isArrival(String name) {
    return name.equals(Origin.BATCH.name()) || name.equals(Origin.BATCH_TIME.name());
  }

  Schema schema() {
    return schema;
  }

  /** How many rows came in. */
  long added() {
    return added;
  }

  /** How many rows that the log has are others now, or gone. */
  long corrected() {
    return corrected;
  }

  void reset() {
    added = 0;
    corrected = 0;
  }

  /** A sink for rows of the dataset, all of which come in. */
  BlockSink first(BlockSink into) {
    return (block, from, to) -> {
      added += to - from;
      into.accept(of(block, new boolean[block.size()], new boolean[block.size()]), from, to);
    };
  }

  /** A sink for rows that differ. */
  BlockSink changed(BlockSink into) {
    return (block, from, to) -> {
      Block all = chosen(block, from, to);
      TextVector change = all.text(all.schema().indexOf(ChangedRows.CHANGE).orElseThrow());
      TextVector state = all.text(all.schema().indexOf(ChangedRows.STATE).orElseThrow());
      boolean[] back = new boolean[all.size()];
      boolean[] correction = new boolean[all.size()];
      int[] wanted = new int[all.size()];
      int count = 0;
      for (int row = 0; row < all.size(); row++) {
        back[row] = text(state, row).equals(ChangedRows.BEFORE);
        correction[row] = !text(change, row).equals("added");
        added += correction[row] ? 0 : 1;
        corrected += back[row] ? 1 : 0;
        if (corrections == Corrections.APPEND || !correction[row]) {
          wanted[count++] = row;
        }
      }
      Block whole = of(all, back, correction).rows(wanted, count);
      if (count > 0) {
        into.accept(whole, 0, count);
      }
    };
  }

  /**
   * A sink for rows of the dataset, some of which come in.
   *
   * @param fresh those, by their number from 0
   * @param last the last batch that the log has a line of
   */
  BlockSink chosen(BitSet fresh, int last, BlockSink into) {
    long[] before = new long[1];
    return (block, from, to) -> {
      int[] wanted = new int[to - from];
      int count = 0;
      for (int row = from; row < to; row++) {
        if (fresh.get(Math.toIntExact(before[0]++))) {
          wanted[count++] = row;
        }
      }
      if (count > 0) {
        Block rows = block.rows(wanted, count);
        int at = rows.schema().indexOf(Origin.BATCH.name()).orElseThrow();
        boolean[] late = new boolean[count];
        for (int row = 0; row < count; row++) {
          late[row] = rows.numbers(at).values()[row] <= last;
        }
        into.accept(of(rows, new boolean[count], late), 0, count);
      }
    };
  }

  /** Rows of a log with the sign and batch that take them back. */
  static Block takenBack(Block rows, long batch, long micros) {
    List<Vector> vectors = new ArrayList<>();
    for (int i = 0; i < rows.schema().size(); i++) {
      String name = rows.schema().column(i).name();
      vectors.add(
          name.equals(SIGN.name())
              ? all(-1, rows.size())
              : name.equals(Origin.BATCH.name())
                  ? all(batch, rows.size())
                  : name.equals(Origin.BATCH_TIME.name())
                      ? all(micros, rows.size())
                      : rows.vector(i));
    }
    return new Block(rows.schema(), vectors, rows.rowNumbers(), rows.size());
  }

  private static LongVector all(long value, int size) {
    long[] values = new long[size];
    Arrays.fill(values, value);
    return new LongVector(values, null, size);
  }

  private Block chosen(Block block, int from, int to) throws IOException {
    int[] rows = new int[to - from];
    int count = 0;
    Optional<BitSet> meeting =
        condition.isEmpty()
            ? Optional.empty()
            : Optional.of(
                condition.get().rows(block.only(block.schema().only(condition.get().columns()))));
    for (int row = from; row < to; row++) {
      if (meeting.isEmpty() || meeting.get().get(row)) {
        rows[count++] = row;
      }
    }
    return block.rows(rows, count);
  }

  private static String text(TextVector texts, int row) {
    return texts.dictionary().text(texts.codes()[row]);
  }

  /**
   * Rows as the log has them.
   *
   * @param back which are taken back
   * @param late which have come with the log's batch, not with their own
   */
  private Block of(Block block, boolean[] back, boolean[] late) {
    List<Vector> vectors = new ArrayList<>();
    for (Column column : schema.columns()) {
      if (column.equals(SIGN)) {
        long[] signs = new long[block.size()];
        for (int row = 0; row < signs.length; row++) {
          signs[row] = back[row] ? -1 : 1;
        }
        vectors.add(new LongVector(signs, null, signs.length));
      } else if (isArrival(column.name())) {
        long own = column.equals(Origin.BATCH) ? batch.number() : BatchMade.micros(batch);
        vectors.add(arrival(block, column, own, late));
      } else {
        vectors.add(block.vector(block.schema().indexOf(column.name()).orElseThrow()));
      }
    }
    return new Block(schema, vectors, block.rowNumbers(), block.size());
  }

  private static LongVector arrival(Block block, Column column, long own, boolean[] late) {
    LongVector given = block.numbers(block.schema().indexOf(column.name()).orElseThrow());
    long[] values = new long[block.size()];
    for (int row = 0; row < values.length; row++) {
      values[row] = late[row] ? own : given.values()[row];
    }
    return new LongVector(values, null, values.length);
  }
}
