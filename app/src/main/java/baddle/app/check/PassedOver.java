package baddle.app.check;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Severity;
import baddle.store.entry.StoredFile;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** The files and sheets that have a feed's headings and aren't read. */
final class PassedOver {

  private final Map<String, String> feedOfFile = new HashMap<>();
  private final List<Finding> findings;

  /**
   * Those that findings name.
   *
   * @param strays by the path of a file that no feed reads, the feed whose headings it has
   */
  PassedOver(List<StoredFile> files, Map<String, String> strays, List<Finding> findings) {
    feedOfFile.putAll(strays);
    files.forEach(file -> feedOfFile.put(file.path(), file.feed()));
    this.findings = findings.stream().filter(one -> one.severity() != Severity.NOTE).toList();
  }

  /** Those of a feed, as a person reads them. */
  List<String> ofFeed(String feed) {
    return findings.stream()
        .filter(one -> isOf(feed, one))
        .map(one -> one.place().toString())
        .distinct()
        .toList();
  }

  private boolean isOf(String feed, Finding finding) {
    return (finding.code() == FindingCode.SHEET_PASSED_OVER
            || finding.code() == FindingCode.FILE_NOT_WANTED)
        && feed.equals(feedOfFile.get(finding.place().file()));
  }
}
