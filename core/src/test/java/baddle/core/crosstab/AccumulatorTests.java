package baddle.core.crosstab;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.crosstab.spec.Aggregates;
import baddle.core.table.LongVector;
import java.math.BigDecimal;
import java.math.BigInteger;
import java.math.RoundingMode;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.function.LongUnaryOperator;
import java.util.stream.IntStream;
import java.util.stream.LongStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class AccumulatorTests {

  private static final int CELLS = 7;
  private static final int CHUNK = 2048;

  /** Rows of cells from 1 on, one in eight blank, some of which count for nothing. */
  private static final class Rows {

    private final int[] cells;
    private final LongVector values;

    private Rows(int[] cells, LongVector values) {
      this.cells = cells;
      this.values = values;
    }

    static Rows of(int size, boolean blanks, boolean discards, LongUnaryOperator shape) {
      Random random = new Random(size);
      int[] cells = new int[size];
      long[] values = new long[size];
      long[] isBlank = new long[(size + 63) / 64];
      for (int row = 0; row < size; row++) {
        boolean discard = discards && random.nextInt(10) == 0;
        cells[row] = discard ? CellTable.DISCARD : 1 + random.nextInt(CELLS - 1);
        values[row] = shape.applyAsLong(random.nextLong());
        if (blanks && random.nextInt(8) == 0) {
          isBlank[row >> 6] |= 1L << (row & 63);
        }
      }
      return new Rows(cells, new LongVector(values, blanks ? isBlank : null, size));
    }

    void into(Accumulator accumulator) {
      for (int from = 0; from < cells.length; from += CHUNK) {
        int to = Math.min(cells.length, from + CHUNK);
        accumulator.add(values, null, from, to, cells, CELLS);
      }
    }

    /** The values that go into a target, in order. */
    long[] of(int[] targetOfCell, int target) {
      return IntStream.range(0, cells.length)
          .filter(row -> cells[row] != CellTable.DISCARD && !values.isBlank(row))
          .filter(row -> targetOfCell[cells[row]] == target)
          .mapToLong(row -> values.values()[row])
          .sorted()
          .toArray();
    }
  }

  /** Into one, into two, and each cell for itself. */
  private static final List<int[]> TARGETS =
      List.of(
          new int[] {0, 0, 0, 0, 0, 0, 0},
          new int[] {0, 0, 1, 0, 1, 0, 1},
          new int[] {0, 0, 1, 2, 3, 4, 5});

  static Stream<Arguments> shapes() {
    List<Arguments> shapes =
        List.of(
            Arguments.of("cents", (LongUnaryOperator) r -> Math.floorMod(r, 10_100_000) - 100_000),
            Arguments.of("a few values only", (LongUnaryOperator) r -> (r & 3) * 1_000_000),
            Arguments.of("one far away", (LongUnaryOperator) r -> r % 50 == 0 ? 1L << 60 : r & 255),
            Arguments.of("negative", (LongUnaryOperator) r -> -(r & 0xFFFFF) - 1),
            Arguments.of("all of a long", (LongUnaryOperator) r -> r),
            Arguments.of(
                "both ends",
                (LongUnaryOperator)
                    r -> r > 0 ? Long.MAX_VALUE - (r & 40) : Long.MIN_VALUE + (r & 40)),
            Arguments.of("all the same", (LongUnaryOperator) r -> -5));
    return shapes.stream()
        .flatMap(
            shape ->
                Stream.of(5, 3_000, 40_000)
                    .map(size -> Arguments.of(shape.get()[0], shape.get()[1], size)));
  }

  @ParameterizedTest(name = "{0}, {2} values")
  @MethodSource("shapes")
  void percentiles_are_those_of_the_sorted_values(String name, LongUnaryOperator shape, int size) {
    for (String fraction : List.of("0", "0.1", "0.5", "0.999", "1")) {
      Rows rows = Rows.of(size, size % 3 == 0, true, shape);
      PercentileAccumulator accumulator = new PercentileAccumulator(2, new BigDecimal(fraction));
      rows.into(accumulator);

      for (int[] targetOfCell : TARGETS) {
        int targets = Arrays.stream(targetOfCell).max().orElseThrow() + 1;
        Accumulator.Values found = accumulator.rollUp(targetOfCell, targets);
        for (int target = 0; target < targets; target++) {
          Optional<BigDecimal> expected =
              percentile(rows.of(targetOfCell, target), new BigDecimal(fraction));
          assertThat(found.value(target).map(BigDecimal::stripTrailingZeros))
              .as("%s of %s values, target %s", fraction, name, target)
              .isEqualTo(expected.map(BigDecimal::stripTrailingZeros));
        }
      }
    }
  }

  private static Optional<BigDecimal> percentile(long[] sorted, BigDecimal fraction) {
    if (sorted.length == 0) {
      return Optional.empty();
    }
    BigDecimal position = fraction.multiply(BigDecimal.valueOf(sorted.length - 1L));
    int below = position.intValue();
    BigDecimal low = BigDecimal.valueOf(sorted[below], 2);
    BigDecimal high = BigDecimal.valueOf(sorted[Math.min(below + 1, sorted.length - 1)], 2);
    BigDecimal part = position.subtract(BigDecimal.valueOf(below));
    BigDecimal found = low.add(high.subtract(low).multiply(part));
    return Optional.of(found.setScale(8, RoundingMode.HALF_UP));
  }

  @ParameterizedTest(name = "{0}, {2} values")
  @MethodSource("shapes")
  void sums_and_averages_are_exact(String name, LongUnaryOperator shape, int size) {
    for (boolean blanks : new boolean[] {false, true}) {
      Rows rows = Rows.of(size, blanks, false, shape);
      SumAccumulator sum = new SumAccumulator(2, false, new CountAccumulator(), true);
      SumAccumulator average = new SumAccumulator(2, true, new CountAccumulator(), true);
      rows.into(sum);
      rows.into(average);

      for (int[] targetOfCell : TARGETS) {
        int targets = Arrays.stream(targetOfCell).max().orElseThrow() + 1;
        Accumulator.Values sums = sum.rollUp(targetOfCell, targets);
        Accumulator.Values averages = average.rollUp(targetOfCell, targets);
        for (int target = 0; target < targets; target++) {
          long[] values = rows.of(targetOfCell, target);
          BigInteger exact =
              LongStream.of(values)
                  .mapToObj(BigInteger::valueOf)
                  .reduce(BigInteger.ZERO, BigInteger::add);
          BigDecimal expected = new BigDecimal(exact, 2);
          boolean none = values.length == 0;
          assertThat(sums.value(target))
              .as("%s, target %s", name, target)
              .isEqualTo(none ? Optional.empty() : Optional.of(expected));
          assertThat(averages.value(target))
              .isEqualTo(
                  none
                      ? Optional.empty()
                      : Optional.of(
                          Aggregates.quotient(expected, BigDecimal.valueOf(values.length), 2)));
        }
      }
    }
  }

  @ParameterizedTest(name = "{0}, {2} values")
  @MethodSource("shapes")
  void distinct_values_are_counted_once_at_every_level(
      String name, LongUnaryOperator shape, int size) {
    Rows rows = Rows.of(size, size % 3 == 0, true, shape);
    DistinctAccumulator distinct = new DistinctAccumulator(false);
    rows.into(distinct);

    for (int[] targetOfCell : TARGETS) {
      int targets = Arrays.stream(targetOfCell).max().orElseThrow() + 1;
      Accumulator.Values found = distinct.rollUp(targetOfCell, targets);
      for (int target = 0; target < targets; target++) {
        long expected = LongStream.of(rows.of(targetOfCell, target)).distinct().count();
        assertThat(found.value(target)).hasValue(BigDecimal.valueOf(expected));
      }
    }
  }

  @Test
  void distinct_values_are_counted_in_more_cells_than_are_noted() {
    int size = 300_000;
    int[] cells = IntStream.range(0, size).map(i -> 1 + i % 100_000).toArray();
    long[] values = LongStream.range(0, size).map(i -> i % 2).toArray();
    DistinctAccumulator distinct = new DistinctAccumulator(false);
    for (int from = 0; from < size; from += CHUNK) {
      int to = Math.min(size, from + CHUNK);
      int most = Math.min(to, 100_000) + 1;
      distinct.add(new LongVector(values, null, size), null, from, to, cells, most);
    }

    int[] each = IntStream.range(0, 100_001).toArray();
    Accumulator.Values found = distinct.rollUp(each, each.length);
    for (int cell : new int[] {1, 65_535, 65_536, 99_999, 100_000}) {
      assertThat(found.value(cell)).hasValue(BigDecimal.ONE);
    }
  }

  @Test
  void a_sum_that_stays_small_for_long_may_still_leave_a_long_at_the_end() {
    SumAccumulator sum = new SumAccumulator(0, false, new CountAccumulator(), true);
    long[] large = LongStream.generate(() -> Long.MAX_VALUE / 3).limit(10).toArray();
    int[] cells = IntStream.generate(() -> 1).limit(10).toArray();
    sum.add(new LongVector(new long[10], null, 10), null, 0, 10, cells, 2);
    sum.add(new LongVector(large, null, 10), null, 0, 10, cells, 2);

    assertThat(sum.rollUp(new int[] {0, 0}, 1).value(0))
        .hasValue(BigDecimal.valueOf(Long.MAX_VALUE / 3).multiply(BigDecimal.TEN));
  }

  @ParameterizedTest
  @ValueSource(longs = {0, 1, 31, 32, 33, 1000, 123_456_789, Long.MAX_VALUE - 40, Long.MAX_VALUE})
  void buckets_keep_the_order_of_values_and_begin_with_their_least(long value) {
    for (long one : new long[] {value, -value, ~value}) {
      int bucket = Buckets.bucket(one);
      long least = Buckets.lowest(bucket);

      assertThat(least).isLessThanOrEqualTo(one);
      assertThat(Buckets.bucket(least)).isEqualTo(bucket);
      if (least > Long.MIN_VALUE) {
        assertThat(Buckets.bucket(least - 1)).isEqualTo(bucket - 1);
      }
      if (one < Long.MAX_VALUE) {
        assertThat(Buckets.bucket(one + 1)).isBetween(bucket, bucket + 1);
      }
    }
  }
}
