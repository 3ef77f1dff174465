/**
 * Rows that come from databases: a feed's query is asked once for each line of its list, and each
 * result is kept beside the store, where it is a source like any file. Begin at {@link
 * baddle.app.results.ResultFetcher}, and read what is kept by {@link
 * baddle.app.results.KeptResults}.
 */
@NullMarked
package baddle.app.results;

import org.jspecify.annotations.NullMarked;
