/** The whole job of a period at once. Start at {@link baddle.app.run.PeriodRun}. */
@NullMarked
package baddle.app.run;

import org.jspecify.annotations.NullMarked;
