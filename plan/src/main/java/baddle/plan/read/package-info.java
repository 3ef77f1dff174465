/**
 * Parses a plan into nodes with their places, and reads these into its records. Start at {@link
 * baddle.plan.read.PlanReader}.
 */
@NullMarked
package baddle.plan.read;

import org.jspecify.annotations.NullMarked;
