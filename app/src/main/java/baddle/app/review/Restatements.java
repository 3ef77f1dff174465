package baddle.app.review;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.table.Column;
import baddle.core.table.HiddenRows;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import baddle.store.Closings;
import baddle.store.DatasetReader;
import baddle.store.Store;
import baddle.store.StoreException;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Stream;

/** What has changed about closed periods since they were closed, and what was kept out of them. */
public final class Restatements {

  private final Store store;
  private final int batch;

  private Restatements(Store store, int batch) {
    this.store = store;
    this.batch = batch;
  }

  /** What there is to say at a batch; nothing of periods that were closed with a later one. */
  public static List<Finding> findings(Plan plan, Store store, int batch) throws IOException {
    Restatements restatements = new Restatements(store, batch);
    List<Finding> findings = new ArrayList<>(restatements.keptOut());
    ClosedPeriods closed = ClosedPeriods.of(store, plan);
    for (ClosedPeriods.Closed one : closed.all()) {
      if (one.closing().batch() < batch) {
        for (DatasetPlan dataset : plan.datasets().values()) {
          findings.addAll(
              dataset.datedBy().isPresent()
                  ? restatements.changedRows(dataset, one)
                  : restatements.changed(dataset, one, closed));
        }
      }
    }
    return findings;
  }

  private List<Finding> keptOut() throws IOException {
    List<Finding> findings = new ArrayList<>();
    for (Closings.KeptOut one : store.closings().keptOut(batch)) {
      findings.add(
          Finding.of(
              FindingCode.RESTATEMENT_KEPT_OUT,
              Place.source(one.path(), one.sheet()),
              (one.why().isEmpty() ? "what it holds of that period has changed" : one.why())
                  + "; what was in the dataset of "
                  + one.period()
                  + ", which is closed, stays",
              "to include it: baddle reopen "
                  + one.period()
                  + " --because REASON, then run again"));
    }
    return findings;
  }

  /** The sources of a closed period whose rows aren't what they were. */
  private List<Finding> changed(
      DatasetPlan dataset, ClosedPeriods.Closed period, ClosedPeriods closed) throws IOException {
    int then = period.closing().batch();
    Map<Place, List<StoredSource>> old = sources(dataset.name(), then, of(period, closed));
    Map<Place, List<StoredSource>> now = sources(dataset.name(), batch, of(period, closed));
    Optional<DatasetReader> oldRows = reader(dataset.name(), then);
    Optional<DatasetReader> newRows = reader(dataset.name(), batch);
    Map<List<Integer>, Set<Integer>> was = versions(flat(old), oldRows);
    Map<List<Integer>, Set<Integer>> is = versions(flat(now), newRows);
    withoutSame(old, was, is);
    withoutSame(now, is, was);
    if (old.isEmpty() && now.isEmpty()) {
      return List.of();
    }
    Schema columns = common(oldRows, newRows);
    Optional<SourceFingerprints> before = fingerprints(dataset, oldRows, columns, old);
    Optional<SourceFingerprints> after = fingerprints(dataset, newRows, columns, now);
    Set<Place> places = new LinkedHashSet<>(old.keySet());
    places.addAll(now.keySet());
    List<Finding> findings = new ArrayList<>();
    for (Place place : places) {
      SourceFingerprints.Sum one =
          SourceFingerprints.sum(before, old.getOrDefault(place, List.of()));
      SourceFingerprints.Sum other =
          SourceFingerprints.sum(after, now.getOrDefault(place, List.of()));
      if (!one.equals(other)) {
        findings.add(
            restated(
                place,
                period,
                SourceFingerprints.worth(before, one),
                SourceFingerprints.worth(after, other)));
      }
    }
    return findings;
  }

  /** The files whose rows that are dated in a closed period aren't what they were. */
  private List<Finding> changedRows(DatasetPlan dataset, ClosedPeriods.Closed period)
      throws IOException {
    int then = period.closing().batch();
    Optional<DatasetReader> oldRows = reader(dataset.name(), then);
    Optional<DatasetReader> newRows = reader(dataset.name(), batch);
    Map<Place, List<StoredSource>> old = sources(dataset.name(), then, source -> true);
    Map<Place, List<StoredSource>> now = sources(dataset.name(), batch, source -> true);
    Map<List<Integer>, Set<Integer>> was = versions(flat(old), oldRows);
    Map<List<Integer>, Set<Integer>> is = versions(flat(now), newRows);
    withoutSame(old, was, is);
    withoutSame(now, is, was);
    List<String> columns =
        common(oldRows, newRows).columns().stream()
            .map(Column::name)
            .filter(name -> !HiddenRows.has(name))
            .toList();
    Map<Place, RowsThere> before = rows(dataset, oldRows, columns, old.keySet(), period);
    Map<Place, RowsThere> after = rows(dataset, newRows, columns, now.keySet(), period);
    if (sum(before).equals(sum(after))) {
      return List.of();
    }
    Set<Place> places = new LinkedHashSet<>(before.keySet());
    places.addAll(after.keySet());
    List<Finding> findings = new ArrayList<>();
    for (Place place : places) {
      RowsThere one = before.getOrDefault(place, RowsThere.NONE);
      RowsThere other = after.getOrDefault(place, RowsThere.NONE);
      if (!one.equals(other)) {
        findings.add(restated(place, period, one.worth(dataset), other.worth(dataset)));
      }
    }
    return findings;
  }

