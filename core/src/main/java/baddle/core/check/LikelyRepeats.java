package baddle.core.check;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/**
 * Points at sources nearly all of whose rows are in another one too, by samples of their rows. The
 * rows themselves have to decide.
 */
public final class LikelyRepeats {

  private static final int LEAST_SHARED = 3;

  /** Rows that are in more sources than this tell none of them. */
  private static final int MOST_SOURCES = 40;

  /** The share of a source's sampled rows that has to be in the other. */
  private static final double LIKELY = 0.75;

  private final List<SampledHashes> samples;
  private final Comparator<Integer> byName;

  private LikelyRepeats(List<SampledHashes> samples, Comparator<Integer> byName) {
    this.samples = List.copyOf(samples);
    this.byName = byName;
  }

  /**
   * A source, and the one that most of its rows are in too.
   *
   * @param source its place among the samples
   * @param other the other's
   */
  public record Pair(int source, int other) {}

  /**
   * The pairs that are likely. Of two sources the smaller is the repeat; of two of one size, the
   * one that comes later.
   *
   * @param byName the order of sources of one size
   */
  public static List<Pair> of(List<SampledHashes> samples, Comparator<Integer> byName) {
    return new LikelyRepeats(samples, byName).pairs();
  }

  private List<Pair> pairs() {
    Map<Long, List<Integer>> bySharedHash = sourcesOfSharedHashes();
    List<Pair> pairs = new ArrayList<>();
    for (int i = 0; i < samples.size() && !bySharedHash.isEmpty(); i++) {
      SampledHashes source = samples.get(i);
      Map<Integer, Integer> shared = new HashMap<>();
      source
          .values()
          .mapToObj(hash -> bySharedHash.getOrDefault(hash, List.of()))
          .forEach(ofHash -> ofHash.forEach(other -> shared.merge(other, 1, Integer::sum)));
      int own = i;
      shared.entrySet().stream()
          .filter(other -> isRepeatOf(own, other.getKey()))
          .filter(other -> isLikely(source, samples.get(other.getKey()), other.getValue()))
          .max(Map.Entry.comparingByValue())
          .ifPresent(other -> pairs.add(new Pair(own, other.getKey())));
    }
    return pairs;
  }

  /** The sources of each hash that some share. Nearly all hashes are of one source only. */
  private Map<Long, List<Integer>> sourcesOfSharedHashes() {
    long[] all = samples.stream().flatMapToLong(SampledHashes::values).sorted().toArray();
    Map<Long, List<Integer>> sources = new HashMap<>();
    for (int from = 0, to; from < all.length; from = to) {
      to = from + 1;
      while (to < all.length && all[to] == all[from]) {
        to++;
      }
      if (to - from > 1 && to - from <= MOST_SOURCES) {
        sources.put(all[from], new ArrayList<>());
      }
    }
    for (int i = 0; i < samples.size() && !sources.isEmpty(); i++) {
      int source = i;
      samples
          .get(i)
          .values()
          .filter(sources::containsKey)
          .forEach(hash -> Objects.requireNonNull(sources.get(hash)).add(source));
    }
    return sources;
  }

  private boolean isRepeatOf(int source, int other) {
    long rows = samples.get(source).rows();
    long others = samples.get(other).rows();
    return source != other
        && (rows < others || (rows == others && byName.compare(source, other) > 0));
  }

  private static boolean isLikely(SampledHashes source, SampledHashes other, int shared) {
    int of = source.atLevel(other.level());
    return shared >= Math.min(LEAST_SHARED, source.rows()) && shared >= LIKELY * of;
  }
}
