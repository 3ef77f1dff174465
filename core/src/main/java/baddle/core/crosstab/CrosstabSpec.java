package baddle.core.crosstab;

import baddle.core.expression.Aggregate;
import baddle.core.expression.AggregateCall;
import baddle.core.expression.AxisItem;
import baddle.core.finding.Nearest;
import baddle.core.table.Column;
import baddle.core.table.Schema;
import java.util.List;
import java.util.OptionalInt;
import java.util.stream.Stream;

/**
 * What a cross-tab consists of.
 *
 * @param title its name
 * @param down the levels down the side, from the outermost
 * @param across the levels across the top, from the outermost; none for one column per measure
 * @param measures at least one
 * @param totals which totals it has
 * @param blanks what stands in a cell without a value
 */
public record CrosstabSpec(
    String title,
    List<AxisItem> down,
    List<AxisItem> across,
    List<Measure> measures,
    Totals totals,
    String blanks) {

  /** Copies the lists. */
  public CrosstabSpec {
    down = List.copyOf(down);
    across = List.copyOf(across);
    measures = List.copyOf(measures);
    if (measures.isEmpty()) {
      throw new IllegalArgumentException("a cross-tab without a measure");
    }
  }

  /**
   * Checks it against the columns there are.
   *
   * @throws SpecException if a column isn't there, or hasn't the type it takes
   */
  public void check(Schema schema) {
    down.forEach(item -> check(item, schema));
    across.forEach(item -> check(item, schema));
    measures.forEach(measure -> check(measure.call(), schema));
  }

  private static void check(AxisItem item, Schema schema) {
    Column column = column(item.column(), schema);
    if (item.grain().isPresent() && !column.type().isCalendar()) {
      throw new SpecException(
          item + ": " + column.name() + " is " + column.type() + ", not a date");
    }
  }

  private static void check(AggregateCall call, Schema schema) {
    call.column()
        .map(name -> column(name, schema))
        .filter(column -> call.aggregate() != Aggregate.COUNT && !column.type().isNumber())
        .ifPresent(
            column -> {
              throw new SpecException(
                  call + ": " + column.name() + " is " + column.type() + ", not a number");
            });
  }

  private static Column column(String name, Schema schema) {
    OptionalInt index = schema.indexOf(name);
    if (index.isEmpty()) {
      throw new SpecException(
          "no column "
              + name
              + Nearest.hint(name, schema.names())
              + "; the columns are "
              + String.join(", ", schema.names()));
    }
    return schema.column(index.getAsInt());
  }

  /** The columns it reads, each once. */
  public List<String> columns() {
    return Stream.of(
            down.stream().map(AxisItem::column),
            across.stream().map(AxisItem::column),
            measures.stream().flatMap(measure -> measure.call().column().stream()))
        .flatMap(names -> names)
        .distinct()
        .toList();
  }
}
