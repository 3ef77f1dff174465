package baddle.core.check;

import java.util.Arrays;
import java.util.stream.LongStream;

/** What a sample holds. */
public final class SampledHashes {

  private final long rows;
  private final int level;
  private final long[] values;

  /**
   * What was held.
   *
   * @param rows how many rows were taken
   * @param level how many bits at the end of each hash are zero
   * @param values the hashes, in order
   */
  public SampledHashes(long rows, int level, long[] values) {
    this.rows = rows;
    this.level = level;
    this.values = values.clone();
  }

  /** How many rows were taken. */
  public long rows() {
    return rows;
  }

  /** How many bits at the end of each hash are zero. */
  public int level() {
    return level;
  }

  /** The hashes, in order. */
  public LongStream values() {
    return Arrays.stream(values);
  }

  /** How many hashes a sample of another level holds too, if it has the same rows. */
  public int atLevel(int other) {
    int of = Math.max(level, other);
    return (int) values().filter(hash -> RowSample.isChosen(hash, of)).count();
  }
}
