package baddle.store;

import baddle.core.intake.RowCounts;

/**
 * A source whose rows are in the dataset.
 *
 * @param file the number of its file
 * @param part the part its rows are in
 * @param number its number in the part, from 1
 * @param sheet its sheet; empty for a file without sheets
 * @param period the period its name states; empty where it states none
 * @param headingRow where its headings stand, from 1
 * @param counts what became of its rows
 * @param firstRow where its rows begin in the part, from 0
 */
public record StoredSource(
    long file,
    int part,
    int number,
    String sheet,
    String period,
    int headingRow,
    RowCounts counts,
    long firstRow) {}
