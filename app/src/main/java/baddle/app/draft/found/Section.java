package baddle.app.draft.found;

import java.math.BigDecimal;
import java.util.Map;
import java.util.Set;

/**
 * Rows of a table down to one that states totals.
 *
 * @param column where the label of the total is, from 0
 * @param label its label
 * @param before by heading, what the rows since the total before add up to
 * @param stated by heading, what is stated
 * @param next the columns that the row after the total fills; none where it is the last
 */
public record Section(
    int column,
    String label,
    Map<String, BigDecimal> before,
    Map<String, BigDecimal> stated,
    Set<Integer> next) {

  /** Copies what is in it. */
  public Section {
    before = Map.copyOf(before);
    stated = Map.copyOf(stated);
    next = Set.copyOf(next);
  }
}
