/** Summaries, reports and fills, as a plan states them. */
@NullMarked
package baddle.plan.output;

import org.jspecify.annotations.NullMarked;
