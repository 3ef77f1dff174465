package baddle.app.consolidate;

import baddle.core.intake.HeldRowSink;
import baddle.core.table.BlockBuilder;
import baddle.store.PartWriter;
import baddle.store.StoreException;

/**
 * Numbers the sources of a part. What was read of a source that is dropped stays dead in the part.
 */
final class PartSources {

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

  /** Begins a source; its held rows go into the sink. */
  HeldRowSink begin() {
    int number = ++last;
    firstRow = blocks.rowsEnded();
    return row -> part.held(number, row);
  }

  /** The number of the source that was begun last. */
  int number() {
    return last;
  }

  /** Where the rows of the source that was begun last begin, from 0. */
  long firstRow() {
    return firstRow;
  }

  void drop() throws StoreException {
    part.forget(last);
  }

  /** Drops all sources of the file that was begun last. */
  void dropFile() throws StoreException {
    for (int source = lastOfOtherFiles + 1; source <= last; source++) {
      part.forget(source);
    }
  }
}
