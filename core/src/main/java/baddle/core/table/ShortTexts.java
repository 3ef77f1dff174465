package baddle.core.table;

import java.util.Arrays;

/**
 * Finds the codes of texts that are told from all others by their {@link TextKey} alone, so that
 * they are found without comparing characters.
 */
final class ShortTexts {

  private static final int FIRST_SLOTS = 64;
  private static final int PER_SLOT = 2;
  private static final long SPREAD = 0x9E3779B97F4A7C15L;

  /** For each slot a text's number, 0 where it is free, and its code. */
  private long[] slots = new long[FIRST_SLOTS * PER_SLOT];

  /** Leaves as many bits of a spread number as there are slots. */
  private int shift = Long.numberOfLeadingZeros(FIRST_SLOTS) + 1;

  private int used;

  /** The code of a text; 0 where it has none. */
  int find(long number) {
    long[] all = slots;
    int slot = slot(number);
    while (all[slot] != number) {
      if (all[slot] == 0) {
        return 0;
      }
      slot = (slot + PER_SLOT) & (all.length - 1);
    }
    return (int) all[slot + 1];
  }

  /** Gives a text that has no code yet its code. */
  void put(long number, int code) {
    int slot = slot(number);
    while (slots[slot] != 0) {
      slot = (slot + PER_SLOT) & (slots.length - 1);
    }
    slots[slot] = number;
    slots[slot + 1] = code;
    if (++used * PER_SLOT * 2 > slots.length) {
      grow();
    }
  }

  /** Reads the place where a text would be found first, and returns a number without meaning. */
  int touch(long number) {
    return (int) slots[slot(number)];
  }

  /** Forgets all texts and keeps the memory. */
  void clear() {
    if (used > 0) {
      Arrays.fill(slots, 0);
      used = 0;
    }
  }

  private int slot(long number) {
    long mixed = number * SPREAD;
    return (int) (((mixed ^ (mixed >>> Integer.SIZE)) * SPREAD) >>> shift) * PER_SLOT;
  }

  private void grow() {
    long[] before = slots;
    slots = new long[before.length * 2];
    shift--;
    used = 0;
    for (int slot = 0; slot < before.length; slot += PER_SLOT) {
      if (before[slot] != 0) {
        put(before[slot], (int) before[slot + 1]);
      }
    }
  }
}
