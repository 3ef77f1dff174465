package baddle.core.expression;

import baddle.core.table.Block;
import baddle.core.value.ColumnType;
import java.math.BigInteger;

/** Two numbers become one; what doesn't fit 64 bits fails. */
final class Arithmetic extends NumberNode {

  /** What is done with them. */
  enum Operator {
    ADD("+"),
    SUBTRACT("-"),
    MULTIPLY("*"),
    DIVIDE("/"),
    MODULO("mod"),
    GREATEST("greatest"),
    LEAST("least");

    private final String sign;

    Operator(String sign) {
      this.sign = sign;
    }

    String sign() {
      return sign;
    }
  }

  private final Operator operator;
  private final NumberNode left;
  private final NumberNode right;

  /** For products the digits to round off, for quotients those to add to the dividend first. */
  private final int digits;

  Arithmetic(Operator operator, ColumnType type, NumberNode left, NumberNode right, int digits) {
    super(type);
    this.operator = operator;
    this.left = left;
    this.right = right;
    this.digits = digits;
  }

  @Override
  Node[] parts() {
    return new Node[] {left, right};
  }

  @Override
  void compute(Block block, int from, int rows) {
    statesOf(left, right, rows);
    long overflows =
        switch (operator) {
          case ADD -> add(rows);
          case SUBTRACT -> subtract(rows);
          case MULTIPLY -> digits == 0 ? multiply(rows) : -1;
          default -> -1;
        };
    if (overflows != 0) {
      oneByOne(rows);
    }
  }

  private long add(int rows) {
    long overflows = 0;
    for (int i = 0; i < rows; i++) {
      long a = left.values[i];
      long b = right.values[i];
      long sum = a + b;
      overflows |= (a ^ sum) & (b ^ sum);
      values[i] = sum;
    }
    return overflows < 0 ? 1 : 0;
  }

  private long subtract(int rows) {
    long overflows = 0;
    for (int i = 0; i < rows; i++) {
      long a = left.values[i];
      long b = right.values[i];
      long difference = a - b;
      overflows |= (a ^ b) & (a ^ difference);
      values[i] = difference;
    }
    return overflows < 0 ? 1 : 0;
  }

  private long multiply(int rows) {
    long overflows = 0;
    for (int i = 0; i < rows; i++) {
      long a = left.values[i];
      long b = right.values[i];
      long product = a * b;
      overflows |= Math.multiplyHigh(a, b) ^ (product >> 63);
      values[i] = product;
    }
    return overflows;
  }

  private void oneByOne(int rows) {
    for (int i = 0; i < rows; i++) {
      byte state = state(i);
      if (state == VALUE) {
        try {
          values[i] = compute(left.values[i], right.values[i]);
        } catch (ArithmeticException e) {
          state = Failure.TOO_LARGE.state();
        } catch (Failure.Thrown e) {
          state = e.failure().state();
        }
      }
      states[i] = state;
    }
    plain = false;
  }

  private long compute(long a, long b) throws Failure.Thrown {
    return switch (operator) {
      case ADD -> Math.addExact(a, b);
      case SUBTRACT -> Math.subtractExact(a, b);
      case MULTIPLY ->
          digits == 0
              ? Math.multiplyExact(a, b)
              : LongArithmetic.multiplyDivide(
                  BigInteger.valueOf(a).multiply(BigInteger.valueOf(b)),
                  BigInteger.valueOf(LongArithmetic.power(digits)));
      case DIVIDE ->
          LongArithmetic.multiplyDivide(
              BigInteger.valueOf(a).multiply(BigInteger.TEN.pow(digits)),
              BigInteger.valueOf(notZero(b)));
      case MODULO -> a % notZero(b);
      case GREATEST -> Math.max(a, b);
      case LEAST -> Math.min(a, b);
    };
  }

  private static long notZero(long divisor) throws Failure.Thrown {
    if (divisor == 0) {
      throw new Failure.Thrown(Failure.DIVISION_BY_ZERO);
    }
    return divisor;
  }
}
