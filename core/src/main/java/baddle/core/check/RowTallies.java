package baddle.core.check;

import java.util.Arrays;

/**
 * How many rows there are of each key before and after, and what they hold all together: some 70
 * bytes for a key, no object. Keys and contents are 128 bits of hash. For one thread.
 */
public final class RowTallies {

  private static final int FIRST = 1024;
  private static final int NONE = -1;

  /** Of which of two states a row is. */
  public enum Side {
    /** The earlier one. */
    BEFORE,
    /** The later one. */
    AFTER
  }

  /** What there is of each key in one state. */
  private static final class Tally {
    private int[] counts = new int[FIRST / 2];
    private long[] highs = new long[FIRST / 2];
    private long[] lows = new long[FIRST / 2];

    void grow(int size) {
      counts = Arrays.copyOf(counts, size);
      highs = Arrays.copyOf(highs, size);
      lows = Arrays.copyOf(lows, size);
    }
  }

  private final Tally before = new Tally();
  private final Tally after = new Tally();

  /** By hash, the number of a key; twice as many places as there can be keys. */
  private int[] places = new int[FIRST];

  private long[] keyHighs = new long[FIRST / 2];
  private long[] keyLows = new long[FIRST / 2];
  private int size;

  /** No rows yet. */
  public RowTallies() {
    Arrays.fill(places, NONE);
  }

  /** How many keys there are. */
  public int size() {
    return size;
  }

  private Tally of(Side side) {
    return side == Side.BEFORE ? before : after;
  }

  /** The number of a key, from 0; it is added if it is new. */
  public int key(long high, long low) {
    int place = place(high, low);
    if (places[place] != NONE) {
      return places[place];
    }
    if (size == keyHighs.length) {
      grow();
      place = place(high, low);
    }
    places[place] = size;
    keyHighs[size] = high;
    keyLows[size] = low;
    return size++;
  }

  private int place(long high, long low) {
    int mask = places.length - 1;
    int place = (int) (high ^ high >>> 32) & mask;
    while (places[place] != NONE
        && (keyHighs[places[place]] != high || keyLows[places[place]] != low)) {
      place = place + 1 & mask;
    }
    return place;
  }

  private void grow() {
    int keys = size * 2;
    keyHighs = Arrays.copyOf(keyHighs, keys);
    keyLows = Arrays.copyOf(keyLows, keys);
    before.grow(keys);
    after.grow(keys);
    places = new int[keys * 2];
    Arrays.fill(places, NONE);
    for (int key = 0; key < size; key++) {
      places[place(keyHighs[key], keyLows[key])] = key;
    }
  }

  /**
   * Adds a row.
   *
   * @param key its key's number
   * @param high of the hash of what it holds
   * @param low of the same
   */
  public void add(Side side, int key, long high, long low) {
    Tally tally = of(side);
    tally.counts[key]++;
    tally.highs[key] += high;
    tally.lows[key] += low;
  }

  /** How many rows there are of a key. */
  public int count(Side side, int key) {
    return of(side).counts[key];
  }

  /** Whether the rows of a key hold the same before and after, in whatever order. */
  public boolean areSame(int key) {
    return before.counts[key] == after.counts[key]
        && before.highs[key] == after.highs[key]
        && before.lows[key] == after.lows[key];
  }
}
