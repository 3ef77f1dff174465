package baddle.core.outcome;

import java.util.List;

/**
 * A row that couldn't be brought in.
 *
 * @param rowNumber where it is in its source, from 1
 * @param values what was wrong with it, at least one
 * @param cells all its cells from the first column on, as text
 */
public record HeldRow(int rowNumber, List<HeldValue> values, List<String> cells) {

  /** Copies the lists. */
  public HeldRow {
    values = List.copyOf(values);
    cells = List.copyOf(cells);
  }
}
