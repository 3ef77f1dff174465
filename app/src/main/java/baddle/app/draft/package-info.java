/** Proposes a plan by the files there are. Start at {@code PlanDrafter}. */
@NullMarked
package baddle.app.draft;

import org.jspecify.annotations.NullMarked;
