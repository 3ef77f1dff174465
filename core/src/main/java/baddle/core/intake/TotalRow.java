package baddle.core.intake;

import baddle.core.value.TotalLabel;
import java.util.Set;

/**
 * A row of a table that states a total.
 *
 * @param column where its label is, from 0
 * @param label its label
 * @param filled the columns that hold anything in it
 */
public record TotalRow(int column, String label, Set<Integer> filled) {

  /** Copies the set. */
  public TotalRow {
    filled = Set.copyOf(filled);
  }

  /** What it is of. */
  public TotalLabel.Kind kind() {
    return TotalLabel.kind(label).orElse(TotalLabel.Kind.UNSURE);
  }
}
