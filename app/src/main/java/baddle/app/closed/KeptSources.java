package baddle.app.closed;

import baddle.app.review.SourceFingerprints;
import baddle.core.table.Schema;
import baddle.plan.DatasetPlan;
import baddle.store.BatchWriter;
import baddle.store.DatasetReader;
import baddle.store.Store;
import baddle.store.StoreException;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/**
 * Gives the files of a batch back what they had of closed periods, and notes where that isn't what
 * they hold now.
 */
final class KeptSources {

  /** Where a source is: a sheet can have sources of several periods. */
  private record Place(String sheet, String period) {

    static Place of(StoredSource source) {
      return new Place(source.sheet(), source.period());
    }
  }

  private final Store store;
  private final int last;
  private final Map<Long, List<StoredSource>> sources;
  private final Predicate<StoredSource> keeps;

  /**
   * Of a store.
   *
   * @param last its last batch
   * @param sources those of the files of that batch
   * @param keeps whether a source stays what it was
   */
  KeptSources(
      Store store, int last, Map<Long, List<StoredSource>> sources, Predicate<StoredSource> keeps) {
    this.store = store;
    this.last = last;
    this.sources = sources;
    this.keeps = keeps;
  }

  /** Of those files that are of a dataset whose rows go by the periods of their sources. */
  void settle(BatchWriter batch, DatasetPlan dataset, List<AddedSource> added) throws IOException {
    List<StoredSource> old = new ArrayList<>();
    List<StoredSource> now = new ArrayList<>();
    List<AddedSource> own =
        added.stream().filter(file -> file.dataset().equals(dataset.name())).toList();
    for (AddedSource file : own) {
      old.addAll(before(file));
      file.sources().stream().filter(keeps).forEach(now::add);
    }
    boolean byRow = dataset.datedBy().isPresent();
    if (!byRow && !(old.isEmpty() && now.isEmpty())) {
      Optional<DatasetReader> then = reader(dataset, last);
      Optional<DatasetReader> here = reader(dataset, batch.batch().number());
      settle(
          batch,
          own,
          fingerprints(dataset, then, old),
          fingerprints(dataset, here, now),
          dataset,
          then);
    }
  }

  private void settle(
      BatchWriter batch,
      List<AddedSource> added,
      Optional<SourceFingerprints> then,
      Optional<SourceFingerprints> now,
      DatasetPlan dataset,
      Optional<DatasetReader> reader)
      throws IOException {
    for (AddedSource file : added) {
      Map<Place, List<StoredSource>> before = byPlace(before(file));
      Map<Place, List<StoredSource>> after =
          byPlace(file.sources().stream().filter(keeps).toList());
      Set<Place> places = new HashSet<>(before.keySet());
      places.addAll(after.keySet());
      places.removeIf(
          place ->
              before.getOrDefault(place, List.of()).stream()
                  .anyMatch(source -> lacksColumn(reader, dataset, source)));
      for (Place place : places) {
        List<StoredSource> old = before.getOrDefault(place, List.of());
        List<StoredSource> fresh = after.getOrDefault(place, List.of());
        SourceFingerprints.Sum held = SourceFingerprints.sum(then, old);
        SourceFingerprints.Sum read = SourceFingerprints.sum(now, fresh);
        swap(batch, file, old, fresh);
        if (!held.equals(read)) {
          batch
              .adoption()
              .keepOut(
                  file.file(),
                  place.sheet(),
                  place.period(),
                  false,
                  "the file has changed: "
                      + SourceFingerprints.worth(then, held)
                      + " in the dataset, "
                      + SourceFingerprints.worth(now, read)
                      + " in the file now");
        }
      }
      keepFindings(batch, file, places);
    }
  }

  /** What was found in sheets of which no source was read anew. */
  private static void keepFindings(BatchWriter batch, AddedSource file, Set<Place> places)
      throws IOException {
    Set<String> sheets = new HashSet<>();
    places.forEach(place -> sheets.add(place.sheet()));
    for (StoredSource source : file.sources()) {
      if (!places.contains(Place.of(source))) {
        sheets.remove(source.sheet());
      }
    }
    for (String sheet : sheets) {
      batch
          .adoption()
          .keepFindings(file.known().map(StoredFile::id).orElse(null), file.file(), sheet);
    }
  }

  private static void swap(
      BatchWriter batch, AddedSource file, List<StoredSource> old, List<StoredSource> fresh)
      throws IOException {
    for (StoredSource source : fresh) {
      batch.adoption().dropSource(source);
    }
    for (StoredSource source : old) {
      batch.adoption().keepSource(source, file.file());
    }
  }

  /** Rows that lack a column the dataset has by now can't stay unchanged. */
  private static boolean lacksColumn(
      Optional<DatasetReader> reader, DatasetPlan dataset, StoredSource source) {
    return dataset.readSchema().columns().stream()
        .anyMatch(c -> reader.isEmpty() || !reader.get().hasColumn(source.part(), c));
  }

  private List<StoredSource> before(AddedSource file) {
    return file.known().stream()
        .flatMap(known -> sources.getOrDefault(known.id(), List.of()).stream())
        .filter(keeps)
        .toList();
  }

  private static Map<Place, List<StoredSource>> byPlace(List<StoredSource> sources) {
    Map<Place, List<StoredSource>> byPlace = new LinkedHashMap<>();
    sources.forEach(
        source -> byPlace.computeIfAbsent(Place.of(source), p -> new ArrayList<>()).add(source));
    return byPlace;
  }

  private static Optional<SourceFingerprints> fingerprints(
      DatasetPlan dataset, Optional<DatasetReader> reader, List<StoredSource> sources)
      throws IOException {
    Schema read = dataset.readSchema();
    return reader.isEmpty()
        ? Optional.empty()
        : Optional.of(new SourceFingerprints(reader.get(), read, dataset.amount(), sources));
  }

  private Optional<DatasetReader> reader(DatasetPlan dataset, int batch) throws IOException {
    try {
      return Optional.of(store.dataset(dataset.name(), batch).orBlank(dataset.schema()));
    } catch (StoreException.Absent e) {
      return Optional.empty();
    }
  }
}
