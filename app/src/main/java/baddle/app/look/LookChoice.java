package baddle.app.look;

import baddle.core.grid.CellRange;
import java.util.Optional;

/**
 * What of a file is looked at.
 *
 * @param sheet the name of the one sheet; empty for all
 * @param range the cells in which tables are looked for
 * @param firstRows how many of a table's first rows are shown
 * @param all whether every row is read; else only as many as it takes to know a table
 */
public record LookChoice(Optional<String> sheet, CellRange range, int firstRows, boolean all) {

  /** Everything, by its first rows. */
  public static final LookChoice STANDARD =
      new LookChoice(Optional.empty(), CellRange.EVERYTHING, 3, false);
}
