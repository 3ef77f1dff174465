package baddle.app.review;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.table.Column;
import baddle.core.table.Schema;
import baddle.plan.DatasetPlan;
import baddle.plan.DuplicateRule;
import baddle.plan.Plan;
import baddle.store.DatasetReader;
import baddle.store.entry.StoredSample;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * Finds files and sheets nearly all of whose rows are in another one of the dataset too: copies
 * with a byte more, copied sheets, exports that repeat what an earlier one brought. Samples of the
 * rows point at them, the rows themselves decide. What only a name states doesn't tell rows apart.
 */
public final class RepeatedSources {

  /** Sources with fewer rows can be alike by chance. */
  private static final int LEAST_ROWS = 5;

  private static final int LEAST_SHARED = 3;

  /** Rows that are in more sources than this tell none of them. */
  private static final int MOST_SOURCES = 40;

  /** What share of the rows of a source has to be in the other. */
  private static final double NEARLY_ALL = 0.9;

  private static final double LIKELY = 0.75;

  private final Plan plan;
  private final DatasetPlan dataset;
  private final DatasetReader reader;
  private final List<StoredSample> samples;

  private RepeatedSources(
      Plan plan, DatasetPlan dataset, DatasetReader reader, List<StoredSample> samples) {
    this.plan = plan;
    this.dataset = dataset;
    this.reader = reader;
    this.samples = samples.stream().filter(one -> one.hashes().rows() >= LEAST_ROWS).toList();
  }

  /** A source, and the one that most of its rows are in too. */
  private record Pair(StoredSample source, StoredSample other) {}

  /** A pair whose rows were compared. */
  private record Repeat(Pair pair, long shared, long rows, BigDecimal worth) {}

  /**
   * What there is to report; nothing where the plan lets rows with one key count once.
   *
   * @param samples of all sources of the dataset at the batch
   */
  public static List<Finding> findings(
      Plan plan, DatasetPlan dataset, DatasetReader reader, List<StoredSample> samples)
      throws IOException {
    boolean settled =
        !dataset.duplicates().key().isEmpty()
            && dataset.duplicates().policy() != DuplicateRule.Policy.REPORT;
    return settled ? List.of() : new RepeatedSources(plan, dataset, reader, samples).findings();
  }

  private List<Finding> findings() throws IOException {
    Map<String, List<Repeat>> byFiles = new LinkedHashMap<>();
    for (Pair pair : likely()) {
      judge(pair)
          .ifPresent(
              repeat ->
                  byFiles
                      .computeIfAbsent(
                          file(pair.source) + "\n" + file(pair.other), f -> new ArrayList<>())
                      .add(repeat));
    }
    List<Finding> findings = new ArrayList<>();
    for (List<Repeat> repeats : byFiles.values()) {
      Pair first = repeats.get(0).pair;
      boolean isWhole =
          !file(first.source).equals(file(first.other))
              && samples.stream().filter(one -> file(one).equals(file(first.source))).count()
                  == repeats.size();
      if (isWhole) {
        findings.add(finding(repeats, Place.file(file(first.source)), file(first.other)));
      } else {
        repeats.forEach(one -> findings.add(ofSheet(one)));
      }
    }
    return findings;
  }

  private static String file(StoredSample sample) {
    return String.valueOf(sample.source().file());
  }

  private List<Pair> likely() {
    Map<Long, List<Integer>> bySharedHash = sourcesOfSharedHashes();
    List<Pair> pairs = new ArrayList<>();
    for (int i = 0; i < samples.size() && !bySharedHash.isEmpty(); i++) {
      StoredSample source = samples.get(i);
      Map<Integer, Integer> shared = new HashMap<>();
      source
          .hashes()
          .values()
          .mapToObj(hash -> bySharedHash.getOrDefault(hash, List.of()))
          .forEach(ofHash -> ofHash.forEach(other -> shared.merge(other, 1, Integer::sum)));
      int own = i;
      shared.entrySet().stream()
          .filter(other -> isRepeatOf(own, other.getKey()))
          .filter(other -> isLikely(source, samples.get(other.getKey()), other.getValue()))
          .max(Map.Entry.comparingByValue())
          .ifPresent(other -> pairs.add(new Pair(source, samples.get(other.getKey()))));
    }
    return pairs;
  }

