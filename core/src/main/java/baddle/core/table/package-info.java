/**
 * Rows in memory, column by column: {@link baddle.core.table.Schema}, {@link
 * baddle.core.table.Block}, its vectors and their builders. May import {@code finding} and {@code
 * value}.
 */
@NullMarked
package baddle.core.table;

import org.jspecify.annotations.NullMarked;
