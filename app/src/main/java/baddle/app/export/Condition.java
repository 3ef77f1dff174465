package baddle.app.export;

import baddle.core.calendar.Calendar;
import baddle.core.expression.BoundExpression;
import baddle.core.expression.Expression;
import baddle.core.table.Block;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.value.ColumnType;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.util.BitSet;
import java.util.List;

/** Chooses the rows that meet a condition. */
public final class Condition implements DatasetReader.RowChoice {

  private final String text;
  private final List<String> columns;
  private final BoundExpression condition;

  /**
   * A condition.
   *
   * @throws ExportException if it is none
   * @throws baddle.core.expression.ExpressionException if it can't be read, or names a column that
   *     isn't there
   */
  public Condition(String text, Schema schema, Calendar calendar) throws ExportException {
    this.text = text;
    Expression parsed = Expression.parse(text);
    List<String> names = parsed.names().stream().distinct().toList();
    parsed.bind(schema, calendar);
    this.columns = names.isEmpty() ? List.of(schema.names().get(0)) : names;
    this.condition = parsed.bind(schema.only(columns), calendar);
    if (condition.type().kind() != ColumnType.Kind.BOOLEAN) {
      throw new ExportException("the condition " + text + " is neither true nor false");
    }
  }

  @Override
  public List<String> columns() {
    return columns;
  }

  @Override
  public BitSet rows(Block block) throws IOException {
    LongVector truth = (LongVector) condition.vector(block);
    BitSet rows = new BitSet(block.size());
    for (int row = 0; row < block.size(); row++) {
      if (condition.anyFailure() && condition.failure(row).isPresent()) {
        throw new IOException(
            "the condition "
                + text
                + " can't be computed for a row; it needs "
                + condition.failure(row).get().expectation());
      }
      if (!truth.isBlank(row) && truth.values()[row] != 0) {
        rows.set(row);
      }
    }
    return rows;
  }
}
