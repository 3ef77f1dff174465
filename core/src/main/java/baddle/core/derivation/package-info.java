/**
 * The columns that aren't read but computed: calculated ones and those that lookups bring. Start at
 * {@link baddle.core.derivation.Derivation}. May import {@code finding}, {@code value}, {@code
 * table}, {@code expression} and {@code lookup}.
 */
@NullMarked
package baddle.core.derivation;

import org.jspecify.annotations.NullMarked;
