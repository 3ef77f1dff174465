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
 * Finds rows with one key among any number of rows, in several passes of bounded memory: each pass
 * takes the keys of one part of all hashes. All rows are added first, then asked about. Keys are
 * told apart by 128 bits of hash; that two different ones are taken for equal is as good as
 * impossible.
 */
public final class KeyIndex {

  /** How many rows a pass takes in. */
  public static final int ROWS_OF_PASS = 2_000_000;

  /** Which of the rows with one key counts. */
  public enum Counts {
    /** The first, by the rank of its source, then by its number. */
    FIRST,
    /** All of the source with the highest rank. */
    LATEST_SOURCE
  }

  private static final double FULL = 0.6;
  private final int[] columns;
  private final Counts counts;
  private final int passes;
  private final int pass;
  private long[] high;
  private long[] low;
  private int[] sources;
  private long[] rows;
  private int size;
  private boolean repeated;
  private long[] blockHigh = {};
  private long[] blockLow = {};

  /**
   * An index for one pass.
   *
   * @param schema the columns of the blocks to come
   * @param key those that identify a row
   * @param passes how many passes there are
   * @param pass which this is, from 0
   */
  public KeyIndex(Schema schema, List<String> key, Counts counts, int passes, int pass) {
    this.columns = key.stream().mapToInt(name -> schema.indexOf(name).orElseThrow()).toArray();
    this.counts = counts;
    this.passes = passes;
    this.pass = pass;
    allocate(1 << 10);
  }

  private void allocate(int capacity) {
    high = new long[capacity];
    low = new long[capacity];
    sources = new int[capacity];
    rows = new long[capacity];
  }

  /**
   * Computes the hashes of a block's keys; to be called before its rows are added or asked about.
   */
  public void begin(Block block) {
    int size = block.size();
    if (blockHigh.length < size) {
      blockHigh = new long[size];
      blockLow = new long[size];
    }
    Arrays.fill(blockHigh, 0, size, 0x243F6A8885A308D3L);
    Arrays.fill(blockLow, 0, size, 0x13198A2E03707344L);
    boolean[] blank = new boolean[size];
    for (int column : columns) {
      Vector vector = block.vector(column);
      long[] one = new long[0];
      long[] other = new long[0];
      if (vector instanceof TextVector text) {
        one = hashes(text.dictionary(), 0x9E3779B97F4A7C15L);
        other = hashes(text.dictionary(), 0xC2B2AE3D27D4EB4FL);
      }
      for (int row = 0; row < size; row++) {
        blank[row] |= vector.isBlank(row);
        long a;
        long b;
        if (vector instanceof TextVector text) {
          a = one[text.codes()[row]];
          b = other[text.codes()[row]];
        } else {
          a = ((LongVector) vector).values()[row];
          b = a * 0xC2B2AE3D27D4EB4FL;
        }
        blockHigh[row] = mix(blockHigh[row] ^ mix(a));
        blockLow[row] = mix(blockLow[row] * 31 + mix(b + 0x165667B19E3779F9L));
      }
    }
    for (int row = 0; row < size; row++) {
      if (blank[row]) {
        blockHigh[row] = 0;
      } else if (blockHigh[row] == 0) {
        blockHigh[row] = 1;
      }
    }
  }

  private static long[] hashes(Dictionary dictionary, long seed) {
    long[] hashes = new long[dictionary.size() + 1];
    char[] pool = dictionary.pool();
    for (int code = 1; code <= dictionary.size(); code++) {
      long hash = seed;
      for (int i = dictionary.end(code - 1); i < dictionary.end(code); i++) {
        hash = (hash ^ pool[i]) * 0x100000001B3L;
        hash ^= hash >>> 29;
      }
      hashes[code] = mix(hash);
    }
    return hashes;
  }

  private static long mix(long value) {
    long mixed = (value ^ (value >>> 30)) * 0xBF58476D1CE4E5B9L;
    mixed = (mixed ^ (mixed >>> 27)) * 0x94D049BB133111EBL;
    return mixed ^ (mixed >>> 31);
  }

  /** Whether a row of the block begun last has a blank in its key, and so is like no other. */
  public boolean isWithoutKey(int row) {
    return blockHigh[row] == 0;
  }

  private boolean isOfThisPass(int row) {
    return blockHigh[row] != 0 && Long.remainderUnsigned(blockLow[row], passes) == pass;
  }

  /**
   * Adds a row of the block begun last.
   *
   * @param source the rank of its source
   * @param number its number in the source
   */
  public void add(int row, int source, long number) {
    if (!isOfThisPass(row)) {
      return;
    }
    int slot = slot(blockHigh[row], blockLow[row]);
    if (high[slot] == 0) {
      high[slot] = blockHigh[row];
      low[slot] = blockLow[row];
      sources[slot] = source;
      rows[slot] = number;
      if (++size > high.length * FULL) {
        grow();
      }
      return;
    }
    repeated = true;
    boolean earlier = source < sources[slot] || (source == sources[slot] && number < rows[slot]);
    boolean later = source > sources[slot];
    if (counts == Counts.FIRST ? earlier : later) {
      sources[slot] = source;
      rows[slot] = number;
    }
  }

  private int slot(long wantedHigh, long wantedLow) {
    int mask = high.length - 1;
    int slot = (int) wantedHigh & mask;
    while (high[slot] != 0 && (high[slot] != wantedHigh || low[slot] != wantedLow)) {
      slot = (slot + 1) & mask;
    }
    return slot;
  }

  private void grow() {
    long[] oldHigh = high;
    long[] oldLow = low;
    int[] oldSources = sources;
    long[] oldRows = rows;
    allocate(oldHigh.length * 2);
    for (int i = 0; i < oldHigh.length; i++) {
      if (oldHigh[i] != 0) {
        int slot = slot(oldHigh[i], oldLow[i]);
        high[slot] = oldHigh[i];
        low[slot] = oldLow[i];
        sources[slot] = oldSources[i];
        rows[slot] = oldRows[i];
      }
    }
  }

  /** Whether any key was added twice. */
  public boolean anyRepeated() {
    return repeated;
  }

  /**
   * The row that counts.
   *
   * @param source the rank of its source
   * @param row its number in the source
   */
  public record Counted(int source, long row) {}

  /** Whether a row of the block begun last, added before, has the key of a row that counts. */
  public boolean isRepeated(int row, int source, long number) {
    if (!isOfThisPass(row)) {
      return false;
    }
    int slot = slot(blockHigh[row], blockLow[row]);
    return sources[slot] != source || rows[slot] != number;
  }

  /** The row that counts of those with the key of a row of the block begun last. */
  public Counted counted(int row) {
    int slot = slot(blockHigh[row], blockLow[row]);
    return new Counted(sources[slot], rows[slot]);
  }
}
