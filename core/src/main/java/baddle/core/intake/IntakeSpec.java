package baddle.core.intake;

import baddle.core.table.Schema;
import java.util.List;
import java.util.Map;

/**
 * What the intake makes of a source.
 *
 * @param columns the dataset's columns in order
 * @param named values that the source's name carries, by column; such a column isn't looked for
 *     among the headings
 */
public record IntakeSpec(List<IntakeColumn> columns, Map<String, String> named) {

  /** Copies list and map. */
  public IntakeSpec {
    columns = List.copyOf(columns);
    named = Map.copyOf(named);
  }

  /** The columns of the blocks that come out. */
  public Schema schema() {
    return new Schema(columns.stream().map(IntakeColumn::column).toList());
  }
}
