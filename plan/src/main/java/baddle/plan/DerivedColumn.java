package baddle.plan;

import baddle.core.expression.Expression;
import baddle.core.table.Column;
import java.util.Optional;

/**
 * A column that isn't read.
 *
 * @param column its name and type
 * @param required whether a row without a value is held
 * @param calc how it is computed; empty for one that a lookup brings
 * @param lookup the lookup that brings it; empty for a calculated one
 */
public record DerivedColumn(
    Column column, boolean required, Optional<Expression> calc, Optional<String> lookup) {}
