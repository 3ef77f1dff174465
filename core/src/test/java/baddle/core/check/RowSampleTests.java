package baddle.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;

/** Samples of rows. */
class RowSampleTests {

  private static SampledHashes sample(long seed, int from, int to) {
    Random random = new Random(seed);
    RowSample sample = new RowSample();
    for (int row = 0; row < to; row++) {
      long hash = random.nextLong();
      if (row >= from) {
        sample.add(hash);
      }
    }
    return sample.hashes();
  }

  @Property(tries = 200)
  void of_rows_that_stand_in_both_the_same_are_chosen(
      @ForAll long seed,
      @ForAll @IntRange(min = 1, max = 3000) int some,
      @ForAll @IntRange(min = 0, max = 9000) int more) {
    SampledHashes small = sample(seed, 0, some);
    SampledHashes large = sample(seed, 0, some + more);

    assertThat(small.rows()).isEqualTo(some);
    assertThat(large.values().boxed()).hasSizeLessThanOrEqualTo(RowSample.MOST);
    long shared =
        small.values().filter(hash -> large.values().anyMatch(one -> one == hash)).count();
    assertThat(shared).isEqualTo(small.atLevel(large.level()));
  }

  @Property(tries = 50)
  void other_rows_share_nothing(@ForAll long seed) {
    assertThat(sample(seed, 0, 1000).values().boxed())
        .doesNotContainAnyElementsOf(sample(seed, 1000, 2000).values().boxed().toList());
  }
}
