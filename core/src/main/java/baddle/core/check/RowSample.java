package baddle.core.check;

import java.util.Arrays;
import java.util.HashSet;
import java.util.Set;
import java.util.stream.LongStream;

/**
 * Some of the rows of a file, chosen by their hashes: of two files the same rows are chosen, so
 * that the share of rows that are in both can be estimated from a few hundred hashes. A sample of
 * level n holds the hashes that end in n zero bits; the level rises as rows come in, so that memory
 * doesn't grow with them.
 */
public final class RowSample {

  /** The most hashes that are held. */
  public static final int MOST = 256;

  private final Set<Long> hashes = new HashSet<>();
  private long rows;
  private int level;

  /** Takes a row by its hash, all bits of which must be well mixed. */
  public void add(long hash) {
    rows++;
    if (isChosen(hash, level) && hashes.add(hash)) {
      while (hashes.size() > MOST && level < Long.SIZE) {
        level++;
        removeOthers();
      }
    }
  }

  private void removeOthers() {
    int of = level;
    hashes.removeIf(one -> !isChosen(one, of));
  }

  private static boolean isChosen(long hash, int level) {
    return level == Long.SIZE ? hash == 0 : (hash & ((1L << level) - 1)) == 0;
  }

  /** What it holds. */
  public Hashes hashes() {
    return new Hashes(rows, level, hashes.stream().mapToLong(Long::longValue).sorted().toArray());
  }

  /** What a sample holds. */
  public static final class Hashes {

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
    public Hashes(long rows, int level, long[] values) {
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
      return (int) values().filter(hash -> isChosen(hash, of)).count();
    }
  }
}
