package baddle.app.draft.found;

import java.math.BigDecimal;
import java.util.Map;
import java.util.Set;

/**
 * Rows of a table down to one that states totals.
 *
 * @param labelled whether a label says so; else only the sums do
 * @param column where its label is, from 0; -1 for none
 * @param label its label
 * @param before by heading, what the rows since the total before add up to
 * @param stated by heading, what is stated
 * @param filled the columns that the total fills
 * @param next the columns that the row after the total fills; none where it is the last
 */
public record TotalledSection(
    boolean labelled,
    int column,
    String label,
    Map<String, BigDecimal> before,
    Map<String, BigDecimal> stated,
    Set<Integer> filled,
    Set<Integer> next) {

  /** Copies what is in it. */
  public TotalledSection {
    before = Map.copyOf(before);
    stated = Map.copyOf(stated);
    filled = Set.copyOf(filled);
    next = Set.copyOf(next);
  }
}
