package baddle.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Sources nearly all of whose rows are in another one. */
class LikelyRepeatsTests {

  private static SampledHashes sample(Random of, int rows, Random own, int ownRows) {
    RowSample sample = new RowSample();
    for (int i = 0; i < rows; i++) {
      sample.add(of.nextLong());
    }
    for (int i = 0; i < ownRows; i++) {
      sample.add(own.nextLong());
    }
    return sample.hashes();
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void a_copy_is_found_among_others_whatever_their_sizes(long seed) {
    Random random = new Random(seed);
    List<SampledHashes> samples = new ArrayList<>();
    for (int i = 0; i < 10; i++) {
      samples.add(sample(new Random(random.nextLong()), 1 + random.nextInt(3_000), random, 0));
    }
    int rows = 2 + random.nextInt(2_000);
    int more = random.nextInt(1 + rows / 20);
    long of = random.nextLong();
    samples.add(sample(new Random(of), rows, random, 0));
    samples.add(sample(new Random(of), rows, random, more));

    assertThat(LikelyRepeats.of(samples, Comparator.naturalOrder()))
        .containsExactly(
            more == 0 ? new LikelyRepeats.Pair(11, 10) : new LikelyRepeats.Pair(10, 11));
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4})
  void half_the_rows_are_no_repeat(long seed) {
    Random random = new Random(seed);
    long of = random.nextLong();
    List<SampledHashes> samples =
        List.of(sample(new Random(of), 400, random, 400), sample(new Random(of), 400, random, 600));

    assertThat(LikelyRepeats.of(samples, Comparator.naturalOrder())).isEmpty();
  }
}
