package baddle.app.plain;

import baddle.core.grid.CellRange;
import java.util.Optional;

/**
 * The sheets and cells of files to read.
 *
 * @param sheet the name of the one sheet; empty for all
 * @param range the cells in which tables are looked for
 * @param countsAll whether rows and sheets count that only total or repeat others
 */
public record PlainChoice(Optional<String> sheet, CellRange range, boolean countsAll) {

  /** All sheets, without what totals or repeats others. */
  public static final PlainChoice STANDARD =
      new PlainChoice(Optional.empty(), CellRange.EVERYTHING, false);
}
