package baddle.app.consolidate;

import baddle.app.Project;
import baddle.app.changes.FileChanges;
import baddle.app.closed.ClosedRows;
import baddle.app.derived.Derived;
import baddle.app.reading.MendedFiles;
import baddle.app.reference.References;
import baddle.core.finding.Finding;
import baddle.core.grid.GridOpener;
import baddle.store.Store;
import baddle.store.entry.Batch;
import baddle.store.entry.StoredFile;
import java.io.IOException;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;

/**
 * What lies in the folders, held against what is in the store.
 *
 * @param known the files the store has rows of
 * @param closed lets what belongs to closed periods stay
 * @param damage the parts that are damaged on disk
 * @param mended rows that a person mended
 * @param changes what has become of the files
 * @param derived derived columns, as they were and as they are to be
 * @param isToDo whether a batch has to be made
 */
record ChangeScan(
    List<StoredFile> known,
    ClosedRows closed,
    Damage damage,
    MendedFiles mended,
    FileChanges changes,
    Derived derived,
    boolean isToDo) {

  ChangeScan {
    known = List.copyOf(known);
  }

  /**
   * Looks.
   *
   * @param now when
   * @param how how closely
   */
  static ChangeScan of(
      Project project, GridOpener opener, References references, Store store, Instant now, How how)
      throws IOException {
    int last = store.catalogue().lastBatch().map(Batch::number).orElse(0);
    Damage damage = how.forDamage() ? Damage.find(project.plan(), store, last) : Damage.NONE;
    ClosedRows closed = new ClosedRows(project.plan(), store, last, damage.parts());
    List<StoredFile> known = damage.known(closed.known(store.catalogue().files(last)));
    MendedFiles mended = MendedFiles.of(project, opener);
    FileChanges changes =
        FileChanges.of(project, known, closed, mended, nanos(now), how.byContent());
    Derived derived = new Derived(project, references, store, closed);
    boolean isToDo = changes.any() || derived.isOutOfDate(known);
    return new ChangeScan(known, closed, damage, mended, changes, derived, isToDo);
  }

  /**
   * How closely it is looked.
   *
   * @param forDamage whether stored rows are looked at too
   * @param byContent whether the content of every file is looked at
   */
  record How(boolean forDamage, boolean byContent) {}

  /**
   * Whether nothing changed, and what is said of it depends on what the fingerprint of files shows.
   */
  boolean isStanding() {
    return !isToDo && changes.refused().isEmpty() && mended.findings().isEmpty();
  }

  /** A time in nanoseconds since 1970. */
  static long nanos(Instant time) {
    return ChronoUnit.NANOS.between(Instant.EPOCH, time);
  }

  /** What wants a person's eye before any file is read. */
  List<Finding> findings() {
    List<Finding> findings = new ArrayList<>(changes.findings());
    findings.addAll(damage.findings(known, changes.checked()));
    findings.addAll(changes.gone().findings());
    changes.refused().forEach(one -> findings.add(one.finding()));
    return findings;
  }
}
