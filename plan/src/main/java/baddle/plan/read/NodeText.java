package baddle.plan.read;

import java.util.stream.Collectors;

/** Writes pieces of a plan as YAML. */
final class NodeText {

  private NodeText() {}

  /** The keys of a mapping, each on a line of its own. */
  static String of(PlanNode node, String indent) {
    if (!(node instanceof PlanNode.Entries mapping)) {
      return indent + flow(node) + "\n";
    }
    StringBuilder text = new StringBuilder();
    for (PlanNode.Entry entry : mapping.entries()) {
      text.append(indent).append(quoted(entry.key().text())).append(':');
      boolean deep = entry.value() instanceof PlanNode.Entries inner && inner.entries().size() > 1;
      text.append(
          deep ? "\n" + of(entry.value(), indent + "  ") : " " + flow(entry.value()) + "\n");
    }
    return text.toString();
  }

  /** All of it on one line. */
  static String flow(PlanNode node) {
    if (node instanceof PlanNode.Items list) {
      return list.items().stream().map(NodeText::flow).collect(Collectors.joining(", ", "[", "]"));
    }
    if (node instanceof PlanNode.Entries mapping) {
      return mapping.entries().stream()
          .map(entry -> quoted(entry.key().text()) + ": " + flow(entry.value()))
          .collect(Collectors.joining(", ", "{", "}"));
    }
    return quoted(((PlanNode.Text) node).text());
  }

  /** A text as it is, or in single quotes where YAML would see something else in it. */
  static String quoted(String text) {
    boolean plain = text.matches("[\\p{L}_(][\\p{L}\\p{N}_ ()*./%<>=+-]*") && !text.endsWith(" ");
    return plain ? text : "'" + text.replace("'", "''") + "'";
  }
}
