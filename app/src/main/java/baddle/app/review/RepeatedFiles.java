package baddle.app.review;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.plan.DatasetPlan;
import baddle.plan.DuplicateRule;
import baddle.store.DatasetReader;
import baddle.store.entry.StoredSample;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * Finds files nearly all of whose rows are in another file of the dataset too: copies with a byte
 * more, exports that repeat what an earlier one brought. Samples of the rows point at them, the
 * rows themselves decide.
 */
public final class RepeatedFiles {

  /** Files with fewer rows can be alike by chance. */
  private static final int LEAST_ROWS = 5;

  private static final int LEAST_SHARED = 3;

  /** Rows that are in more files than this tell none of them. */
  private static final int MOST_FILES = 40;

  /** What share of the rows of a file has to be in the other. */
  private static final double NEARLY_ALL = 0.9;

  private static final double LIKELY = 0.75;

  private final DatasetPlan dataset;
  private final DatasetReader reader;
  private final List<StoredSample> samples;

  private RepeatedFiles(DatasetPlan dataset, DatasetReader reader, List<StoredSample> samples) {
    this.dataset = dataset;
    this.reader = reader;
    this.samples =
        samples.stream()
            .filter(one -> one.dataset().equals(dataset.name()))
            .filter(one -> one.hashes().rows() >= LEAST_ROWS)
            .toList();
  }

  /** A file, and the one that most of its rows are in too. */
  private record Pair(StoredSample file, StoredSample other) {}

  /**
   * What there is to say; nothing where the plan lets rows with one key count once.
   *
   * @param samples of all files of the batch
   */
  public static List<Finding> findings(
      DatasetPlan dataset, DatasetReader reader, List<StoredSample> samples) throws IOException {
    boolean settled =
        !dataset.duplicates().key().isEmpty()
            && dataset.duplicates().policy() != DuplicateRule.Policy.REPORT;
    List<Finding> findings = new ArrayList<>();
    if (!settled) {
      RepeatedFiles repeated = new RepeatedFiles(dataset, reader, samples);
      for (Pair pair : repeated.likely()) {
        repeated.judge(pair).ifPresent(findings::add);
      }
    }
    return findings;
  }

  private List<Pair> likely() {
    Map<Long, List<Integer>> files = filesOfSharedHashes();
    List<Pair> pairs = new ArrayList<>();
    for (int i = 0; i < samples.size() && !files.isEmpty(); i++) {
      StoredSample file = samples.get(i);
      Map<Integer, Integer> shared = new HashMap<>();
      file.hashes()
          .values()
          .mapToObj(hash -> files.getOrDefault(hash, List.of()))
          .forEach(ofHash -> ofHash.forEach(other -> shared.merge(other, 1, Integer::sum)));
      int own = i;
      shared.entrySet().stream()
          .filter(other -> isRepeatOf(own, other.getKey()))
          .filter(other -> isLikely(file, samples.get(other.getKey()), other.getValue()))
          .max(Map.Entry.comparingByValue())
          .ifPresent(other -> pairs.add(new Pair(file, samples.get(other.getKey()))));
    }
    return pairs;
  }

  /** The files of each hash that some files share. Nearly all hashes are of one file only. */
  private Map<Long, List<Integer>> filesOfSharedHashes() {
    long[] all = samples.stream().flatMapToLong(one -> one.hashes().values()).sorted().toArray();
    Map<Long, List<Integer>> files = new HashMap<>();
    for (int from = 0, to; from < all.length; from = to) {
      to = from + 1;
      while (to < all.length && all[to] == all[from]) {
        to++;
      }
      if (to - from > 1 && to - from <= MOST_FILES) {
        files.put(all[from], new ArrayList<>());
      }
    }
    for (int i = 0; i < samples.size() && !files.isEmpty(); i++) {
      int file = i;
      samples
          .get(i)
          .hashes()
          .values()
          .filter(files::containsKey)
          .forEach(hash -> Objects.requireNonNull(files.get(hash)).add(file));
    }
    return files;
  }

  private static final Comparator<StoredSample> BY_NAME =
      Comparator.comparingInt((StoredSample one) -> one.path().length())
          .thenComparing(StoredSample::path);

  /** Of two files the smaller is the repeat; of two of one size, the one with the longer name. */
  private boolean isRepeatOf(int file, int other) {
    long rows = samples.get(file).hashes().rows();
    long others = samples.get(other).hashes().rows();
    return file != other
        && (rows < others
            || (rows == others && BY_NAME.compare(samples.get(file), samples.get(other)) > 0));
  }

  private static boolean isLikely(StoredSample file, StoredSample other, int shared) {
    int of = file.hashes().atLevel(other.hashes().level());
    return shared >= LEAST_SHARED && shared >= LIKELY * of;
  }

  private Optional<Finding> judge(Pair pair) throws IOException {
    Map<Long, Integer> there = new HashMap<>();
    HashedRows hashed =
        new HashedRows(
            dataset, reader.schema(), DatedRows.hashed(dataset, reader.schema()), List.of());
    hashed.scan(
        of(pair.other().path()), (block, row) -> there.merge(hashed.hash(row), 1, Integer::sum));
    long[] rows = new long[2];
    BigDecimal[] worth = {BigDecimal.ZERO};
    hashed.scan(
        of(pair.file().path()),
        (block, row) -> {
          rows[0]++;
          if (there.merge(hashed.hash(row), -1, Integer::sum) >= 0) {
            rows[1]++;
            worth[0] = worth[0].add(hashed.amount(block, row));
          }
        });
    if (rows[1] < LEAST_ROWS || rows[1] < NEARLY_ALL * rows[0]) {
      return Optional.empty();
    }
    return Optional.of(
        Finding.of(
            FindingCode.FILE_REPEATS,
            Place.file(pair.file().path()),
            rows[1]
                + " of its "
                + rows[0]
                + " rows are also in "
                + pair.other().path()
                + ", and count twice"
                + dataset
                    .amount()
                    .map(name -> ": " + name + " " + worth[0].toPlainString())
                    .orElse(""),
            "remove the file that is a copy or an earlier state; where each export repeats the rows"
                + " before, give the dataset a key and on_duplicate: keep latest"));
  }

  private HashedRows.Scan of(String path) {
    return (columns, sink) -> reader.scanFiles(columns, path::equals, sink);
  }
}
