package baddle.core.check;

import baddle.core.table.Block;
import baddle.core.table.Dictionary;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import java.util.Arrays;
import java.util.List;

/**
 * 128 bits of hash of some columns of each row of a block; the same values give the same hash in
 * any block. That two different rows have one hash is as good as impossible.
 */
public final class RowHashes {

  private static final long BLANK = 0x452821E638D01377L;

  private final int[] columns;
  private long[] high = {};
  private long[] low = {};
  private boolean[] blank = {};
  private long[] ofTexts = {};
  private long[] otherOfTexts = {};

  /**
   * Hashes of blocks to come.
   *
   * @param schema the columns of the blocks
   * @param names those that are hashed, in this order
   */
  public RowHashes(Schema schema, List<String> names) {
    this.columns = names.stream().mapToInt(name -> schema.indexOf(name).orElseThrow()).toArray();
  }

  /** Computes the hashes of a block's rows. */
  public void begin(Block block) {
    int size = block.size();
    if (high.length < size) {
      high = new long[size];
      low = new long[size];
      blank = new boolean[size];
    }
    Arrays.fill(high, 0, size, 0x243F6A8885A308D3L);
    Arrays.fill(low, 0, size, 0x13198A2E03707344L);
    Arrays.fill(blank, 0, size, false);
    for (int column : columns) {
      add(block.vector(column), size);
    }
  }

  /** 64 bits of a row's hash: enough to tell the rows of some files apart. */
  public long shortened(int row) {
    return high(row) ^ Long.rotateLeft(low(row), 32);
  }

  private void add(Vector vector, int size) {
    if (vector instanceof TextVector text) {
      hash(text.dictionary());
      for (int row = 0; row < size; row++) {
        int code = text.codes()[row];
        addMixed(row, code == Dictionary.BLANK, ofTexts[code], otherOfTexts[code]);
      }
      return;
    }
    LongVector numbers = (LongVector) vector;
    for (int row = 0; row < size; row++) {
      long value = numbers.values()[row];
      add(row, numbers.isBlank(row), value, value * 0xC2B2AE3D27D4EB4FL);
    }
  }

  private void add(int row, boolean isBlank, long one, long other) {
    addMixed(row, isBlank, mix(isBlank ? BLANK : one), mixOther(isBlank ? BLANK : other));
  }

  private void addMixed(int row, boolean isBlank, long one, long other) {
    blank[row] |= isBlank;
    high[row] = mix(high[row] ^ one);
    low[row] = mix(low[row] * 31 + other);
  }

  private static long mixOther(long other) {
    return mix(other + 0x165667B19E3779F9L);
  }

  /** Finds what each text of a column, and a blank, adds to the hash of its row. */
  private void hash(Dictionary dictionary) {
    int size = dictionary.size();
    if (ofTexts.length <= size) {
      ofTexts = new long[size + 1];
      otherOfTexts = new long[size + 1];
    }
    ofTexts[Dictionary.BLANK] = mix(BLANK);
    otherOfTexts[Dictionary.BLANK] = mixOther(BLANK);
    char[] pool = dictionary.pool();
    for (int code = 1; code <= size; code++) {
      long one = 0x9E3779B97F4A7C15L;
      long other = 0xC2B2AE3D27D4EB4FL;
      for (int i = dictionary.end(code - 1); i < dictionary.end(code); i++) {
        one = step(one, pool[i]);
        other = step(other, pool[i]);
      }
      ofTexts[code] = mix(mix(one));
      otherOfTexts[code] = mixOther(mix(other));
    }
  }

  private static long step(long hash, char c) {
    long next = (hash ^ c) * 0x100000001B3L;
    return next ^ (next >>> 29);
  }

  private static long mix(long value) {
    long mixed = (value ^ (value >>> 30)) * 0xBF58476D1CE4E5B9L;
    mixed = (mixed ^ (mixed >>> 27)) * 0x94D049BB133111EBL;
    return mixed ^ (mixed >>> 31);
  }

  /** The upper half of a row's hash, which is never 0. */
  public long high(int row) {
    return high[row] == 0 ? 1 : high[row];
  }

  /** The lower half of a row's hash. */
  public long low(int row) {
    return low[row];
  }

  /** Whether any of a row's columns is blank. */
  public boolean hasBlank(int row) {
    return blank[row];
  }
}
