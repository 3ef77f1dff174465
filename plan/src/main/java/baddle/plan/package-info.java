/**
 * What the analyst wants, as records. Start at {@link baddle.plan.Plan}; {@code plan.read} makes
 * them from the plan file. May import {@code core}; knows neither formats nor store.
 */
@NullMarked
package baddle.plan;

import org.jspecify.annotations.NullMarked;