  /** The sources of each hash that some share. Nearly all hashes are of one source only. */
  private Map<Long, List<Integer>> sourcesOfSharedHashes() {
    long[] all = samples.stream().flatMapToLong(one -> one.hashes().values()).sorted().toArray();
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
          .hashes()
          .values()
          .filter(sources::containsKey)
          .forEach(hash -> Objects.requireNonNull(sources.get(hash)).add(source));
    }
    return sources;
  }

  private static final Comparator<StoredSample> BY_NAME =
      Comparator.comparingInt((StoredSample one) -> name(one).length())
          .thenComparing(RepeatedSources::name);

  private static String name(StoredSample sample) {
    return file(sample) + "\n" + Objects.requireNonNullElse(sample.source().sheet(), "");
  }

  /** Of two sources the smaller is the repeat; of two of one size, the one with the longer name. */
  private boolean isRepeatOf(int source, int other) {
    long rows = samples.get(source).hashes().rows();
    long others = samples.get(other).hashes().rows();
    return source != other
        && (rows < others
            || (rows == others && BY_NAME.compare(samples.get(source), samples.get(other)) > 0));
  }

  private static boolean isLikely(StoredSample source, StoredSample other, int shared) {
    int of = source.hashes().atLevel(other.hashes().level());
    return shared >= LEAST_SHARED && shared >= LIKELY * of;
  }

  private Optional<Repeat> judge(Pair pair) throws IOException {
    Schema schema = reader.schema();
    List<String> columns =
        NamedColumns.others(plan, dataset).stream().filter(schema::has).map(Column::name).toList();
    Map<Long, Integer> there = new HashMap<>();
    HashedRows hashed = new HashedRows(dataset, schema, columns, List.of());
    hashed.scan(of(pair.other()), (block, row) -> there.merge(hashed.hash(row), 1, Integer::sum));
    long[] rows = new long[2];
    BigDecimal[] worth = {BigDecimal.ZERO};
    hashed.scan(
        of(pair.source()),
        (block, row) -> {
          rows[0]++;
          if (there.merge(hashed.hash(row), -1, Integer::sum) >= 0) {
            rows[1]++;
            worth[0] = worth[0].add(hashed.amount(block, row));
          }
        });
    return rows[1] < LEAST_ROWS || rows[1] < NEARLY_ALL * rows[0]
        ? Optional.empty()
        : Optional.of(new Repeat(pair, rows[1], rows[0], worth[0]));
  }

  private Finding ofSheet(Repeat repeat) {
    Place other = repeat.pair.other.source();
    boolean sameFile = file(repeat.pair.source).equals(file(repeat.pair.other));
    String sheet = other.sheet() == null ? "" : "sheet " + other.sheet();
    String where =
        sameFile
            ? (sheet.isEmpty() ? "another table of the file" : sheet)
            : file(repeat.pair.other) + (sheet.isEmpty() ? "" : ", " + sheet);
    return finding(List.of(repeat), repeat.pair.source.source(), where);
  }

  private Finding finding(List<Repeat> repeats, Place place, String where) {
    long rows = repeats.stream().mapToLong(Repeat::rows).sum();
    long shared = repeats.stream().mapToLong(Repeat::shared).sum();
    BigDecimal worth = repeats.stream().map(Repeat::worth).reduce(BigDecimal.ZERO, BigDecimal::add);
    return Finding.of(
        FindingCode.FILE_REPEATS,
        place,
        String.format(
            Locale.ROOT,
            "%d of its %d rows are also in %s, and count twice%s",
            shared,
            rows,
            where,
            dataset.amount().map(name -> ": " + name + " " + worth.toPlainString()).orElse("")),
        "remove what is a copy or an earlier state, or leave the sheet out with except_sheets:;"
            + " where each export repeats the rows before, give the dataset a key and"
            + " on_duplicate: keep latest");
  }

  private HashedRows.Scan of(StoredSample sample) {
    return (columns, sink) -> reader.scanSource(columns, sample.part(), sample.number(), sink);
  }
}
