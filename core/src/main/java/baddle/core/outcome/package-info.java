/**
 * What reading a source leaves besides its rows: counts, rows held, values corrected, totals that
 * must tie.
 */
@NullMarked
package baddle.core.outcome;

import org.jspecify.annotations.NullMarked;
