package baddle.core.crosstab.spec;

import java.util.Optional;

/**
 * What a report makes of a summary.
 *
 * @param title its title; empty for its name
 * @param banded whether every other line has a band behind it
 * @param chart what is drawn of it; empty for nothing
 * @param pivots whether a workbook has it as a table that readers can lay out anew too
 */
public record SummaryLook(String title, boolean banded, Optional<ChartKind> chart, boolean pivots) {

  /** A table under its name. */
  public static final SummaryLook PLAIN = new SummaryLook("", false, Optional.empty(), false);
}
