package baddle.plan;

import baddle.core.grid.CellRange;
import java.util.Optional;

/**
 * Where on a form a column's value is.
 *
 * @param text as the plan writes it
 * @param address the one cell; empty where a name that the workbook defines is meant
 */
public record FormCell(String text, Optional<CellRange> address) {}
