package baddle.core.outcome;

import baddle.core.grid.CellRange;
import java.math.BigDecimal;

/**
 * Filled cells that nobody reads.
 *
 * @param sheet the sheet they are on; empty for a file without sheets
 * @param heading the heading they are below; empty for none
 * @param range the rectangle around them
 * @param cells how many there are
 * @param numbers how many of them are numbers
 * @param sum what these add up to
 */
public record UnreadRange(
    String sheet, String heading, CellRange range, long cells, long numbers, BigDecimal sum) {}
