package baddle.core.check;

import java.util.HashSet;
import java.util.Set;

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

  /** Whether a hash is in samples of a level. */
  static boolean isChosen(long hash, int level) {
    return level == Long.SIZE ? hash == 0 : (hash & ((1L << level) - 1)) == 0;
  }

  /** What it holds. */
  public SampledHashes hashes() {
    return new SampledHashes(
        rows, level, hashes.stream().mapToLong(Long::longValue).sorted().toArray());
  }
}
