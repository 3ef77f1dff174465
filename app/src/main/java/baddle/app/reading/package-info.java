/**
 * How files are read as sources: every table of every sheet, in the order of time. Start at {@code
 * SheetTables}.
 */
@NullMarked
package baddle.app.reading;

import org.jspecify.annotations.NullMarked;
