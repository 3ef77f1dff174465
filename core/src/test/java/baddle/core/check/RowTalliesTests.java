package baddle.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.check.RowTallies.Side;
import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RowTalliesTests {

  private record Row(long high, long low, long held) {}

  private static List<Row> rows(Random random, int count, int keys) {
    List<Row> rows = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      int key = random.nextInt(keys);
      rows.add(new Row(key % 7L, key, random.nextInt(3)));
    }
    return rows;
  }

  private static Map<List<Long>, List<Long>> held(List<Row> rows) {
    Map<List<Long>, List<Long>> held = new HashMap<>();
    for (Row row : rows) {
      held.computeIfAbsent(List.of(row.high, row.low), k -> new ArrayList<>()).add(row.held);
    }
    held.values().forEach(Collections::sort);
    return held;
  }

  /** What a row holds as hashes that tell sums of few values apart. */
  private static void add(RowTallies tallies, Side side, Row row) {
    int key = tallies.key(row.high, row.low);
    tallies.add(side, key, 1L << (20 * row.held), row.held);
  }

  @ParameterizedTest
  @CsvSource({
    "1, 0, 1",
    "2, 10, 3",
    "3, 500, 90",
    "4, 4000, 3000",
    "5, 30000, 9000",
    "6, 900, 900"
  })
  void tallies_are_those_of_lists_of_rows(long seed, int count, int keys) {
    Random random = new Random(seed);
    List<Row> before = rows(random, count, keys);
    List<Row> after = new ArrayList<>(before);
    Collections.shuffle(after, random);
    for (int i = 0; i < count / 10; i++) {
      after.set(i, rows(random, 1, keys * 2).get(0));
    }
    RowTallies tallies = new RowTallies();
    before.forEach(row -> add(tallies, Side.BEFORE, row));
    after.forEach(row -> add(tallies, Side.AFTER, row));

    Map<List<Long>, List<Long>> was = held(before);
    Map<List<Long>, List<Long>> is = held(after);
    Map<List<Long>, List<Long>> all = new HashMap<>(was);
    all.putAll(is);
    assertThat(tallies.size()).isEqualTo(all.size());
    for (List<Long> key : all.keySet()) {
      int number = tallies.key(key.get(0), key.get(1));
      List<Long> then = was.getOrDefault(key, List.of());
      List<Long> now = is.getOrDefault(key, List.of());
      assertThat(tallies.count(Side.BEFORE, number)).isEqualTo(then.size());
      assertThat(tallies.count(Side.AFTER, number)).isEqualTo(now.size());
      assertThat(tallies.areSame(number))
          .as("%s: %s, %s", key, then, now)
          .isEqualTo(then.equals(now));
    }
    assertThat(tallies.size()).isEqualTo(all.size());
  }
}
