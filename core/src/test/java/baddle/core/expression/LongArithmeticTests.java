package baddle.core.expression;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.LongRange;
import org.junit.jupiter.api.Test;

/** Whole numbers are rounded as money is, and what doesn't fit is refused. */
class LongArithmeticTests {

  @Property
  void division_rounds_half_away_from_zero(
      @ForAll long value, @ForAll @LongRange(min = 1) long divisor) {
    assertThat(LongArithmetic.divideRounded(value, divisor))
        .isEqualTo(
            new BigDecimal(value)
                .divide(new BigDecimal(divisor), 0, RoundingMode.HALF_UP)
                .longValueExact());
  }

  @Property
  void a_product_is_divided_exactly_or_refused(
      @ForAll long left, @ForAll long right, @ForAll @LongRange(min = 1) long divisor)
      throws Failure.Thrown {
    BigInteger product = BigInteger.valueOf(left).multiply(BigInteger.valueOf(right));
    for (long by : new long[] {divisor, -divisor}) {
      BigInteger expected =
          new BigDecimal(product)
              .divide(new BigDecimal(by), 0, RoundingMode.HALF_UP)
              .toBigIntegerExact();

      if (expected.bitLength() > 63) {
        assertThatThrownBy(() -> LongArithmetic.multiplyDivide(product, BigInteger.valueOf(by)))
            .isInstanceOf(Failure.Thrown.class);
      } else {
        assertThat(LongArithmetic.multiplyDivide(product, BigInteger.valueOf(by)))
            .isEqualTo(expected.longValueExact());
      }
    }
  }

  @Test
  void powers_of_ten_are_exact() {
    for (int exponent = 0; exponent <= LongArithmetic.MOST_DIGITS; exponent++) {
      assertThat(BigInteger.valueOf(LongArithmetic.power(exponent)))
          .isEqualTo(BigInteger.TEN.pow(exponent));
    }
  }
}
