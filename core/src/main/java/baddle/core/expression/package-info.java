/**
 * Text of the plan's expressions into trees. So far: a measure's aggregate call and an axis item.
 * May import {@code finding}, {@code value} and {@code table}.
 */
@NullMarked
package baddle.core.expression;

import org.jspecify.annotations.NullMarked;
