package baddle.core.check;

import java.util.Arrays;

/** How often each of many hashes was added; holds no object per hash. */
public final class HashCounts {

  private static final double FULL = 0.6;

  /** 0 where a place is free; a hash of 0 is kept as 1. */
  private long[] hashes = new long[64];

  private int[] counts = new int[64];
  private int used;

  /** None. */
  public HashCounts() {}

  /** A copy. */
  public HashCounts(HashCounts others) {
    hashes = others.hashes.clone();
    counts = others.counts.clone();
    used = others.used;
  }

  /** Whether any hash was added less often than it was taken. */
  public boolean anyBelowZero() {
    return Arrays.stream(counts).anyMatch(count -> count < 0);
  }

  /** Adds a hash. */
  public void add(long hash) {
    add(hash, 1);
  }

  /** Adds a hash several times; a negative number takes it away. */
  public void add(long hash, int times) {
    int slot = slot(hash);
    if (hashes[slot] == 0) {
      hashes[slot] = stored(hash);
      used++;
    }
    counts[slot] += times;
    if (used > hashes.length * FULL) {
      grow();
    }
  }

  /** How often a hash was added, less how often it was taken. */
  public int count(long hash) {
    return counts[slot(hash)];
  }

  /** Takes a hash away once; false if none is left. */
  public boolean take(long hash) {
    int slot = slot(hash);
    if (counts[slot] == 0) {
      return false;
    }
    counts[slot]--;
    return true;
  }

  private static long stored(long hash) {
    return hash == 0 ? 1 : hash;
  }

  private int slot(long hash) {
    long wanted = stored(hash);
    int mask = hashes.length - 1;
    int slot = (int) (wanted ^ wanted >>> 32) & mask;
    while (hashes[slot] != 0 && hashes[slot] != wanted) {
      slot = (slot + 1) & mask;
    }
    return slot;
  }

  private void grow() {
    long[] oldHashes = hashes;
    int[] oldCounts = counts;
    hashes = new long[oldHashes.length * 2];
    counts = new int[hashes.length];
    for (int i = 0; i < oldHashes.length; i++) {
      if (oldHashes[i] != 0) {
        int slot = slot(oldHashes[i]);
        hashes[slot] = oldHashes[i];
        counts[slot] = oldCounts[i];
      }
    }
  }
}
