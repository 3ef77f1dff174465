package baddle.app.check;

import baddle.app.BatchStamp;
import baddle.app.review.FindingPolicy;
import baddle.app.review.TotalLine;
import baddle.core.finding.Finding;
import baddle.core.finding.Place;
import baddle.core.finding.Severity;
import baddle.core.lookup.LookupReview;
import baddle.core.outcome.CellCounts;
import baddle.core.outcome.Completeness;
import baddle.core.outcome.HeldValue;
import baddle.core.outcome.RowCounts;
import java.util.List;
import java.util.Locale;

/**
 * What a check has shown.
 *
 * @param batch the batch it is about
 * @param feeds what became of the rows of each feed
 * @param completeness the proof that all rows and cells are accounted for
 * @param leftOut the rows that were left out, by feed and reason
 * @param totals all control totals
 * @param coverage one for each feed that is expected to have periods
 * @param lookups one for each lookup of each dataset
 * @param duplicates one for each dataset with a key
 * @param suspense the rows that are held, by cause
 * @param held the rows themselves, by their shape; none unless they were gathered
 * @param rowLines every value that a row is held or left out for; none unless they were gathered
 * @param findings what is open after the plan's rules, the gravest first
 * @param accepted what the plan's rules accept
 */
public record CheckResult(
    BatchStamp batch,
    List<FeedRows> feeds,
    Completeness completeness,
    List<LeftOutRows> leftOut,
    List<TotalLine> totals,
    List<Coverage> coverage,
    List<LookupLine> lookups,
    List<DuplicateLine> duplicates,
    List<SuspenseLine> suspense,
    List<HeldTable> held,
    List<RowLine> rowLines,
    List<Finding> findings,
    List<FindingPolicy.Accepted> accepted) {

  /**
   * What became of the rows of a feed.
   *
   * @param feed the feed
   * @param sources how many sources it has
   * @param rows what became of its rows
   * @param cells what became of its cells
   */
  public record FeedRows(String feed, int sources, RowCounts rows, CellCounts cells) {}

  /**
   * Rows that were left out.
   *
   * @param feed the feed
   * @param because the rule's reason
   * @param rows how many
   * @param sources of how many sources
   */
  public record LeftOutRows(String feed, String because, long rows, int sources) {}

  /**
   * What a lookup has found.
   *
   * @param dataset the dataset
   * @param lookup the lookup
   * @param matched how many rows it has matched
   * @param missing the keys that no row of it has, the most frequent first
   * @param ambiguous the keys that bring different values, the most frequent first
   * @param unused its rows that nothing has matched
   */
  public record LookupLine(
      String dataset,
      String lookup,
      long matched,
      List<LookupReview.Key> missing,
      List<LookupReview.Key> ambiguous,
      List<String> unused) {

    /** Copies the lists. */
    public LookupLine {
      missing = List.copyOf(missing);
      ambiguous = List.copyOf(ambiguous);
      unused = List.copyOf(unused);
    }

    static LookupLine of(String dataset, LookupReview review) {
      return new LookupLine(
          dataset,
          review.table().spec().name(),
          review.matched(),
          review.missing(),
          review.ambiguous(),
          review.table().unused());
    }
  }

  /**
   * Rows that have a key in common.
   *
   * @param dataset the dataset
   * @param key the columns of the key
   * @param held how many rows are held for that
   * @param leftOut how many are left out
   */
  public record DuplicateLine(String dataset, String key, long held, long leftOut) {}

  /**
   * Rows that are held for one cause and value, or for a cause and the rest of its values.
   *
   * @param feed the feed
   * @param heading where the cause lies
   * @param expectation what was expected
   * @param found the value, or the first of several
   * @param values how many different values
   * @param rows how many rows have them
   */
  public record SuspenseLine(
      String feed, String heading, String expectation, String found, long values, long rows) {}

  /**
   * A value that a row is held for, or left out for.
   *
   * @param feed the feed or the dataset
   * @param place the row
   * @param value what is there, and what was expected
   * @param ofKey whether it is because other rows have its key
   */
  public record RowLine(String feed, Place place, HeldValue value, boolean ofKey) {}

  /** Copies the lists. */
  public CheckResult {
    feeds = List.copyOf(feeds);
    leftOut = List.copyOf(leftOut);
    totals = List.copyOf(totals);
    coverage = List.copyOf(coverage);
    lookups = List.copyOf(lookups);
    duplicates = List.copyOf(duplicates);
    suspense = List.copyOf(suspense);
    held = List.copyOf(held);
    rowLines = List.copyOf(rowLines);
    findings = List.copyOf(findings);
    accepted = List.copyOf(accepted);
  }

  /** How many rows the datasets have, counted in the store. */
  public long inDataset() {
    return completeness.inDataset();
  }

  /** What became of all rows. */
  public RowCounts rows() {
    return completeness.rows();
  }

  /** Whether every row and cell is accounted for. */
  public boolean addsUp() {
    return completeness.addsUp();
  }

  /** How many findings have a severity. */
  public long count(Severity severity) {
    return findings.stream().filter(finding -> finding.severity() == severity).count();
  }

  /** How many errors and warnings are open against the figures, in words. */
  public String verdict() {
    long errors = count(Severity.ERROR);
    long warnings = count(Severity.WARNING);
    return errors + warnings == 0
        ? "nothing is open against these figures"
        : counted(errors, "error")
            + " and "
            + counted(warnings, "warning")
            + " are open against these figures";
  }

  private static String counted(long count, String noun) {
    return String.format(Locale.ROOT, "%,d %s%s", count, noun, count == 1 ? "" : "s");
  }
}
