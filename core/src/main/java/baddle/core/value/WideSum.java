package baddle.core.value;

import java.math.BigDecimal;
import java.math.BigInteger;

/** An exact sum of {@code long}s, 128 bits wide. */
public final class WideSum {

  private long low;
  private long high;

  /** Zero. */
  public WideSum() {
    this(0, 0);
  }

  /** A sum in two halves. */
  public WideSum(long high, long low) {
    this.high = high;
    this.low = low;
  }

  /** Its lower half. */
  public long low() {
    return low;
  }

  /** Its upper half. */
  public long high() {
    return high;
  }

  /** Adds a value. */
  public void add(long value) {
    long sum = low + value;
    high += (value >> 63) + (Long.compareUnsigned(sum, low) < 0 ? 1 : 0);
    low = sum;
  }

  /** Adds another sum. */
  public void add(WideSum other) {
    long sum = low + other.low;
    high += other.high + (Long.compareUnsigned(sum, low) < 0 ? 1 : 0);
    low = sum;
  }

  /** Begins again at zero. */
  public void clear() {
    low = 0;
    high = 0;
  }

  /**
   * The sum as a decimal.
   *
   * @param places how many decimal places the values had
   */
  public BigDecimal value(int places) {
    return value(high, low, places);
  }

  /** The decimal of a whole number of 128 bits in two halves. */
  public static BigDecimal value(long high, long low, int places) {
    BigInteger lower = BigInteger.valueOf(low & Long.MAX_VALUE);
    return new BigDecimal(
        BigInteger.valueOf(high).shiftLeft(64).add(low < 0 ? lower.setBit(63) : lower), places);
  }
}
