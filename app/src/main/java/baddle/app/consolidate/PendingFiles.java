package baddle.app.consolidate;

import baddle.app.Project;
import baddle.app.changes.CheckedFile;
import baddle.app.changes.FileChange;
import baddle.app.changes.FileChanges;
import baddle.app.closed.ClosedRows;
import baddle.app.derived.Derived;
import baddle.app.reading.MendedFiles;
import baddle.app.reference.References;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.store.Store;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredRefusal;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * What lies in the feeds' folders and isn't in the datasets yet.
 *
 * @param findings what there is to report of it
 * @param strays by the path of a file that no feed reads, the feed whose headings it has
 */
public record PendingFiles(List<Finding> findings, Map<String, String> strays) {

  /** Copies list and map. */
  public PendingFiles {
    findings = List.copyOf(findings);
    strays = Map.copyOf(strays);
  }

  /** Reports columns that the plan or a lookup computes otherwise since a batch was made. */
  public static List<Finding> ofDerived(
      Project project, References references, Store store, int batch) throws IOException {
    ClosedRows closed = new ClosedRows(project.plan(), store, batch);
    boolean isOutOfDate =
        new Derived(project, references, store, closed).isOutOfDate(store.catalogue().files(batch));
    return isOutOfDate
        ? List.of(
            Finding.of(
                FindingCode.OUT_OF_DATE,
                Place.nowhere(),
                "calculated or looked-up columns have changed in the plan or in a lookup's file since"
                    + " the batch; this check is about the state before",
                "run baddle consolidate"))
        : List.of();
  }

  /**
   * What is there now.
   *
   * @param batch the last batch
   * @param mended the rows that a person mended
   */
  public static PendingFiles of(Project project, Store store, int batch, MendedFiles mended)
      throws IOException {
    ClosedRows closed = new ClosedRows(project.plan(), store, batch);
    List<StoredFile> known = closed.known(store.catalogue().files(batch));
    FileChanges changes = FileChanges.of(project, known, closed, mended, Long.MAX_VALUE, false);
    List<Finding> findings = new ArrayList<>(changes.findings());
    Map<String, List<StoredRefusal>> refused = new HashMap<>();
    store
        .catalogue()
        .outcomes()
        .refused()
        .forEach(
            one ->
                refused
                    .computeIfAbsent(one.path() + one.seen(), file -> new ArrayList<>())
                    .add(one));
    changes.refused().forEach(one -> findings.add(one.finding()));
    long toRead = 0;
    for (CheckedFile file : changes.checked()) {
      List<StoredRefusal> same =
          refused.getOrDefault(file.file().path() + file.file().seen().text(), List.of());
      if (file.isToRead() && !same.isEmpty()) {
        same.forEach(one -> findings.add(one.finding()));
      } else if (file.isToRead() || file.change() == FileChange.RENAMED) {
        toRead++;
      }
    }
    long gone = changes.leaving().size();
    if (toRead + gone > 0) {
      findings.add(
          Finding.of(
              FindingCode.OUT_OF_DATE,
              Place.nowhere(),
              "files new or changed since the batch: "
                  + toRead
                  + ", gone: "
                  + gone
                  + "; this check is about the state before",
              "run baddle consolidate"));
    }
    return new PendingFiles(findings, changes.strays());
  }
}
