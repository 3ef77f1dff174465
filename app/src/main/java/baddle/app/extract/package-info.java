/**
 * The answers of a database, one file for each line of a list. Begin at {@link
 * baddle.app.extract.QueryExtract}.
 */
@NullMarked
package baddle.app.extract;

import org.jspecify.annotations.NullMarked;
