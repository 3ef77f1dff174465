package baddle.app.consolidate;

import baddle.app.OutputList;
import baddle.app.Project;
import baddle.app.reading.FoundFile;
import baddle.app.reading.MendedFiles;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.store.StoredFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** What lies in the feeds' folders and isn't in the datasets yet. */
public final class Pending {

  private Pending() {}

  /**
   * What there is to say of the files as they lie there now.
   *
   * @param known the files whose rows are in the datasets
   * @param mended the rows that a person mended
   */
  public static List<Finding> findings(Project project, List<StoredFile> known, MendedFiles mended)
      throws IOException {
    SourceFinder finder = new SourceFinder(project, mended);
    List<FoundFile> found = finder.find();
    ChangeDetector detector =
        new ChangeDetector(
            project.plan(), known, OutputList.of(project.planFile()).hashes(), Long.MAX_VALUE);
    List<CheckedFile> checked = detector.check(found);
    List<Finding> findings = new ArrayList<>(finder.findings());
    findings.addAll(detector.findings());
    Set<String> places =
        found.stream()
            .map(file -> ChangeDetector.place(file.feed().dataset(), file.path()))
            .collect(Collectors.toSet());
    long toRead = checked.stream().filter(CheckedFile::isToRead).count();
    long gone =
        known.stream()
            .filter(file -> !places.contains(ChangeDetector.place(file.dataset(), file.path())))
            .count();
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
    return findings;
  }
}
