package baddle.core.grid;

/**
 * A range that a workbook gives a name.
 *
 * @param name its name
 * @param sheet the sheet it lies in
 * @param range where; a table's first row holds its headings
 * @param table whether it is a table, not only a defined name
 */
public record NamedRange(String name, String sheet, CellRange range, boolean table) {}
