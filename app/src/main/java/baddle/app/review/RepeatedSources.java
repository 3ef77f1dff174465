package baddle.app.review;

import baddle.core.check.LikelyRepeats;
import baddle.core.check.RowOverlap;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.NumberText;
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

  private final Plan plan;
  private final DatasetPlan dataset;
  private final DatasetReader reader;
  private final List<StoredSample> samples;

  private RepeatedSources(
      Plan plan, DatasetPlan dataset, DatasetReader reader, List<StoredSample> samples) {
    this.plan = plan;
    this.dataset = dataset;
    this.reader = reader;
    this.samples =
        samples.stream().filter(one -> one.hashes().rows() >= RowOverlap.LEAST_ROWS).toList();
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
    Comparator<Integer> byName =
        Comparator.comparingInt((Integer one) -> name(samples.get(one)).length())
            .thenComparing(one -> name(samples.get(one)));
    return LikelyRepeats.of(samples.stream().map(StoredSample::hashes).toList(), byName).stream()
        .map(pair -> new Pair(samples.get(pair.source()), samples.get(pair.other())))
        .toList();
  }

  private static String name(StoredSample sample) {
    return file(sample) + "\n" + Objects.requireNonNullElse(sample.source().sheet(), "");
  }

  private Optional<Repeat> judge(Pair pair) throws IOException {
    Schema schema = reader.schema();
    List<String> columns =
        NamedColumns.others(plan, dataset).stream().filter(schema::has).map(Column::name).toList();
    RowOverlap overlap = new RowOverlap();
    HashedRows hashed = new HashedRows(dataset, schema, columns, List.of());
    hashed.scan(of(pair.other()), (block, row) -> overlap.other(hashed.hash(row)));
    BigDecimal[] worth = {BigDecimal.ZERO};
    hashed.scan(
        of(pair.source()),
        (block, row) -> {
          if (overlap.own(hashed.hash(row))) {
            worth[0] = worth[0].add(hashed.amount(block, row));
          }
        });
    boolean isCopy =
        overlap.isCopy() && pair.source.sums().values().stream().anyMatch(sum -> sum.signum() != 0);
    return isCopy || overlap.isNearlyAll()
        ? Optional.of(new Repeat(pair, overlap.shared(), overlap.rows(), worth[0]))
        : Optional.empty();
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
                dataset
                    .amount()
                    .map(name -> ": " + name + " " + NumberText.exact(worth))
                    .orElse("")),
            "remove what is a copy or an earlier state, or leave the sheet out (except_sheets:);"
                + " where each export repeats the rows before, give the dataset a key and"
                + " on_duplicate: keep latest")
        .touching(worth);
  }

  private HashedRows.Scan of(StoredSample sample) {
    return (columns, sink) -> reader.scanSource(columns, sample.part(), sample.number(), sink);
  }
}
