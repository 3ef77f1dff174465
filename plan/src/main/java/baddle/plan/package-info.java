/**
 * What the analyst wants: the plan file read into records and checked, every problem with its line
 * and column. Start at {@link baddle.plan.PlanReader}. May import {@code core}; knows neither
 * formats nor store.
 */
@NullMarked
package baddle.plan;

import org.jspecify.annotations.NullMarked;
