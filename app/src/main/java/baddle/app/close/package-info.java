/** Closes periods and opens them again. Start at {@link baddle.app.close.PeriodClose}. */
@NullMarked
package baddle.app.close;

import org.jspecify.annotations.NullMarked;
