/**
 * Small tables that bring columns in by key. A {@link baddle.core.lookup.LookupTableBuilder} makes
 * a {@link baddle.core.lookup.LookupTable} of a lookup's rows; a {@link
 * baddle.core.lookup.LookupColumns} brings its columns to blocks, at a cost per distinct key. May
 * import {@code finding}, {@code value} and {@code table}.
 */
@NullMarked
package baddle.core.lookup;

import org.jspecify.annotations.NullMarked;
