package baddle.core.crosstab;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.table.Dictionary;
import baddle.core.table.LongVector;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import java.util.Arrays;
import java.util.Random;
import java.util.function.LongUnaryOperator;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** Items are numbered the same whatever is asked in between, and wherever their values lie. */
class ItemCoderTests {

  private static final int ROWS = 6_000;
  private static final int CHUNK = 500;

  static Stream<Arguments> values() {
    return Stream.of(
        Arguments.of("days of two years", (LongUnaryOperator) r -> 19_000 + Math.floorMod(r, 730)),
        Arguments.of("a million", (LongUnaryOperator) r -> Math.floorMod(r, 1_000_000) - 300_000),
        Arguments.of("up to the limit", (LongUnaryOperator) r -> Math.floorMod(r, 2_097_153)),
        Arguments.of("far apart", (LongUnaryOperator) r -> r >> 3),
        Arguments.of("one outlier", (LongUnaryOperator) r -> r % 400 == 0 ? 1L << 62 : r & 63),
        Arguments.of("at the edges", (LongUnaryOperator) r -> (r & 1) * 32_767 - (r & 2) * 8_192),
        Arguments.of("both ends", (LongUnaryOperator) r -> r > 0 ? Long.MAX_VALUE : Long.MIN_VALUE),
        Arguments.of("all one", (LongUnaryOperator) r -> 7));
  }

  @ParameterizedTest(name = "{0}")
  @MethodSource("values")
  void numbers_keep_their_item(String name, LongUnaryOperator shape) {
    for (boolean blanks : new boolean[] {false, true}) {
      Random random = new Random(11);
      long[] values = random.longs(ROWS).map(shape).toArray();
      long[] isBlank = blanks ? random.longs((ROWS + 63) / 64).toArray() : null;
      LongVector vector = new LongVector(values, isBlank, ROWS);
      NumberCoder coder = new NumberCoder(value -> Math.floorDiv(value, 10), String::valueOf);

      int[] codes = codes(coder, vector);

      for (int row = 0; row < ROWS; row++) {
        String expected = vector.isBlank(row) ? "" : String.valueOf(Math.floorDiv(values[row], 10));
        String found = codes[row] == ItemCoder.BLANK ? "" : coder.label(codes[row]);
        assertThat(found).as("row %s", row).isEqualTo(expected);
      }
    }
  }

  @Test
  void texts_keep_their_item_from_block_to_block() {
    TextCoder coder = new TextCoder();
    Random random = new Random(5);
    for (int block = 0; block < 4; block++) {
      Dictionary dictionary = new Dictionary();
      int[] own = new int[ROWS];
      for (int row = 0; row < ROWS; row++) {
        int item = random.nextInt(40 * (block + 1));
        own[row] = item == 0 ? Dictionary.BLANK : dictionary.code("Site " + item);
      }
      TextVector vector = new TextVector(own, ROWS, dictionary);

      int[] codes = codes(coder, vector);

      for (int row = 0; row < ROWS; row++) {
        String expected = own[row] == Dictionary.BLANK ? "" : dictionary.text(own[row]);
        String found = codes[row] == ItemCoder.BLANK ? "" : coder.label(codes[row]);
        assertThat(found).isEqualTo(expected);
      }
    }
  }

  /** The codes of all rows, asked for chunk by chunk within keys whose places change. */
  private static int[] codes(ItemCoder coder, Vector vector) {
    int[] codes = new int[ROWS];
    int[] keys = new int[CHUNK];
    for (int from = 0; from < ROWS; from += CHUNK) {
      int shift = from / 2_000 * 3;
      int others = (1 << shift) - 1;
      Arrays.fill(keys, others);
      coder.addCodes(vector, from, from + CHUNK, shift, keys);
      for (int i = 0; i < CHUNK; i++) {
        assertThat(keys[i] & others).isEqualTo(others);
        codes[from + i] = keys[i] >>> shift;
      }
    }
    return codes;
  }
}
