package baddle.app.consolidate;

import baddle.app.reading.SourceNumbers;
import baddle.core.intake.HeldRowSink;
import baddle.core.table.BlockBuilder;
import baddle.store.PartWriter;
import baddle.store.StoreException;

/**
 * Numbers the sources of a part. What was read of a source that is dropped stays dead in the part.
 */
final class PartSources implements SourceNumbers {

  private final PartWriter part;
  private final BlockBuilder blocks;
  private int last;
  private int lastOfOtherFiles;
  private long firstRow;

  PartSources(PartWriter part, BlockBuilder blocks) {
    this.part = part;
    this.blocks = blocks;
  }

  int part() {
    return part.part();
  }

  void beginFile() {
    lastOfOtherFiles = last;
  }

  @Override
  public HeldRowSink begin() {
    int number = ++last;
    firstRow = blocks.rowsEnded();
    return row -> part.held(number, row);
  }

  @Override
  public int number() {
    return last;
  }

  @Override
  public long firstRow() {
    return firstRow;
  }

  @Override
  public void drop() throws StoreException {
    part.forget(last);
  }

  /** Drops all sources of the file that was begun last. */
  void dropFile() throws StoreException {
    for (int source = lastOfOtherFiles + 1; source <= last; source++) {
      part.forget(source);
    }
  }
}
