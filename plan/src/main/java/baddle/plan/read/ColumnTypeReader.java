package baddle.plan.read;

import baddle.core.finding.Nearest;
import baddle.core.value.ColumnType;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Reads the type of a column: {@code date}, {@code decimal} with {@code places:}, {@code
 * decimal(2)}.
 */
final class ColumnTypeReader {

  private static final List<String> KINDS =
      Arrays.stream(ColumnType.Kind.values()).map(ColumnType.Kind::word).toList();

  /** As types are shown everywhere. */
  private static final Pattern WITH_PLACES = Pattern.compile("decimal\\(([0-9]{1,9})\\)");

  private final NodeReader nodes;

  ColumnTypeReader(NodeReader nodes) {
    this.nodes = nodes;
  }

  /**
   * Reads it.
   *
   * @param keys what the plan has of the column
   * @param name the column's
   */
  ColumnType read(Map<String, PlanNode> keys, PlanNode.Entry entry, String name) {
    PlanNode typeNode = keys.get("type");
    if (typeNode == null) {
      nodes.problem(entry.value(), "column " + name + " needs a type: " + String.join(", ", KINDS));
      return ColumnType.text();
    }
    return nodes
        .text(typeNode, "type")
        .map(text -> of(text, Optional.ofNullable(keys.get("places"))))
        .orElse(ColumnType.text());
  }

  /** The type that a word means. */
  ColumnType of(PlanNode.Text word, Optional<PlanNode> places) {
    Matcher withPlaces = WITH_PLACES.matcher(word.text());
    if (withPlaces.matches()) {
      places.ifPresent(node -> nodes.problem(node, "the type states its places: " + word.text()));
      return ColumnType.decimal(places(word, withPlaces.group(1)));
    }
    Optional<ColumnType.Kind> kind =
        Arrays.stream(ColumnType.Kind.values())
            .filter(known -> known.word().equals(word.text()))
            .findFirst();
    if (kind.isEmpty()) {
      String name = word.text().replaceFirst("\\(.*", "").strip();
      nodes.problem(
          word,
          "no type "
              + word.text()
              + Nearest.hint(name, KINDS)
              + " (known: "
              + String.join(", ", KINDS)
              + ")");
      return name.equals(ColumnType.Kind.DECIMAL.word())
          ? ColumnType.decimal(2)
          : ColumnType.text();
    }
    if (kind.get() == ColumnType.Kind.DECIMAL) {
      return ColumnType.decimal(places.map(this::places).orElse(2));
    }
    places.ifPresent(node -> nodes.problem(node, "places belong to decimal, not " + word.text()));
    return ColumnType.of(kind.get());
  }

  private int places(PlanNode node) {
    return places(node, nodes.text(node, "places").map(PlanNode.Text::text).orElse("2"));
  }

  private int places(PlanNode node, String text) {
    if (text.matches("\\d{1,2}") && Integer.parseInt(text) <= ColumnType.MOST_PLACES) {
      return Integer.parseInt(text);
    }
    nodes.problem(node, "places should be a whole number from 0 to " + ColumnType.MOST_PLACES);
    return 2;
  }
}
