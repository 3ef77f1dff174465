package baddle.core.table;

import java.io.IOException;

/** Takes blocks, one after the other. */
@FunctionalInterface
public interface BlockSink {

  /**
   * Takes a range of a block's rows.
   *
   * @param from the first row, from 0, inclusive
   * @param to the end, exclusive
   */
  void accept(Block block, int from, int to) throws IOException;
}
