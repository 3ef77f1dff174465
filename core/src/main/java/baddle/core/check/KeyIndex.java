package baddle.core.check;

import baddle.core.table.Block;
import baddle.core.table.Schema;
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
  private final RowHashes hashes;
  private final Counts counts;
  private final int passes;
  private final int pass;
  private long[] high;
  private long[] low;
  private int[] sources;
  private long[] rows;
  private int size;
  private boolean repeated;

  /**
   * An index for one pass.
   *
   * @param schema the columns of the blocks to come
   * @param key those that identify a row
   * @param passes how many passes there are
   * @param pass which this is, from 0
   */
  public KeyIndex(Schema schema, List<String> key, Counts counts, int passes, int pass) {
    this.hashes = new RowHashes(schema, key);
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
    hashes.begin(block);
  }

  /** Whether a row of the block begun last has a blank in its key, and so is like no other. */
  public boolean isWithoutKey(int row) {
    return hashes.hasBlank(row);
  }

  private boolean isOfThisPass(int row) {
    return !hashes.hasBlank(row) && Long.remainderUnsigned(hashes.low(row), passes) == pass;
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
    int slot = slot(hashes.high(row), hashes.low(row));
    if (high[slot] == 0) {
      high[slot] = hashes.high(row);
      low[slot] = hashes.low(row);
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
    int slot = slot(hashes.high(row), hashes.low(row));
    return sources[slot] != source || rows[slot] != number;
  }

  /** The row that counts of those with the key of a row of the block begun last. */
  public Counted counted(int row) {
    int slot = slot(hashes.high(row), hashes.low(row));
    return new Counted(sources[slot], rows[slot]);
  }
}
