package baddle.app.trace;

import baddle.core.finding.Listing;
import baddle.core.outcome.HeldValue;
import baddle.core.table.Block;
import baddle.core.table.HiddenRows;
import baddle.plan.DatasetPlan;
import baddle.plan.DerivedColumn;
import baddle.store.entry.StoredHeldRow;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** Puts the values of a traced row into words. */
final class TracedValues {

  private TracedValues() {}

  static String because(HeldValue value) {
    String sent = Listing.quoted(value.value());
    return "held because of " + value.heading() + ": " + sent + ", expected " + value.expectation();
  }

  static String cells(StoredHeldRow held) {
    List<String> cells = new ArrayList<>();
    for (Map.Entry<Integer, String> cell : new TreeMap<>(held.cells()).entrySet()) {
      int at = cell.getKey() - 1;
      String heading = at < held.headings().size() ? held.headings().get(at) : "";
      cells.add((heading.isEmpty() ? "" : heading + " = ") + cell.getValue());
    }
    return String.join(", ", cells);
  }

  /** A value as it is shown; empty for a blank. */
  static String cell(Block block, int column, int at) {
    return block.vector(column).isBlank(at)
        ? ""
        : block.vector(column).shown(at, block.schema().column(column).type());
  }

  /**
   * The values of a row, a line each, with what they come from.
   *
   * @param first the first column that is shown
   */
  static List<String> lines(Block block, int at, int first, @Nullable DatasetPlan dataset) {
    List<String> lines = new ArrayList<>();
    for (int column = first; column < block.schema().size(); column++) {
      String name = block.schema().column(column).name();
      if (HiddenRows.has(name)) {
        continue;
      }
      String value = cell(block, column, at);
      lines.add("  " + name + " = " + (value.isEmpty() ? "(blank)" : value) + from(dataset, name));
    }
    return lines;
  }

  private static String from(@Nullable DatasetPlan dataset, String column) {
    if (dataset == null) {
      return "";
    }
    return dataset.derived().stream()
        .filter(derived -> derived.column().name().equals(column))
        .map(TracedValues::origin)
        .findFirst()
        .orElse("");
  }

  private static String origin(DerivedColumn derived) {
    return derived
        .calc()
        .map(calc -> "   (calculated: " + calc + ")")
        .or(() -> derived.lookup().map(lookup -> "   (from lookup " + lookup + ")"))
        .orElse("");
  }
}
