package baddle.core.crosstab.spec;

import java.math.BigDecimal;
import java.util.Optional;

/**
 * A measure in the last month that a cross-tab has, and what it is compared with.
 *
 * @param month what it is called
 * @param value the measure of all items in that month
 * @param before the same of the month before; empty where there is none
 * @param yearBefore the same of the month a year before; empty where there is none
 */
public record Latest(
    String month,
    Optional<BigDecimal> value,
    Optional<BigDecimal> before,
    Optional<BigDecimal> yearBefore) {}
