package baddle.store;

import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.HiddenRows;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import java.io.IOException;
import org.jspecify.annotations.Nullable;

/** Hands on the rows that are wanted, by what the last columns of the blocks say. */
final class HidingSink implements BlockSink {

  private final Schema wanted;
  private final boolean hidden;
  private final BlockSink sink;
  private @Nullable Block block;
  private @Nullable Block shown;

  /**
   * A sink in front of another.
   *
   * @param wanted the columns to hand on; the blocks have those of {@link
   *     baddle.core.table.HiddenRows} after them
   * @param hidden whether the rows that are hidden are wanted, and not the others
   */
  HidingSink(Schema wanted, boolean hidden, BlockSink sink) {
    this.wanted = wanted;
    this.hidden = hidden;
    this.sink = sink;
  }

  @Override
  public void accept(Block block, int from, int to) throws IOException {
    TextVector[] reasons = new TextVector[HiddenRows.columns().size()];
    for (int i = 0; i < reasons.length; i++) {
      reasons[i] = block.text(wanted.size() + i);
    }
    Block handedOn = handedOn(block);
    int start = from;
    for (int row = from; row <= to; row++) {
      boolean hides = row < to && isHidden(reasons, row);
      boolean isWanted = row < to && hides == hidden;
      if (!isWanted) {
        if (start < row) {
          sink.accept(handedOn, start, row);
        }
        start = row + 1;
      }
    }
  }

  private static boolean isHidden(TextVector[] reasons, int row) {
    for (TextVector reason : reasons) {
      if (!reason.isBlank(row)) {
        return true;
      }
    }
    return false;
  }

  /** The same object for all ranges of a block, for takers remember the block they saw last. */
  private Block handedOn(Block taken) {
    if (hidden) {
      return taken;
    }
    if (block != taken || shown == null) {
      block = taken;
      shown = taken.only(wanted);
    }
    return shown;
  }
}
