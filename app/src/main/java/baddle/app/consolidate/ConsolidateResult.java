package baddle.app.consolidate;

import baddle.app.BatchStamp;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.outcome.Completeness;
import baddle.core.outcome.RowCounts;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What a consolidation did.
 *
 * @param made the batch it made; empty where nothing had changed
 * @param current the batch the dataset is at; empty where there has never been one
 * @param feeds a line for each feed, in the plan's order
 * @param completeness what became of all rows and cells of all sources that are in the datasets
 * @param derivedAnew for each dataset whose derived columns were computed anew without reading its
 *     sources, how many rows have other values now
 * @param findings what is open, the gravest first
 * @param accepted how many findings the plan accepts
 */
public record ConsolidateResult(
    Optional<BatchStamp> made,
    Optional<BatchStamp> current,
    List<FeedLine> feeds,
    Completeness completeness,
    Map<String, Long> derivedAnew,
    List<Finding> findings,
    int accepted) {

  /** Copies the lists. */
  public ConsolidateResult {
    feeds = List.copyOf(feeds);
    derivedAnew = Map.copyOf(derivedAnew);
    findings = List.copyOf(findings);
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

  /** Reports a proof that doesn't add up. */
  public static Finding broken(Completeness completeness) {
    return Finding.of(
        FindingCode.COMPLETENESS_BROKEN,
        Place.nowhere(),
        "rows or cells don't add up: " + completeness,
        "this is a defect of Baddle; don't use the figures, and report it");
  }

  /** Whether a finding has severity error. */
  public boolean hasErrors() {
    return findings.stream().anyMatch(Finding::isError);
  }
}
