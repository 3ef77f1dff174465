package baddle.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.Dictionary;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;

class RowHashesTests {

  private static final Schema SCHEMA =
      new Schema(
          List.of(
              new Column("name", ColumnType.text()),
              new Column("number", ColumnType.of(ColumnType.Kind.INTEGER))));

  /** Rows of a name and a number; an empty name and a number of zero are blank. */
  private static Block block(List<String> names, long... numbers) {
    return new Block(SCHEMA, List.of(texts(names), numbers(numbers)), new int[0], numbers.length);
  }

  private static TextVector texts(List<String> names) {
    Dictionary dictionary = new Dictionary();
    int[] codes =
        names.stream()
            .mapToInt(name -> name.isEmpty() ? Dictionary.BLANK : dictionary.code(name))
            .toArray();
    return new TextVector(codes, codes.length, dictionary);
  }

  private static LongVector numbers(long... numbers) {
    long[] blanks = new long[1];
    for (int i = 0; i < numbers.length; i++) {
      blanks[0] |= numbers[i] == 0 ? 1L << i : 0;
    }
    return new LongVector(numbers, blanks, numbers.length);
  }

  private static List<List<Long>> hashes(Block block) {
    RowHashes hashes = new RowHashes(SCHEMA, SCHEMA.names());
    hashes.begin(block);
    List<List<Long>> all = new ArrayList<>();
    for (int row = 0; row < block.size(); row++) {
      all.add(List.of(hashes.high(row), hashes.low(row)));
    }
    return all;
  }

  @Test
  void equal_rows_have_equal_hashes_in_any_block_and_different_ones_have_not() {
    List<List<Long>> one = hashes(block(List.of("a", "b", "", "a", ""), 1, 2, 3, 0, 0));
    List<List<Long>> other = hashes(block(List.of("", "x", "b", "a", "", "a"), 3, 7, 2, 0, 0, 1));

    assertThat(other.get(0)).isEqualTo(one.get(2));
    assertThat(other.get(2)).isEqualTo(one.get(1));
    assertThat(other.get(3)).isEqualTo(one.get(3));
    assertThat(other.get(4)).isEqualTo(one.get(4));
    assertThat(other.get(5)).isEqualTo(one.get(0));
    Set<List<Long>> different = new HashSet<>(one);
    different.addAll(other);
    assertThat(different).hasSize(6);
  }

  @Test
  void hashes_that_stores_have_kept_stay_what_they_were() {
    assertThat(hashes(block(List.of("a", "caf\u00e9", ""), 1, 0, 3)))
        .containsExactly(
            List.of(841298479424542168L, 7174029880634985658L),
            List.of(5952495394635059731L, 5845030319466715995L),
            List.of(-4410326962180465277L, -3671553499188208495L));
  }

  @Test
  void a_blank_in_any_column_is_known() {
    RowHashes hashes = new RowHashes(SCHEMA, SCHEMA.names());
    hashes.begin(block(List.of("a", "", "b"), 1, 2, 0));

    assertThat(List.of(hashes.hasBlank(0), hashes.hasBlank(1), hashes.hasBlank(2)))
        .containsExactly(false, true, true);
  }

  @Test
  void rows_of_two_vectors_are_mixed_with_their_blanks() {
    BitSet second = BitSet.valueOf(new long[] {0b0110});
    Vector names =
        texts(List.of("a", "b", "c", "")).with(second, texts(List.of("x", "", "y", "z")));
    Vector numbers = numbers(1, 2, 3, 0).with(second, numbers(7, 0, 9, 8));

    assertThat(shown(names, ColumnType.text())).containsExactly("a", "(blank)", "y", "(blank)");
    assertThat(shown(numbers, ColumnType.of(ColumnType.Kind.INTEGER)))
        .containsExactly("1", "(blank)", "9", "(blank)");
  }

  private static List<String> shown(Vector vector, ColumnType type) {
    List<String> shown = new ArrayList<>();
    for (int row = 0; row < vector.size(); row++) {
      shown.add(vector.shown(row, type));
    }
    return shown;
  }
}