  /**
   * Rows of a file that are of a period.
   *
   * @param rows how many
   * @param hashes the sum of their hashes
   * @param amount what they are worth
   */
  private record RowsThere(long rows, long hashes, BigDecimal amount) {

    static final RowsThere NONE = new RowsThere(0, 0, BigDecimal.ZERO);

    RowsThere plus(RowsThere other) {
      return new RowsThere(rows + other.rows, hashes + other.hashes, amount.add(other.amount));
    }

    String worth(DatasetPlan dataset) {
      return Worth.of(rows, dataset.amount(), amount);
    }
  }

  private static RowsThere sum(Map<Place, RowsThere> rows) {
    return rows.values().stream().reduce(RowsThere.NONE, RowsThere::plus);
  }

  private static Map<Place, RowsThere> rows(
      DatasetPlan dataset,
      Optional<DatasetReader> reader,
      List<String> columns,
      Set<Place> places,
      ClosedPeriods.Closed period)
      throws IOException {
    Map<Place, RowsThere> rows = new LinkedHashMap<>();
    Set<String> files = new HashSet<>();
    places.forEach(place -> files.add(Objects.requireNonNull(place.file())));
    if (reader.isPresent()) {
      new DatedRows(dataset)
          .scan(
              reader.get(),
              columns,
              files::contains,
              day -> period.holds(day),
              (file, sheet, day, hash, amount) ->
                  rows.merge(Place.file(file), new RowsThere(1, hash, amount), RowsThere::plus));
    }
    return rows;
  }

  private static Finding restated(
      Place place, ClosedPeriods.Closed period, String rowsThen, String rowsNow) {
    return Finding.of(
        FindingCode.RESTATED,
        place,
        "it isn't what it was when "
            + period.period()
            + " was closed in batch "
            + period.closing().batch()
            + ": "
            + rowsThen
            + " then, "
            + rowsNow
            + " now",
        "see what moved: baddle compare --since-close "
            + period.period()
            + "; if it is right, baddle reopen and baddle close it again");
  }

  /** Takes out the sources whose rows are where they were, in the same versions. */
  private static void withoutSame(
      Map<Place, List<StoredSource>> sources,
      Map<List<Integer>, Set<Integer>> own,
      Map<List<Integer>, Set<Integer>> others) {
    sources
        .values()
        .forEach(
            ofPlace ->
                ofPlace.removeIf(
                    source -> {
                      List<Integer> at = List.of(source.part(), source.number());
                      return Objects.equals(own.get(at), others.get(at));
                    }));
    sources.values().removeIf(List::isEmpty);
  }

  /** Where rows are in the store, and the versions of the columns they have there. */
  private static Map<List<Integer>, Set<Integer>> versions(
      Collection<StoredSource> sources, Optional<DatasetReader> reader) {
    Map<List<Integer>, Set<Integer>> versions = new HashMap<>();
    for (StoredSource source : sources) {
      Set<Integer> columns =
          reader.map(rows -> rows.columnNumbers(source.part())).orElse(new HashSet<>());
      versions.put(List.of(source.part(), source.number()), columns);
    }
    return versions;
  }

  private static List<StoredSource> flat(Map<Place, List<StoredSource>> sources) {
    return sources.values().stream().flatMap(List::stream).toList();
  }

  private static Predicate<StoredSource> of(ClosedPeriods.Closed period, ClosedPeriods closed) {
    return source -> closed.of(source.period()).filter(period::equals).isPresent();
  }

  private Map<Place, List<StoredSource>> sources(
      String dataset, int at, Predicate<StoredSource> wanted) throws IOException {
    Map<Long, String> paths = new HashMap<>();
    for (StoredFile file : store.catalogue().files(at)) {
      if (file.dataset().equals(dataset)) {
        paths.put(file.id(), file.path());
      }
    }
    Map<Place, List<StoredSource>> sources = new LinkedHashMap<>();
    for (StoredSource source : store.catalogue().sources(at)) {
      String path = paths.get(source.file());
      if (path != null && wanted.test(source)) {
        sources
            .computeIfAbsent(Place.source(path, source.sheet()), place -> new ArrayList<>())
            .add(source);
      }
    }
    return sources;
  }

  private Optional<DatasetReader> reader(String dataset, int at) throws IOException {
    try {
      return Optional.of(store.dataset(dataset, at));
    } catch (StoreException.Absent e) {
      return Optional.empty();
    }
  }

  /** The columns that rows had then and have now, and those that say which rows are hidden. */
  private static Schema common(Optional<DatasetReader> then, Optional<DatasetReader> now) {
    Stream<Column> columns =
        Stream.of(then, now)
            .flatMap(Optional::stream)
            .findFirst()
            .map(reader -> reader.schema().columns().stream())
            .orElse(Stream.empty());
    return new Schema(
        Stream.concat(
                columns
                    .filter(column -> !Origin.has(column.name()))
                    .filter(column -> then.isEmpty() || then.get().schema().has(column))
                    .filter(column -> now.isEmpty() || now.get().schema().has(column)),
                HiddenRows.columns().stream())
            .toList());
  }

  private static Optional<SourceFingerprints> fingerprints(
      DatasetPlan dataset,
      Optional<DatasetReader> reader,
      Schema columns,
      Map<Place, List<StoredSource>> sources)
      throws IOException {
    return reader.isEmpty()
        ? Optional.empty()
        : Optional.of(
            new SourceFingerprints(reader.get(), columns, dataset.amount(), flat(sources)));
  }
}
