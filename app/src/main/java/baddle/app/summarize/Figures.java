package baddle.app.summarize;

import baddle.core.crosstab.Crosstab;
import baddle.core.finding.Finding;
import baddle.reports.Provenance;
import baddle.reports.page.ReaderData;
import java.util.List;

/**
 * Finished cross-tabs and where they come from.
 *
 * @param crosstabs in the order they were asked for
 * @param provenance what a report says of their source
 * @param findings what wants a person's eye
 * @param data what readers need to ask further
 */
public record Figures(
    List<Crosstab> crosstabs, Provenance provenance, List<Finding> findings, ReaderData data) {

  /** Figures that nobody asks further. */
  public Figures(List<Crosstab> crosstabs, Provenance provenance, List<Finding> findings) {
    this(crosstabs, provenance, findings, ReaderData.NONE);
  }

  /** Copies the lists. */
  public Figures {
    crosstabs = List.copyOf(crosstabs);
    findings = List.copyOf(findings);
  }
}
