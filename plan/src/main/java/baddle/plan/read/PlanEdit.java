package baddle.plan.read;

import baddle.core.crosstab.spec.SummaryLook;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.yaml.snakeyaml.DumperOptions;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.Yaml;
import org.yaml.snakeyaml.error.YAMLException;
import org.yaml.snakeyaml.nodes.CollectionNode;
import org.yaml.snakeyaml.nodes.MappingNode;
import org.yaml.snakeyaml.nodes.Node;
import org.yaml.snakeyaml.nodes.NodeTuple;
import org.yaml.snakeyaml.nodes.ScalarNode;
import org.yaml.snakeyaml.nodes.SequenceNode;

/**
 * Adds to the text of a plan: each change touches only the lines that it is about, so that
 * comments, order and layout stay.
 */
public final class PlanEdit {

  private final String text;
  private final String lineEnd;

  private PlanEdit(String text) {
    this.text = text;
    this.lineEnd = text.contains("\r\n") ? "\r\n" : "\n";
  }

  /**
   * Adds a spelling to the headings of a column.
   *
   * @return the new text; empty where the plan has no such column
   */
  public static Optional<String> addHeading(
      String text, String dataset, String column, String heading) {
    PlanEdit edit = new PlanEdit(text);
    return edit.at("datasets", dataset, "columns", column)
        .map(node -> edit.withItem(node, "headings", quoted(heading), "type"));
  }

  /**
   * Adds a column to a dataset, behind those it has.
   *
   * @param setting what it is, as YAML writes it on one line
   * @return the new text; empty where the plan has no such dataset
   */
  public static Optional<String> addColumn(
      String text, String dataset, String column, String setting) {
    PlanEdit edit = new PlanEdit(text);
    return edit.at("datasets", dataset, "columns")
        .filter(MappingNode.class::isInstance)
        .map(node -> edit.withEntry((MappingNode) node, column + ": " + setting));
  }

  /**
   * Adds a sheet to those that a feed reads.
   *
   * @return the new text; empty where the feed names none
   */
  public static Optional<String> addSheet(String text, String feed, String sheet) {
    PlanEdit edit = new PlanEdit(text);
    return edit.at("feeds", feed)
        .filter(node -> child(node, "sheets").isPresent())
        .map(node -> edit.withItem(node, "sheets", quoted(sheet), ""));
  }

  /**
   * Adds a rule to those by which a feed leaves rows out.
   *
   * @param rule what YAML writes on one line
   * @return the new text; empty where the plan has no such feed, or writes its only rule on several
   *     lines
   */
  public static Optional<String> addLeaveOut(String text, String feed, String rule) {
    PlanEdit edit = new PlanEdit(text);
    return edit.at("feeds", feed)
        .filter(
            node ->
                child(node, "leave_out")
                    .filter(one -> one instanceof MappingNode rules && isBlock(rules))
                    .isEmpty())
        .map(node -> edit.withItem(node, "leave_out", rule, ""));
  }

  /**
   * Adds a spelling of a heading that becomes rows.
   *
   * @param label the label of its rows
   * @return the new text; empty where the feed's headings have no labels of their own
   */
  public static Optional<String> addTurnedHeading(
      String text, String feed, String heading, String label) {
    PlanEdit edit = new PlanEdit(text);
    return edit.at("feeds", feed, "headings_to_rows", "headings")
        .filter(MappingNode.class::isInstance)
        .map(node -> edit.withEntry((MappingNode) node, quoted(heading) + ": " + quoted(label)));
  }

  /**
   * Adds a summary.
   *
   * @return the new text; empty where the plan's summaries are written in a way that can't be added
   *     to
   */
  public static Optional<String> addSummary(String text, String name, SummaryDraft summary) {
    return new PlanEdit(text).withSection("summaries", NodeText.quoted(name), summary.whole());
  }

  /**
   * Adds a summary to a report, which is added too if there is none of that name.
   *
   * @param look what the report makes of it
   * @return the new text; empty where the report isn't one of summaries
   */
  public static Optional<String> addToReport(
      String text, String report, String summary, SummaryLook look) {
    PlanEdit edit = new PlanEdit(text);
    PlanNode item = ofReport(summary, look);
    Optional<Node> there = edit.at("reports", report);
    if (there.isPresent()) {
      return there
          .filter(node -> child(node, "summaries").isPresent())
          .map(node -> edit.withItem(node, "summaries", NodeText.flow(item), ""));
    }
    PlanNode keys = entries(Map.of("summaries", new PlanNode.Items(List.of(item), 1, 1)));
    return edit.withSection("reports", NodeText.quoted(report), keys);
  }

  /** A summary's name, or its name with what the report makes of it. */
  private static PlanNode ofReport(String summary, SummaryLook look) {
    Map<String, PlanNode> keys = new LinkedHashMap<>();
    if (!look.title().isEmpty()) {
      keys.put("title", new PlanNode.Text(look.title(), 1, 1));
    }
    look.chart().ifPresent(kind -> keys.put("chart", new PlanNode.Text(kind.word(), 1, 1)));
    return keys.isEmpty()
        ? new PlanNode.Text(summary, 1, 1)
        : entries(Map.of(summary, entries(keys)));
  }

  private static PlanNode entries(Map<String, PlanNode> keys) {
    List<PlanNode.Entry> entries = new ArrayList<>();
    keys.forEach(
        (key, value) -> entries.add(new PlanNode.Entry(new PlanNode.Text(key, 1, 1), value)));
    return new PlanNode.Entries(entries, 1, 1);
  }

