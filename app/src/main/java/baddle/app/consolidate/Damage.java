package baddle.app.consolidate;

import baddle.app.changes.CheckedFile;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import baddle.store.Store;
import baddle.store.StoreException;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;

/** The parts of the store that are damaged on disk, and the files whose rows they hold. */
final class Damage {

  /** None that is known of. */
  static final Damage NONE = new Damage(Set.of(), Set.of());

  private final Set<Integer> parts;
  private final Set<Long> files;

  private Damage(Set<Integer> parts, Set<Long> files) {
    this.parts = parts;
    this.files = files;
  }

  /** Looks for damage: every block that the last batch shows is read. */
  static Damage find(Plan plan, Store store, int last) throws IOException {
    Set<Integer> parts = new HashSet<>();
    for (DatasetPlan dataset : plan.datasets().values()) {
      parts.addAll(damaged(store, dataset.name(), last));
    }
    Set<Long> files = new HashSet<>();
    for (StoredSource source : store.catalogue().sources(last)) {
      if (parts.contains(source.part())) {
        files.add(source.file());
      }
    }
    return new Damage(parts, files);
  }

  private static Set<Integer> damaged(Store store, String dataset, int last) throws IOException {
    try {
      return store.dataset(dataset, last).damagedParts();
    } catch (StoreException.Absent e) {
      return Set.of();
    }
  }

  Set<Integer> parts() {
    return parts;
  }

  /** The files as the store knows them; those with damaged rows as if they had to be read. */
  List<StoredFile> known(List<StoredFile> known) {
    return known.stream().map(file -> files.contains(file.id()) ? file.unread() : file).toList();
  }

  /** What became of the files with damaged rows. */
  List<Finding> findings(List<StoredFile> known, List<CheckedFile> checked) {
    Set<Long> read = new HashSet<>();
    for (CheckedFile file : checked) {
      file.known().map(StoredFile::id).ifPresent(read::add);
    }
    List<Finding> findings = new ArrayList<>();
    for (StoredFile file : known) {
      if (files.contains(file.id())) {
        boolean there = read.contains(file.id());
        findings.add(
            Finding.of(
                there ? FindingCode.ROWS_REBUILT : FindingCode.ROWS_LOST,
                Place.file(file.path()),
                there
                    ? "its stored rows were damaged on disk, and were read from it again"
                    : "its stored rows are damaged on disk, and the file isn't there any more",
                there
                    ? "look after the disk; earlier batches may be damaged still"
                    : "put it back and consolidate again; the rows are missing until then"));
      }
    }
    return findings;
  }
}
