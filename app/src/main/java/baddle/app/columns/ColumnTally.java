package baddle.app.columns;

import baddle.core.table.Column;
import baddle.core.table.Vector;
import java.util.LinkedHashSet;
import java.util.Set;

/** Counts the values of a column. */
final class ColumnTally {

  private final Column column;
  private final Set<String> values = new LinkedHashSet<>();
  private long filled;

  ColumnTally(Column column) {
    this.column = column;
  }

  void add(Vector vector, int from, int to) {
    for (int row = from; row < to; row++) {
      if (!vector.isBlank(row)) {
        filled++;
        if (values.size() < ColumnSurvey.MOST_DISTINCT) {
          values.add(vector.shown(row, column.type()));
        }
      }
    }
  }

  ColumnSurvey.SurveyedColumn result() {
    return new ColumnSurvey.SurveyedColumn(
        column, filled, values.size(), values.stream().limit(ColumnSurvey.EXAMPLES).toList());
  }
}
