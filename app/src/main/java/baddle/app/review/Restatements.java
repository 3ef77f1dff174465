package baddle.app.review;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.table.Column;
import baddle.core.table.HiddenRows;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.plan.Plan;
import baddle.store.Closings;
import baddle.store.DatasetReader;
import baddle.store.Store;
import baddle.store.StoreException;
import baddle.store.StoredFile;
import baddle.store.StoredSource;
import java.io.IOException;
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
        for (String dataset : plan.datasets().keySet()) {
          findings.addAll(restatements.changed(dataset, one, closed));
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
              "what it holds of "
                  + one.period()
                  + " now isn't in the dataset, for that period is closed; what was there when it"
                  + " was closed stays",
              "to take it: baddle reopen " + one.period() + " --because REASON, then run again"));
    }
    return findings;
  }

  /** The sources of a closed period whose rows aren't what they were. */
  private List<Finding> changed(String dataset, ClosedPeriods.Closed period, ClosedPeriods closed)
      throws IOException {
    int then = period.closing().batch();
    Map<Place, List<StoredSource>> old = sources(dataset, then, period, closed);
    Map<Place, List<StoredSource>> now = sources(dataset, batch, period, closed);
    Optional<DatasetReader> oldRows = reader(dataset, then);
    Optional<DatasetReader> newRows = reader(dataset, batch);
    Map<List<Integer>, Set<Integer>> was = versions(flat(old), oldRows);
    Map<List<Integer>, Set<Integer>> is = versions(flat(now), newRows);
    withoutSame(old, was, is);
    withoutSame(now, is, was);
    if (old.isEmpty() && now.isEmpty()) {
      return List.of();
    }
    Schema columns = common(oldRows, newRows);
    Map<Place, SourcePrints.Print> before = prints(oldRows, columns, old);
    Map<Place, SourcePrints.Print> after = prints(newRows, columns, now);
    Set<Place> places = new LinkedHashSet<>(old.keySet());
    places.addAll(now.keySet());
    List<Finding> findings = new ArrayList<>();
    for (Place place : places) {
      SourcePrints.Print one = before.getOrDefault(place, SourcePrints.Print.NONE);
      SourcePrints.Print other = after.getOrDefault(place, SourcePrints.Print.NONE);
      if (!one.equals(other)) {
        findings.add(restated(place, period, one.rows(), other.rows()));
      }
    }
    return findings;
  }

  private static Finding restated(
      Place place, ClosedPeriods.Closed period, long rowsThen, long rowsNow) {
    return Finding.of(
        FindingCode.RESTATED,
        place,
        "it isn't what it was when "
            + period.period()
            + " was closed in batch "
            + period.closing().batch()
            + ": "
            + rowsThen
            + " rows then, "
            + rowsNow
            + " now",
        "see what moved: baddle compare --since-close "
            + period.period()
            + "; if it is right, baddle reopen and baddle close it again");
  }

  /** Takes out the sources whose rows stand where they stood, in the same versions. */
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

  /** Where rows stand in the store, and the versions of the columns they have there. */
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

  private Map<Place, List<StoredSource>> sources(
      String dataset, int at, ClosedPeriods.Closed period, ClosedPeriods closed)
      throws IOException {
    Map<Long, String> paths = new HashMap<>();
    for (StoredFile file : store.catalogue().files(at)) {
      if (file.dataset().equals(dataset)) {
        paths.put(file.id(), file.path());
      }
    }
    Map<Place, List<StoredSource>> sources = new LinkedHashMap<>();
    for (StoredSource source : store.catalogue().sources(at)) {
      String path = paths.get(source.file());
      if (path != null && closed.of(source.period()).filter(period::equals).isPresent()) {
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

  private static Map<Place, SourcePrints.Print> prints(
      Optional<DatasetReader> reader, Schema columns, Map<Place, List<StoredSource>> sources)
      throws IOException {
    Map<Place, SourcePrints.Print> prints = new HashMap<>();
    if (reader.isPresent()) {
      SourcePrints taken = new SourcePrints(reader.get(), columns, flat(sources));
      sources.forEach(
          (place, ones) ->
              prints.put(
                  place,
                  ones.stream()
                      .map(taken::of)
                      .reduce(SourcePrints.Print.NONE, SourcePrints.Print::plus)));
    }
    return prints;
  }
}
