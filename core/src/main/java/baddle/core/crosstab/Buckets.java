package baddle.core.crosstab;

import java.util.Arrays;

/**
 * Counts values by size, so that the one at a place in their order is looked for among a few of
 * them only. A bucket takes in all values of one order of magnitude and some first binary digits,
 * so that a few values far from all others don't make the buckets wide.
 */
final class Buckets {

  private static final int DIGITS = 5;
  private static final int SIZES = (Long.SIZE - DIGITS) << DIGITS;

  /** Half of them for negative values. */
  private static final int ALL = 2 * SIZES;

  private static final int MOST_COUNTS = 1 << 20;

  private final int perTarget;
  private final int[] counts;
  private final int[] sizes;
  private final int[] before;
  private final long[] lowest;
  private final long[] widths;
  private final int[] ends;
  private int[] next = {};

  private Buckets(int targets, int perTarget) {
    this.perTarget = perTarget;
    counts = new int[targets * perTarget];
    sizes = new int[targets];
    before = new int[targets];
    lowest = new long[targets];
    widths = new long[targets];
    ends = new int[targets];
  }

  /**
   * Buckets for the values of each of some targets; a single one each where more wouldn't pay.
   *
   * @param values how many values there are
   */
  static Buckets of(int targets, int values) {
    long all = (long) targets * ALL;
    return new Buckets(targets, all <= Math.min(values, MOST_COUNTS) ? ALL : 1);
  }

  /** Counts the first values of an array, each for the target of its cell. */
  void count(int[] cells, long[] values, int end, int[] target) {
    int[] into = counts;
    if (perTarget == 1) {
      for (int i = 0; i < end; i++) {
        into[target[cells[i]]]++;
      }
      return;
    }
    for (int i = 0; i < end; i++) {
      into[target[cells[i]] * ALL + bucket(values[i])]++;
    }
  }

  /** The bucket of a value; greater values have the same or a greater one. */
  static int bucket(long value) {
    long sign = value >> 63;
    long from = (value ^ sign) + (1L << DIGITS);
    int shift = Long.SIZE - 1 - DIGITS - Long.numberOfLeadingZeros(from);
    int size = (shift << DIGITS) + (int) (from >>> shift) - (1 << DIGITS);
    return SIZES + (size ^ (int) sign);
  }

  /** The least value of a bucket. */
  static long lowest(int bucket) {
    if (bucket < SIZES) {
      return ~greatestOfSize(SIZES - 1 - bucket);
    }
    return bucket == SIZES ? 0 : greatestOfSize(bucket - SIZES - 1) + 1;
  }

  private static long greatestOfSize(int size) {
    int shift = size >> DIGITS;
    if (shift >= Long.SIZE - 1 - DIGITS) {
      return Long.MAX_VALUE;
    }
    long next = (long) ((size & ((1 << DIGITS) - 1)) + (1 << DIGITS) + 1) << shift;
    return next - (1L << DIGITS) - 1;
  }

  /** How many values a target has. */
  int size(int target) {
    if (sizes[target] == 0) {
      int first = target * perTarget;
      sizes[target] = Arrays.stream(counts, first, first + perTarget).sum();
    }
    return sizes[target];
  }

  /** Decides on the values of a target around one and the next in order; go through all in turn. */
  void choose(int target, int place) {
    int bucket = 0;
    int passed = 0;
    while (passed + counts[target * perTarget + bucket] <= place) {
      passed += counts[target * perTarget + bucket++];
    }
    before[target] = passed;
    lowest[target] = perTarget == 1 ? Long.MIN_VALUE : lowest(bucket);
    while (passed <= place + 1 && bucket < perTarget) {
      passed += counts[target * perTarget + bucket++];
    }
    long greatest = perTarget == 1 || bucket == perTarget ? Long.MAX_VALUE : lowest(bucket) - 1;
    widths[target] = greatest - lowest[target];
    ends[target] = passed - before[target];
  }

  /** Gives the values decided on their places, target by target; returns how many they are. */
  int begin() {
    next = new int[ends.length];
    int end = 0;
    for (int target = 0; target < ends.length; target++) {
      next[target] = end;
      end += ends[target];
      ends[target] = end;
    }
    return end;
  }

  /** Puts those of the values that were decided on in their places. */
  void collect(int[] cells, long[] values, int end, int[] target, long[] into) {
    for (int i = 0; i < end; i++) {
      int of = target[cells[i]];
      if (Long.compareUnsigned(values[i] - lowest[of], widths[of]) <= 0) {
        into[next[of]++] = values[i];
      }
    }
  }

  /** Where the values of a target begin that were decided on. */
  int from(int target) {
    return target == 0 ? 0 : ends[target - 1];
  }

  /** Where they end, exclusive. */
  int to(int target) {
    return ends[target];
  }

  /** How many values of the target are less than these. */
  int before(int target) {
    return before[target];
  }
}
