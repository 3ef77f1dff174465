package baddle.app.compare;

import baddle.store.Catalogue;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/**
 * A file that isn't in the dataset as it was.
 *
 * @param kind what became of it
 * @param feed its feed
 * @param path its path; for one that was renamed, the new one
 * @param before its path before; that of today unless it was renamed; of one that was read into
 *     another dataset, that
 * @param rowsBefore how many rows of it were in the dataset
 * @param rowsAfter how many are
 */
public record SourceChange(
    Kind kind, String feed, String path, String before, long rowsBefore, long rowsAfter) {

  /** What became of a file. */
  public enum Kind {
    /** It wasn't there. */
    NEW,
    /** It has another content. */
    REPLACED,
    /** It has the same content, read as another plan or a person's corrections want it. */
    READ_AGAIN,
    /** Only rows of closed periods are left of it, and stay. */
    KEPT,
    /** The same content was under another name. */
    RENAMED,
    /** The same file was read into another dataset. */
    MOVED,
    /** It isn't there any more. */
    GONE;

    /** For a person. */
    public String word() {
      return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
  }

  /** The files that differ between two batches, in the order of their paths. */
  public static List<SourceChange> between(Catalogue catalogue, int before, int after)
      throws IOException {
    Map<String, StoredFile> old = byPlace(catalogue.files(before));
    Map<String, StoredFile> now = byPlace(catalogue.files(after));
    Map<Long, Set<List<Integer>>> placesBefore = placesOfFiles(catalogue, before);
    Map<Long, Set<List<Integer>>> placesAfter = placesOfFiles(catalogue, after);
    Set<Long> kept = onlyKept(catalogue, after);
    Map<Long, Long> rowsBefore = catalogue.rowsOfFiles(before);
    Map<Long, Long> rowsAfter = catalogue.rowsOfFiles(after);
    Map<String, StoredFile> goneByContent = new HashMap<>();
    Map<String, StoredFile> goneByPath = new HashMap<>();
    old.forEach(
        (place, file) -> {
          if (!now.containsKey(place)) {
            goneByContent.put(file.dataset() + file.content(), file);
            goneByPath.put(file.path() + "\n" + file.content(), file);
          }
        });
    List<SourceChange> changes = new ArrayList<>();
    now.forEach(
        (place, file) -> {
          StoredFile was = old.get(place);
          long rows = rowsAfter.getOrDefault(file.id(), 0L);
          boolean same =
              was != null
                  && (was.id() == file.id()
                      || placesOf(placesBefore, was).equals(placesOf(placesAfter, file)));
          if (was != null && !same) {
            long then = rowsBefore.getOrDefault(was.id(), 0L);
            Kind kind =
                kept.contains(file.id())
                    ? Kind.KEPT
                    : was.content().equals(file.content()) ? Kind.READ_AGAIN : Kind.REPLACED;
            changes.add(new SourceChange(kind, file.feed(), file.path(), file.path(), then, rows));
          } else if (was == null) {
            StoredFile moved = goneByPath.remove(file.path() + "\n" + file.content());
            StoredFile gone =
                goneByContent.remove((moved == null ? file : moved).dataset() + file.content());
            changes.add(
                gone == null
                    ? new SourceChange(Kind.NEW, file.feed(), file.path(), file.path(), 0, rows)
                    : new SourceChange(
                        moved == null ? Kind.RENAMED : Kind.MOVED,
                        file.feed(),
                        file.path(),
                        moved == null ? gone.path() : moved.dataset(),
                        rowsBefore.getOrDefault(gone.id(), 0L),
                        rows));
          }
        });
    goneByContent.values().stream()
        .sorted((one, other) -> one.path().compareTo(other.path()))
        .forEach(
            gone ->
                changes.add(
                    new SourceChange(
                        Kind.GONE,
                        gone.feed(),
                        gone.path(),
                        gone.path(),
                        rowsBefore.getOrDefault(gone.id(), 0L),
                        0)));
    return changes;
  }

  /** The files of which only rows of closed periods are left. */
  private static Set<Long> onlyKept(Catalogue catalogue, int batch) throws IOException {
    Set<Long> kept = new HashSet<>();
    Set<Long> read = new HashSet<>();
    catalogue.sources(batch).forEach(source -> (source.isKept() ? kept : read).add(source.file()));
    kept.removeAll(read);
    return kept;
  }

  /** Where in the store the rows of each file are. */
  private static Map<Long, Set<List<Integer>>> placesOfFiles(Catalogue catalogue, int batch)
      throws IOException {
    Map<Long, Set<List<Integer>>> places = new HashMap<>();
    for (StoredSource source : catalogue.sources(batch)) {
      places
          .computeIfAbsent(source.file(), file -> new HashSet<>())
          .add(List.of(source.part(), source.number()));
    }
    return places;
  }

  private static Set<List<Integer>> placesOf(
      Map<Long, Set<List<Integer>>> places, StoredFile file) {
    return places.getOrDefault(file.id(), Set.of());
  }

  private static Map<String, StoredFile> byPlace(List<StoredFile> files) {
    Map<String, StoredFile> byPlace = new LinkedHashMap<>();
    files.stream()
        .sorted((one, other) -> one.path().compareTo(other.path()))
        .forEach(file -> byPlace.put(file.dataset() + "\n" + file.path(), file));
    return byPlace;
  }
}
