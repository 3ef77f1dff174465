package baddle.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class HashCountsTests {

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void counts_are_those_of_a_map(long seed) {
    Random random = new Random(seed);
    HashCounts counts = new HashCounts();
    Map<Long, Integer> expected = new HashMap<>();
    for (int step = 0; step < 20_000; step++) {
      long hash = random.nextInt(3_000) * (random.nextBoolean() ? 1L : 0x9E3779B97F4A7C15L);
      hash = hash == 0 ? 7 : hash;
      if (random.nextInt(3) > 0) {
        counts.add(hash);
        expected.merge(hash, 1, Integer::sum);
      } else {
        assertThat(counts.take(hash)).isEqualTo(expected.getOrDefault(hash, 0) > 0);
        expected.computeIfPresent(hash, (h, times) -> Math.max(0, times - 1));
      }
      assertThat(counts.count(hash)).isEqualTo(expected.getOrDefault(hash, 0));
    }
    HashCounts copy = new HashCounts(counts);
    expected.forEach((hash, times) -> assertThat(copy.count(hash)).isEqualTo(times));
    copy.add(7, 5);
    assertThat(counts.count(7)).isEqualTo(expected.getOrDefault(7L, 0));
  }

  @Test
  void what_is_taken_more_often_than_added_is_below_zero() {
    HashCounts counts = new HashCounts();
    counts.add(0, 2);
    counts.add(0, -2);
    assertThat(counts.anyBelowZero()).isFalse();
    counts.add(5, -1);
    assertThat(counts.anyBelowZero()).isTrue();
  }
}
