package baddle.core.table;

import java.util.Arrays;

/**
 * Finds the codes of short texts. A text of few enough ASCII characters is told from all others by
 * one number, so that it is found without comparing characters.
 */
final class ShortTexts {

  /** What stands for a text that isn't short, or has other characters. */
  static final long NONE = 0;

  private static final int BITS = 7;
  private static final int LONGEST = (Long.SIZE - 1) / BITS;
  private static final int ASCII = 1 << BITS;
  private static final int FIRST_SLOTS = 64;
  private static final int PER_SLOT = 2;
  private static final long SPREAD = 0x9E3779B97F4A7C15L;

  /** For each slot a text's number, 0 where it is free, and its code. */
  private long[] slots = new long[FIRST_SLOTS * PER_SLOT];

  /** Leaves as many bits of a spread number as there are slots. */
  private int shift = Long.numberOfLeadingZeros(FIRST_SLOTS) + 1;

  private int used;

  /** The number of a text, greater than 0, or {@link #NONE}. */
  static long number(char[] text, int start, int end) {
    if (end - start > LONGEST) {
      return NONE;
    }
    long number = 0;
    int others = 0;
    for (int i = start; i < end; i++) {
      char c = text[i];
      number = (number << BITS) | c;
      others |= (c - 1) | (ASCII - 1 - c);
    }
    return others < 0 ? NONE : number;
  }

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
    return (int) ((number * SPREAD) >>> shift) * PER_SLOT;
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
