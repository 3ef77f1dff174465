package baddle.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.Dictionary;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.value.ColumnType;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CheckTests {

  private static final Schema SCHEMA =
      new Schema(
          List.of(
              new Column("code", ColumnType.text()),
              new Column("line", ColumnType.of(ColumnType.Kind.INTEGER))));

  private static Block block(List<Integer> keys) {
    Dictionary dictionary = new Dictionary();
    int[] codes = new int[keys.size()];
    long[] lines = new long[keys.size()];
    for (int i = 0; i < codes.length; i++) {
      codes[i] = keys.get(i) == 0 ? 0 : dictionary.code("c" + keys.get(i) % 4);
      lines[i] = keys.get(i) / 4;
    }
    return new Block(
        SCHEMA,
        List.of(
            new TextVector(codes, codes.length, dictionary),
            new LongVector(lines, null, lines.length)),
        new int[0],
        codes.length);
  }

  /** Every pass together, rows of several sources in any order, against a plain map. */
  @Property
  void finds_the_row_that_counts_whatever_order_rows_come_in(
      @ForAll @Size(max = 60) List<@IntRange(max = 12) Integer> keys,
      @ForAll @IntRange(min = 1, max = 4) int sources,
      @ForAll @IntRange(min = 1, max = 3) int passes,
      @ForAll boolean latest) {
    Block block = block(keys);
    Map<Integer, Integer> counting = new HashMap<>();
    for (int row = 0; row < keys.size(); row++) {
      int best = counting.getOrDefault(keys.get(row), row);
      boolean better =
          latest ? row * 7 % sources > best * 7 % sources : row * 7 % sources < best * 7 % sources;
      counting.put(keys.get(row), better ? row : best);
    }
    List<Integer> found = new ArrayList<>();
    for (int pass = 0; pass < passes; pass++) {
      KeyIndex index =
          new KeyIndex(
              SCHEMA,
              List.of("code", "line"),
              latest ? KeyIndex.Counts.LATEST_SOURCE : KeyIndex.Counts.FIRST,
              passes,
              pass);
      index.begin(block);
      for (int row = keys.size() - 1; row >= 0 && !latest; row--) {
        index.add(row, row * 7 % sources, row);
      }
      for (int row = 0; row < keys.size() && latest; row++) {
        index.add(row, row * 7 % sources, row);
      }
      for (int row = 0; row < keys.size(); row++) {
        if (index.isRepeated(row, row * 7 % sources, row)) {
          found.add(row);
          assertThat(index.counted(row).row())
              .isEqualTo((long) counting.getOrDefault(keys.get(row), -1));
        }
      }
    }
    List<Integer> expected = new ArrayList<>();
    for (int row = 0; row < keys.size(); row++) {
      if (keys.get(row) != 0 && counting.getOrDefault(keys.get(row), -1) != row) {
        expected.add(row);
      }
    }

    assertThat(found).containsExactlyInAnyOrderElementsOf(expected);
  }

  @ParameterizedTest
  @CsvSource({
    "100 101 99 100 102 98 100, false",
    "100 101 99 100 102 98 180, true",
    "100 101 99 100 102 98 20, true",
    "100 101 99 100 102 98 130, false",
    "100 200 50 300 80 250 300, false",
    "100 200 50 300 80 250 2000, true",
    "0 0 0 0 0 0 5, true",
    "0 0 0 0 0 0 0, false",
    "1 1 1 9, false",
  })
  void a_figure_is_unusual_if_it_lies_far_outside_all_before(String figures, boolean unusual) {
    List<BigDecimal> numbers = Arrays.stream(figures.split(" ")).map(BigDecimal::new).toList();

    assertThat(Unusual.last(numbers).isPresent()).isEqualTo(unusual);
  }
}
