/**
 * What wants a person's eye: a {@link baddle.core.finding.Finding} says what is wrong, where, how
 * grave it is and what to do. Start at {@code Finding}. Imports nothing of this project.
 */
@NullMarked
package baddle.core.finding;

import org.jspecify.annotations.NullMarked;
