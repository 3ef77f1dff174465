package baddle.core.crosstab.spec;

import java.math.BigDecimal;
import java.util.Optional;

/**
 * Which items of a level are kept; the others become one.
 *
 * @param count how many; 0 where a share says it
 * @param bottom whether the least are kept, not the greatest
 * @param until the share of the parent's value at which enough are kept, from 0 to 1
 * @param by the measure that says which
 * @param rest what the others together are called
 */
public record Keep(int count, boolean bottom, Optional<BigDecimal> until, String by, String rest) {}
