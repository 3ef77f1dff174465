package baddle.core.derivation;

import baddle.core.expression.Expression;
import baddle.core.table.Column;

/** One column, or the columns of one lookup, in the order in which they need each other. */
public sealed interface DerivationStep {

  /**
   * A calculated column.
   *
   * @param column the column
   * @param expression how it is computed
   */
  record Calculated(Column column, Expression expression) implements DerivationStep {}

  /**
   * The columns that a lookup brings.
   *
   * @param lookup its name
   */
  record LookedUp(String lookup) implements DerivationStep {}
}
