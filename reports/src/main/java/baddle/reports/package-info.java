/**
 * Finished cross-tabs as text, CSV, JSON and workbook. Start at {@link
 * baddle.reports.CrosstabLayout}, which all of them share. May import {@code core} and {@code
 * formats}; knows neither plan nor store.
 */
@NullMarked
package baddle.reports;

import org.jspecify.annotations.NullMarked;
