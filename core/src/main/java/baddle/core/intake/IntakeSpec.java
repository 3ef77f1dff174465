package baddle.core.intake;

import baddle.core.table.Schema;
import baddle.core.value.Understanding;
import baddle.core.value.ValueRules;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * What the intake makes of a source.
 *
 * @param columns the dataset's columns in order
 * @param named values that the source's name carries, by column; such a column isn't looked for
 *     among the headings
 * @param rules how values are written
 * @param periodColumn the column whose days state the period of the source
 * @param understandings how the values of some columns were found to be written, by column
 */
public record IntakeSpec(
    List<IntakeColumn> columns,
    Map<String, String> named,
    ValueRules rules,
    Optional<String> periodColumn,
    Map<String, Understanding> understandings) {

  /** Copies list and maps. */
  public IntakeSpec {
    columns = List.copyOf(columns);
    named = Map.copyOf(named);
    understandings = Map.copyOf(understandings);
  }

  /** Without any special rule. */
  public IntakeSpec(List<IntakeColumn> columns, Map<String, String> named) {
    this(columns, named, ValueRules.STANDARD, Optional.empty(), Map.of());
  }

  /** The same, with what reading the source once has shown. */
  public IntakeSpec with(Map<String, Understanding> shown) {
    return new IntakeSpec(columns, named, rules, periodColumn, shown);
  }

  /** The columns of the blocks that come out. */
  public Schema schema() {
    return new Schema(columns.stream().map(IntakeColumn::column).toList());
  }
}
