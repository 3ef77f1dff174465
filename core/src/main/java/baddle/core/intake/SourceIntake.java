package baddle.core.intake;

import baddle.core.finding.Finding;
import java.util.List;

/**
 * What came of reading one source.
 *
 * @param outcome whether there was a table
 * @param headingRow where its headings stand, from 1; 0 where there was none
 * @param counts what became of its rows
 * @param findings what wants a person's eye
 */
public record SourceIntake(
    Outcome outcome, int headingRow, RowCounts counts, List<Finding> findings) {

  /** Whether a source has the feed's table. */
  public enum Outcome {
    /** The table was found and its rows were read. */
    READ,
    /**
     * A row much like the headings was found, but a required one is missing, or one stands twice.
     */
    HEADINGS_DIFFER,
    /** No row looks like the headings. */
    NO_TABLE
  }

  /** Copies the list. */
  public SourceIntake {
    findings = List.copyOf(findings);
  }
}
