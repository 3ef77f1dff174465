package baddle.core.table;

import baddle.core.value.ColumnType;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;

/**
 * Collects rows into blocks and hands each full one on. Its memory doesn't grow with the rows. Set
 * the columns of the row at {@link #row()}, then {@link #endRow}; a row that isn't ended is
 * overwritten.
 */
public final class BlockBuilder {

  private final Schema schema;
  private final List<ColumnBuilder> columns = new ArrayList<>();
  private final int[] rowNumbers;
  private final BlockSink sink;
  private int row;
  private long rowsEnded;
  private int blocks;

  /**
   * A builder without rows.
   *
   * @param capacity rows in a full block, at most {@link Block#MOST_ROWS}
   */
  public BlockBuilder(Schema schema, int capacity, BlockSink sink) {
    this.schema = schema;
    this.sink = sink;
    this.rowNumbers = new int[capacity];
    for (Column column : schema.columns()) {
      boolean text = column.type().kind() == ColumnType.Kind.TEXT;
      columns.add(text ? new TextBuilder(capacity) : new LongBuilder(capacity));
    }
  }

  /** What the rows consist of. */
  public Schema schema() {
    return schema;
  }

  /** The builder of a column, by the column's index from 0. */
  public ColumnBuilder column(int index) {
    return columns.get(index);
  }

  /** The row being set, from 0 within the block. */
  public int row() {
    return row;
  }

  /** How many more rows fit into the block being built; at least one. */
  public int room() {
    return rowNumbers.length - row;
  }

  /** How many rows have been ended in all blocks so far. */
  public long rowsEnded() {
    return rowsEnded;
  }

  /**
   * Keeps the row being set, and hands the block on if that fills it.
   *
   * @param rowNumber where the row is in its source, from 1
   */
  public void endRow(int rowNumber) throws IOException {
    rowNumbers[row++] = rowNumber;
    rowsEnded++;
    if (row == rowNumbers.length) {
      flush();
    }
  }

  /**
   * Keeps a row that was set beyond the one at {@link #row()}; the rows between are forgotten.
   *
   * @param at where it was set, at least {@link #row()}
   */
  public void keep(int at, int rowNumber) throws IOException {
    if (at != row) {
      columns.forEach(column -> column.copy(at, row));
    }
    endRow(rowNumber);
  }

  /**
   * The rows set so far as a block, to compute with before they are kept or not; valid until more
   * are set.
   *
   * @param size how many, those not ended included
   */
  public Block soFar(int size) {
    List<Vector> vectors = columns.stream().map(column -> column.vector(size)).toList();
    return new Block(schema, vectors, rowNumbers, size);
  }

  /**
   * Forgets the rows ended since there were so many.
   *
   * @return whether that was possible; it isn't once one of them was handed on
   */
  public boolean dropSince(long rows) {
    long dropped = rowsEnded - rows;
    if (dropped > row) {
      return false;
    }
    row -= (int) dropped;
    rowsEnded = rows;
    return true;
  }

  /** How many blocks have been handed on. */
  public int blocks() {
    return blocks;
  }

  /** Hands on the rows that don't fill a block, if there are any. */
  public void flush() throws IOException {
    if (row == 0) {
      return;
    }
    int size = row;
    List<Vector> vectors = columns.stream().map(column -> column.vector(size)).toList();
    sink.accept(new Block(schema, vectors, rowNumbers, size), 0, size);
    columns.forEach(ColumnBuilder::clear);
    row = 0;
    blocks++;
  }
}
