package baddle.core.crosstab;

import baddle.core.calendar.Calendar;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.expression.BoundExpression;
import baddle.core.expression.Expression;
import baddle.core.expression.ExpressionException;
import baddle.core.expression.Failure;
import baddle.core.table.Block;
import baddle.core.table.Schema;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** A column, or what is computed of several. */
final class InputSlot {

  private final String text;
  private final int column;
  private final @Nullable BoundExpression bound;
  final ColumnType type;
  private @Nullable Block computedOf;
  private @Nullable Vector vector;

  InputSlot(CrosstabSpec spec, Expression expression, Schema schema, Calendar calendar) {
    text = expression.toString();
    if (expression.isName()) {
      String name = expression.names().get(0);
      column = schema.indexOf(name).orElseThrow(() -> spec.noColumn(name, schema));
      bound = null;
      type = schema.column(column).type();
    } else {
      column = -1;
      try {
        bound = expression.bind(schema, calendar);
      } catch (ExpressionException e) {
        throw new SpecException(e.getMessage());
      }
      type = bound.type();
    }
  }

  /**
   * Its values for a block, computed once for all ranges of it.
   *
   * @param from the first row that counts, inclusive; others may be dead and fail
   * @param to the end, exclusive
   */
  Vector vector(Block block, int from, int to) {
    if (bound == null) {
      return block.vector(column);
    }
    Vector known = vector;
    if (known == null || computedOf != block) {
      known = bound.vector(block);
      vector = known;
      computedOf = block;
    }
    for (int row = from; bound.anyFailure() && row < to; row++) {
      Optional<Failure> failure = bound.failure(row);
      if (failure.isPresent()) {
        throw new SpecException(
            text + ": " + failure.get().expectation() + " in a row; guard it with nullif or case");
      }
    }
    return known;
  }
}
