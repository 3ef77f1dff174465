package baddle.app.consolidate;

import baddle.core.finding.Finding;
import baddle.core.grid.MessageHead;
import baddle.core.intake.SourceIntake;
import java.util.List;
import java.util.Optional;

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

  /**
   * One source of the file.
   *
   * @param number its number in the part, from 1
   * @param sheet its sheet; empty for none
   * @param period the period its name states; empty for none
   * @param firstRow where its rows begin in the part, from 0
   * @param message the message its file is or came with; empty for none
   * @param intake what came of it
   */
  record ReadSource(
      int number,
      String sheet,
      String period,
      long firstRow,
      Optional<MessageHead> message,
      SourceIntake intake) {}
}
