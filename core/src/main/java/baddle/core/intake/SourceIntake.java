package baddle.core.intake;

import baddle.core.finding.Finding;
import baddle.core.grid.CellRange;
import baddle.core.outcome.CellAccount;
import baddle.core.outcome.ControlTotal;
import baddle.core.outcome.Corrected;
import baddle.core.outcome.MendedValue;
import baddle.core.outcome.RowCounts;
import baddle.core.value.ConventionChoice;
import java.util.List;
import java.util.Map;

/**
 * What came of reading one source.
 *
 * @param outcome whether there was a table
 * @param headingRow where its headings are, from 1; 0 where there was none
 * @param range the cells of its table, headings included
 * @param counts what became of its rows
 * @param cells what became of the filled cells
 * @param findings what wants a person's eye
 * @param shown how values turned out to be written, by column; if any, nothing that was read
 *     counts, and the source has to be read again with this known
 * @param more where other tables of the same sheet begin
 * @param nearest of a source without a table, the row most like its headings
 * @param treated what the shaping did
 */
public record SourceIntake(
    Outcome outcome,
    int headingRow,
    CellRange range,
    RowCounts counts,
    CellAccount cells,
    List<Finding> findings,
    Map<String, ConventionChoice> shown,
    List<CellRange> more,
    Nearest nearest,
    Treated treated) {

  /** Why a row is left out that is proved to be a total and that no rule names. */
  public static final String TOTALS = "totals of the rows above them";

  /**
   * A row that might have been the headings.
   *
   * @param matched how many columns have their heading there
   * @param filled how many cells are filled
   */
  public record Nearest(int matched, int filled) {

    /** None. */
    public static final Nearest NONE = new Nearest(0, 0);

    /** Whether it is a row of several cells, of which one is a heading. */
    public boolean anyHeading() {
      return matched > 0 && filled > 1;
    }
  }

  /**
   * Rows that a rule has left out.
   *
   * @param because the rule's reason
   * @param rows how many; none for a rule that found nothing
   */
  public record LeftOut(String because, long rows) {}

  /**
   * What the shaping did.
   *
   * @param leftOut for each rule
   * @param totals the control totals that were compared
   * @param corrected the values that were replaced
   * @param headings the source's headings by column from 0, empty where a column has none
   * @param absent the columns whose heading the source doesn't have
   * @param mended the values that were read as a person mended them
   * @param suspected the rows that look like totals and count, or are held
   * @param writing how its values are written, as far as they show it
   */
  public record Treated(
      List<LeftOut> leftOut,
      List<ControlTotal> totals,
      List<Corrected> corrected,
      List<String> headings,
      List<String> absent,
      List<String> unused,
      List<MendedValue> mended,
      List<SuspectedTotal> suspected,
      SourceWriting writing) {

    /** Nothing. */
    public static final Treated NOTHING =
        new Treated(
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            List.of(),
            SourceWriting.NOTHING);

    /** Copies the lists. */
    public Treated {
      leftOut = List.copyOf(leftOut);
      totals = List.copyOf(totals);
      corrected = List.copyOf(corrected);
      headings = List.copyOf(headings);
      absent = List.copyOf(absent);
      unused = List.copyOf(unused);
      mended = List.copyOf(mended);
      suspected = List.copyOf(suspected);
    }
  }

  /** Whether a source has the feed's table. */
  public enum Outcome {
    /** The table was found and its rows were read. */
    READ,
    /**
     * A row much like the headings was found, but a required one is missing, or one appears twice.
     */
    HEADINGS_DIFFER,
    /** No row looks like the headings. */
    NO_TABLE
  }

  /** Copies the collections. */
  public SourceIntake {
    findings = List.copyOf(findings);
    shown = Map.copyOf(shown);
    more = List.copyOf(more);
  }

  /** The same, with more cells accounted for. */
  public SourceIntake adding(CellAccount more) {
    return new SourceIntake(
        outcome,
        headingRow,
        range,
        counts,
        cells.plus(more),
        findings,
        shown,
        this.more,
        nearest,
        treated);
  }

  /** Whether the source has to be read again. */
  public boolean isToReadAgain() {
    return !shown.isEmpty();
  }
}