  /** Adds an entry to what is under a key of the plan, which is added too if it isn't there. */
  private Optional<String> withSection(String section, String key, PlanNode value) {
    Optional<Node> there = at(section);
    if (there.isEmpty()) {
      String end = text.isEmpty() || text.endsWith("\n") ? "" : lineEnd;
      String added = "\n" + section + ":\n  " + key + ":\n" + NodeText.of(value, "    ");
      return Optional.of(text + end + added.replace("\n", lineEnd));
    }
    if (!(there.get() instanceof MappingNode mapping) || mapping.getValue().isEmpty()) {
      return Optional.empty();
    }
    if (!isBlock(mapping)) {
      return Optional.of(withEntry(mapping, key + ": " + NodeText.flow(value)));
    }
    int indent = mapping.getValue().get(0).getKeyNode().getStartMark().getColumn();
    String keys = NodeText.of(value, " ".repeat(indent + 2));
    String entry = key + ":\n" + keys.stripTrailing();
    return Optional.of(withEntry(mapping, entry.replace("\n", lineEnd)));
  }

  private static String quoted(String value) {
    return '"' + value.replace("\\", "\\\\").replace("\"", "\\\"") + '"';
  }

  private Optional<Node> at(String... path) {
    Optional<Node> node;
    try {
      node = Optional.ofNullable(new Yaml(new LoaderOptions()).compose(new StringReader(text)));
    } catch (YAMLException e) {
      return Optional.empty();
    }
    for (String key : path) {
      node = node.flatMap(parent -> child(parent, key));
    }
    return node;
  }

  private static Optional<Node> child(Node parent, String key) {
    if (parent instanceof MappingNode mapping) {
      for (NodeTuple entry : mapping.getValue()) {
        if (entry.getKeyNode() instanceof ScalarNode name && name.getValue().equals(key)) {
          return Optional.of(entry.getValueNode());
        }
      }
    }
    return Optional.empty();
  }

  /**
   * Adds an item to a list that a node has under a key; a single value becomes a list.
   *
   * @param own under which key the node's own value belongs where it is only that
   */
  private String withItem(Node node, String key, String item, String own) {
    Optional<Node> list = child(node, key);
    if (list.isEmpty()) {
      String entry = key + ": [" + item + "]";
      if (node instanceof MappingNode mapping) {
        return withEntry(mapping, entry);
      }
      return replaced(node, "{" + own + ": " + source(node) + ", " + entry + "}");
    }
    if (list.get() instanceof SequenceNode items) {
      return items.getFlowStyle() == DumperOptions.FlowStyle.FLOW
          ? inFlow(items, items.getValue(), item)
          : belowLast(items.getValue(), "- " + item);
    }
    return replaced(list.get(), "[" + source(list.get()) + ", " + item + "]");
  }

  private String withEntry(MappingNode mapping, String entry) {
    List<Node> values = mapping.getValue().stream().map(NodeTuple::getValueNode).toList();
    if (mapping.getFlowStyle() == DumperOptions.FlowStyle.FLOW) {
      return inFlow(mapping, values, entry);
    }
    Node firstKey = mapping.getValue().get(0).getKeyNode();
    return below(values.get(values.size() - 1), firstKey.getStartMark().getColumn(), entry);
  }

  /** Adds before the bracket that ends a collection. */
  private String inFlow(Node collection, List<Node> values, String entry) {
    if (values.isEmpty()) {
      return insert(offset(collection.getEndMark().getIndex()) - 1, entry);
    }
    return insert(offset(values.get(values.size() - 1).getEndMark().getIndex()), ", " + entry);
  }

  private String belowLast(List<Node> items, String line) {
    Node last = items.get(items.size() - 1);
    int column = last.getStartMark().getColumn() - "- ".length();
    return below(last, Math.max(0, column), line);
  }

  /** Adds a line below that on which a value ends. */
  private String below(Node value, int indent, String line) {
    int at = offset(lastMark(value));
    int end = text.indexOf('\n', at);
    String added = " ".repeat(indent) + line;
    if (end < 0) {
      return text + lineEnd + added + lineEnd;
    }
    return insert(end + 1, added + lineEnd);
  }

  /** Where a value's last character is; a block collection ends where its last value does. */
  private static int lastMark(Node value) {
    if (value instanceof MappingNode mapping && isBlock(mapping) && !mapping.getValue().isEmpty()) {
      return lastMark(mapping.getValue().get(mapping.getValue().size() - 1).getValueNode());
    }
    if (value instanceof SequenceNode items && isBlock(items) && !items.getValue().isEmpty()) {
      return lastMark(items.getValue().get(items.getValue().size() - 1));
    }
    return Math.max(value.getStartMark().getIndex(), value.getEndMark().getIndex() - 1);
  }

  private static boolean isBlock(CollectionNode<?> node) {
    return node.getFlowStyle() != DumperOptions.FlowStyle.FLOW;
  }

  private String source(Node node) {
    return text.substring(
        offset(node.getStartMark().getIndex()), offset(node.getEndMark().getIndex()));
  }

  private String replaced(Node node, String with) {
    return text.substring(0, offset(node.getStartMark().getIndex()))
        + with
        + text.substring(offset(node.getEndMark().getIndex()));
  }

  private String insert(int at, String added) {
    return text.substring(0, at) + added + text.substring(at);
  }

  /** Marks count code points. */
  private int offset(int codePoints) {
    return text.offsetByCodePoints(0, codePoints);
  }
}
