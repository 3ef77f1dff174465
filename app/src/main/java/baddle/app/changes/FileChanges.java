package baddle.app.changes;

import baddle.app.Project;
import baddle.app.closed.ClosedRows;
import baddle.app.output.OutputList;
import baddle.app.reading.FoundFile;
import baddle.app.reading.MendedFiles;
import baddle.core.finding.Finding;
import baddle.store.entry.StoredFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * What has become of the feeds' files since a batch.
 *
 * @param known the files the store has rows of
 * @param checked what became of the files there are
 * @param gone those that aren't there any more
 * @param leaving the files whose rows leave the datasets: they are gone, or copies of others by now
 * @param findings what there is to say of files that are there, or whose rows stay
 * @param refused the files that couldn't be read at all
 * @param strays by the path of a file that no feed reads, the feed whose headings it has
 */
public record FileChanges(
    List<StoredFile> known,
    List<CheckedFile> checked,
    GoneFiles gone,
    List<StoredFile> leaving,
    List<Finding> findings,
    List<Refusal> refused,
    Map<String, String> strays) {

  public FileChanges {
    known = List.copyOf(known);
    checked = List.copyOf(checked);
    leaving = List.copyOf(leaving);
    findings = List.copyOf(findings);
    refused = List.copyOf(refused);
    strays = Map.copyOf(strays);
  }

  /**
   * Looks at the folders.
   *
   * @param known the files the store has rows of
   * @param closed lets those of closed periods stay
   * @param now in nanoseconds since 1970
   * @param byContent whether the content of every file is looked at
   */
  public static FileChanges of(
      Project project,
      List<StoredFile> known,
      ClosedRows closed,
      MendedFiles mended,
      long now,
      boolean byContent)
      throws IOException {
    Set<String> feedsWithFiles =
        known.stream().map(StoredFile::feed).collect(Collectors.toUnmodifiableSet());
    SourceFinder finder = new SourceFinder(project, mended, feedsWithFiles);
    List<FoundFile> found = finder.find();
    ChangeDetector detector =
        new ChangeDetector(
            project.plan(), known, OutputList.of(project.planFile()).hashes(), now, byContent);
    List<CheckedFile> checked = detector.check(found, project.progress());
    GoneFiles gone =
        GoneFiles.of(
            project.plan(),
            known,
            found,
            finder::isUnseen,
            detector.reports(),
            checked,
            finder::unwantedLike,
            closed);
    List<StoredFile> leaving = new ArrayList<>(gone.leaving());
    for (CheckedFile file : checked) {
      if (file.change() == FileChange.DUPLICATE) {
        file.known().filter(stored -> !closed.isKept(stored)).ifPresent(leaving::add);
      }
    }
    List<Finding> findings = new ArrayList<>(finder.findings());
    StrayFiles strays = StrayFiles.of(project, finder.unwanted());
    findings.addAll(strays.findings());
    findings.addAll(detector.findings());
    findings.addAll(gone.findingsOfKept());
    List<Refusal> refused = new ArrayList<>(finder.refused());
    refused.addAll(detector.refused());
    return new FileChanges(known, checked, gone, leaving, findings, refused, strays.feeds());
  }

  /** Whether a batch has to be made. */
  public boolean any() {
    return !leaving.isEmpty()
        || checked.stream().anyMatch(f -> f.isToRead() || f.change() == FileChange.RENAMED);
  }
}
