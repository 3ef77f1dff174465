/**
 * A sheet as rows of raw cells: what the file formats hand over and the intake takes. Start at
 * {@link baddle.core.grid.GridFile}. May import {@code finding}, {@code finding} and {@code value}
 * and {@code table}.
 */
@NullMarked
package baddle.core.grid;

import org.jspecify.annotations.NullMarked;
