package baddle.store;

import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Schema;
import java.io.IOException;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Goes through the blocks of one part and pushes those rows of them that are wanted. */
final class PartScan {

  private final LiveParts live;
  private final VectorDecoder decoder;
  private final ScanWatch watch;

  PartScan(LiveParts live, VectorDecoder decoder, ScanWatch watch) {
    this.live = live;
    this.decoder = decoder;
    this.watch = watch;
  }

  /** Pushes whole blocks of a part, each with the ranges of its rows that are live. */
  void wholeBlocks(int part, List<SourceRange> ranges, Schema columns, DatasetReader.PartSink sink)
      throws IOException {
    long blockStart = 0;
    for (StoredPart.StoredBlock stored : live.part(part).blocks()) {
      List<DatasetReader.LiveRange> alive = new ArrayList<>();
      long done = 0;
      for (SourceRange range : ranges) {
        long from = Math.max(range.from(), blockStart);
        long to = Math.min(range.to(), blockStart + stored.rows());
        if (from < to) {
          alive.add(
              new DatasetReader.LiveRange(
                  (int) (from - blockStart), (int) (to - blockStart), range.source()));
          done += to - from;
        }
      }
      OriginVectors origin = new OriginVectors(ranges, blockStart, stored.rows());
      Block block = live.block(part, stored, origin, columns, decoder);
      sink.accept(
          new DatasetReader.PartBlock(part, stored.number(), (int) blockStart, block, alive));
      watch.rows(done);
      blockStart += stored.rows();
    }
  }

  /**
   * Pushes the rows of some ranges of a part.
   *
   * @param wanted the columns of the blocks
   * @param choice which rows; all where there is none
   * @param looked the columns the choice looks at
   */
  void rows(
      int part,
      List<SourceRange> ranges,
      Schema wanted,
      DatasetReader.@Nullable RowChoice choice,
      Schema looked,
      BlockSink sink)
      throws IOException {
    long blockStart = 0;
    for (StoredPart.StoredBlock stored : live.part(part).blocks()) {
      long blockEnd = blockStart + stored.rows();
      Block block = null;
      BitSet chosen = null;
      long done = 0;
      for (SourceRange range : ranges) {
        int from = (int) (Math.max(range.from(), blockStart) - blockStart);
        int to = (int) (Math.min(range.to(), blockEnd) - blockStart);
        if (from < to && choice != null && chosen == null) {
          OriginVectors origin = new OriginVectors(ranges, blockStart, stored.rows());
          chosen = choice.rows(live.block(part, stored, origin, looked, decoder));
        }
        done += Math.max(0, to - from);
        int next = from < to ? next(chosen, from, true) : to;
        while (next < to) {
          if (block == null) {
            OriginVectors origin = new OriginVectors(ranges, blockStart, stored.rows());
            block = live.block(part, stored, origin, wanted, decoder);
          }
          int end = Math.min(to, next(chosen, next, false));
          sink.accept(block, next, end);
          next = next(chosen, end, true);
        }
      }
      watch.rows(done);
      blockStart = blockEnd;
    }
  }

  /** The next row from one on that is chosen, or isn't. */
  private static int next(@Nullable BitSet chosen, int from, boolean isChosen) {
    if (chosen == null) {
      return isChosen ? from : Integer.MAX_VALUE;
    }
    int next = isChosen ? chosen.nextSetBit(from) : chosen.nextClearBit(from);
    return next < 0 ? Integer.MAX_VALUE : next;
  }
}
