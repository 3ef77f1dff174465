package baddle.core.crosstab.spec;

import baddle.core.expression.MeasureExpression;
import java.util.Map;
import java.util.Optional;

/**
 * What is in the body of a cross-tab.
 *
 * @param name its heading
 * @param value what it computes
 * @param dataset the dataset whose rows it is of; empty for the cross-tab's own
 * @param on for columns of the axes that have another name in that dataset, the name there
 * @param view how its values are seen
 * @param style how they are written
 * @param blanks what is in a cell without a value; empty for what the cross-tab says
 */
public record Measure(
    String name,
    MeasureExpression value,
    String dataset,
    Map<String, String> on,
    View view,
    NumberStyle style,
    Optional<String> blanks) {

  /** A measure without a word of its own for blanks. */
  public Measure(
      String name,
      MeasureExpression value,
      String dataset,
      Map<String, String> on,
      View view,
      NumberStyle style) {
    this(name, value, dataset, on, view, style, Optional.empty());
  }

  /** Copies the map. */
  public Measure {
    on = Map.copyOf(on);
  }

  /** A measure of the cross-tab's own rows, shown as it is. */
  public static Measure of(String name, String value) {
    return new Measure(
        name, MeasureExpression.parse(value), "", Map.of(), View.PLAIN, NumberStyle.PLAIN);
  }
}
