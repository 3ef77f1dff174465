package baddle.plan;

import baddle.core.intake.IntakeColumn;
import baddle.core.table.Column;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import java.util.List;
import java.util.stream.Stream;

/**
 * One clean table.
 *
 * @param name its name
 * @param columns its columns in order
 */
public record DatasetPlan(String name, List<IntakeColumn> columns) {

  /** Copies the list. */
  public DatasetPlan {
    columns = List.copyOf(columns);
  }

  /** Everything that reading a source into it depends on, as text: equal texts, equal rows. */
  public String intakeText() {
    StringBuilder text = new StringBuilder(name);
    for (IntakeColumn column : columns) {
      text.append('\n').append(column.column().name()).append(' ').append(column.column().type());
      text.append(column.required() ? " required " : " ");
      text.append(String.join("\t", column.headings()));
      text.append(column.currencyOf().orElse(""));
    }
    return text.toString();
  }

  /** Its columns, and after them those of the origin. */
  public Schema schemaWithOrigin() {
    Stream<Column> own = columns.stream().map(IntakeColumn::column);
    return new Schema(Stream.concat(own, Origin.columns().stream()).toList());
  }
}
