/**
 * Databases by JDBC (JSR 221): statements with values go in, rows of cells come out, and blocks are
 * loaded into tables. Begin at {@link baddle.database.Session}. Knows neither plans nor files of
 * the project; no secret leaves it.
 */
@NullMarked
package baddle.database;

import org.jspecify.annotations.NullMarked;
