package baddle.core.expression;

import java.math.BigInteger;

/** Whole-number arithmetic beyond 64 bits, and rounding half up (away from zero). */
final class LongArithmetic {

  static final int MOST_DIGITS = 18;
  private static final long[] POWERS = new long[MOST_DIGITS + 1];

  static {
    POWERS[0] = 1;
    for (int i = 1; i <= MOST_DIGITS; i++) {
      POWERS[i] = POWERS[i - 1] * 10;
    }
  }

  private LongArithmetic() {}

  /** Ten to a power from 0 to 18. */
  static long power(int exponent) {
    return POWERS[exponent];
  }

  /** A value whose last digits are rounded off, half away from zero. */
  static long divideRounded(long value, long divisor) {
    long quotient = value / divisor;
    long rest = Math.abs(value % divisor);
    boolean up = rest >= divisor - rest;
    return up ? quotient + (value < 0 ? -1 : 1) : quotient;
  }

  /** {@code a * b / c}, rounded half away from zero. */
  static long multiplyDivide(BigInteger product, BigInteger divisor) throws Failure.Thrown {
    BigInteger[] parts = product.divideAndRemainder(divisor);
    BigInteger twice = parts[1].abs().shiftLeft(1);
    BigInteger quotient = parts[0];
    if (twice.compareTo(divisor.abs()) >= 0) {
      boolean negative = product.signum() * divisor.signum() < 0;
      quotient = negative ? quotient.subtract(BigInteger.ONE) : quotient.add(BigInteger.ONE);
    }
    if (quotient.bitLength() > 63) {
      throw new Failure.Thrown(Failure.TOO_LARGE);
    }
    return quotient.longValue();
  }
}
