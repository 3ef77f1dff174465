package baddle.app.consolidate;

import baddle.app.reading.ReadSource;
import baddle.core.finding.Finding;
import java.util.List;

/**
 * What came of reading one file.
 *
 * @param file the file
 * @param part the part its rows are in
 * @param sources its sources that were read; none where the file failed
 * @param findings what wants a person's eye
 */
record FileOutcome(CheckedFile file, int part, List<ReadSource> sources, List<Finding> findings) {

  FileOutcome {
    sources = List.copyOf(sources);
    findings = List.copyOf(findings);
  }

  /** Whether nothing of the file could be brought in. */
  boolean failed() {
    return sources.isEmpty();
  }
}
