package baddle.store;

import baddle.core.outcome.HeldRow;
import baddle.core.outcome.HeldValue;
import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.HiddenRows;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import java.io.Closeable;
import java.io.IOException;
import java.util.BitSet;

/** Writes one part: blocks in order, each column encoded in the calling thread. */
public final class PartWriter implements BlockSink, Closeable {

  /** The number under which a block's row numbers are kept; the schema's columns count from 1. */
  static final int ROW_NUMBERS = 0;

  private final BatchWriter batch;
  private final int part;
  private final String dataset;
  private final Schema schema;
  private final VectorEncoder encoder = new VectorEncoder();
  private int blocks;
  private long rows;
  private final BitSet held = new BitSet();

  PartWriter(BatchWriter batch, int part, String dataset, Schema schema) {
    this.batch = batch;
    this.part = part;
    this.dataset = dataset;
    this.schema = schema;
  }

  /** The part's number in the store. */
  public int part() {
    return part;
  }

  @Override
  public void accept(Block block, int from, int to) throws IOException {
    if (from != 0 || to != block.size()) {
      throw new IllegalArgumentException("a part takes whole blocks");
    }
    byte[] rowNumbers = encoder.encode(block.rowNumbers(), block.size());
    batch.block(part, ROW_NUMBERS, blocks, block.size(), rowNumbers);
    for (int i = 0; i < schema.size(); i++) {
      boolean hides = HiddenRows.has(schema.column(i).name());
      if (!hides || block.text(i).dictionary().size() > 0) {
        batch.block(part, i + 1, blocks, block.size(), encoder.encode(block.vector(i)));
      }
      if (hides) {
        noteHeld(block.text(i));
      }
    }
    blocks++;
    rows += block.size();
  }

  private void noteHeld(TextVector reasons) {
    for (int row = 0; reasons.dictionary().size() > 0 && row < reasons.size(); row++) {
      if (!reasons.isBlank(row)) {
        held.set((int) rows + row);
      }
    }
  }

  /**
   * Puts a row into suspense.
   *
   * @param source the source's number in this part, from 1
   */
  public void held(int source, HeldRow row) throws IOException {
    batch.held(part, source, row);
  }

  /**
   * Notes a value that was left blank, of a row that is kept.
   *
   * @param source the source's number in this part, from 1
   */
  public void blanked(int source, int rowNumber, HeldValue value) throws IOException {
    batch.blanked(part, source, rowNumber, value);
  }

  /**
   * Takes a source's rows out of suspense again, because none of its rows are to count.
   *
   * @param source the source's number in this part, from 1
   */
  public void forget(int source) throws StoreException {
    batch.forget(part, source);
  }

  /** Ends the part after its last block. */
  public void end() throws IOException {
    batch.endPart(part, dataset, schema, rows, held);
  }

  @Override
  public void close() {
    encoder.close();
  }
}
