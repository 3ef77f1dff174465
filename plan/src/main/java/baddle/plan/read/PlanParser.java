package baddle.plan.read;

import baddle.plan.PlanProblem;
import java.io.IOException;
import java.io.Reader;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.yaml.snakeyaml.LoaderOptions;
import org.yaml.snakeyaml.composer.Composer;
import org.yaml.snakeyaml.error.Mark;
import org.yaml.snakeyaml.error.MarkedYAMLException;
import org.yaml.snakeyaml.error.YAMLException;
import org.yaml.snakeyaml.nodes.MappingNode;
import org.yaml.snakeyaml.nodes.Node;
import org.yaml.snakeyaml.nodes.NodeTuple;
import org.yaml.snakeyaml.nodes.ScalarNode;
import org.yaml.snakeyaml.nodes.SequenceNode;
import org.yaml.snakeyaml.nodes.Tag;
import org.yaml.snakeyaml.parser.ParserImpl;
import org.yaml.snakeyaml.reader.StreamReader;
import org.yaml.snakeyaml.resolver.Resolver;

/**
 * Reads YAML, or JSON, into nodes that know their place. An alias is what its anchor names, and
 * {@code <<} takes over the entries of a mapping that a mapping hasn't itself.
 */
final class PlanParser {

  private static final int DEEPEST = 50;
  private static final int MOST_NODES = 100_000;
  private static final String MERGE = "<<";
  private static final String QUOTES =
      "; a value that holds \": \" or \" #\", or begins with one of { [ & % @, belongs in quotes, and"
          + " lines of one level begin in one column";

  private int nodes;

  private PlanParser() {}

  /** The text isn't YAML, or is no plan all the same. */
  static final class Problem extends IOException {

    private static final long serialVersionUID = 1L;

    private final transient PlanProblem problem;

    Problem(Mark place, String message) {
      super(message);
      problem = new PlanProblem(place.getLine() + 1, place.getColumn() + 1, message);
    }

    private Problem(YAMLException e) {
      super("not YAML: " + e.getMessage(), e);
      problem = new PlanProblem(1, 1, "not YAML: " + e.getMessage());
    }

    /** Of a text that isn't YAML. */
    static Problem of(YAMLException e) {
      if (e instanceof MarkedYAMLException marked && marked.getProblemMark() != null) {
        String what =
            Stream.of(marked.getContext(), marked.getProblem())
                .filter(Objects::nonNull)
                .collect(Collectors.joining(", "));
        boolean unended = what.contains("<stream end>") && marked.getContextMark() != null;
        return new Problem(
            unended ? marked.getContextMark() : marked.getProblemMark(),
            "not YAML: " + what + QUOTES);
      }
      return new Problem(e);
    }

    PlanProblem problem() {
      return problem;
    }
  }

  /**
   * The root of a document; an empty one is nothing.
   *
   * @throws Problem if it isn't YAML, or no plan all the same
   */
  static PlanNode parse(Reader text) throws Problem {
    LoaderOptions options = new LoaderOptions();
    options.setNestingDepthLimit(DEEPEST);
    options.setMaxAliasesForCollections(MOST_NODES);
    Node root;
    try {
      ParserImpl parser = new ParserImpl(new StreamReader(text), options);
      root = new Composer(parser, new Resolver(), options).getSingleNode();
    } catch (YAMLException e) {
      throw Problem.of(e);
    }
    return root == null ? new PlanNode.Text("", 1, 1) : new PlanParser().node(root, 0);
  }

  private PlanNode node(Node node, int depth) throws Problem {
    Mark place = node.getStartMark();
    if (depth > DEEPEST) {
      throw new Problem(place, "more than " + DEEPEST + " levels deep");
    }
    if (++nodes > MOST_NODES) {
      throw new Problem(place, "more than " + MOST_NODES + " values");
    }
    if (node instanceof MappingNode mapping) {
      return new PlanNode.Entries(entries(mapping, depth), line(place), column(place));
    }
    if (node instanceof SequenceNode sequence) {
      List<PlanNode> items = new ArrayList<>();
      for (Node item : sequence.getValue()) {
        items.add(node(item, depth + 1));
      }
      return new PlanNode.Items(items, line(place), column(place));
    }
    return text(node);
  }

  private static int line(Mark place) {
    return place.getLine() + 1;
  }

  private static int column(Mark place) {
    return place.getColumn() + 1;
  }

  private static PlanNode.Text text(Node node) {
    boolean nothing = node.getTag().equals(Tag.NULL);
    String text = !nothing && node instanceof ScalarNode scalar ? scalar.getValue() : "";
    return new PlanNode.Text(text, line(node.getStartMark()), column(node.getStartMark()));
  }

  private List<PlanNode.Entry> entries(MappingNode mapping, int depth) throws Problem {
    List<PlanNode.Entry> entries = new ArrayList<>();
    List<PlanNode.Entry> taken = new ArrayList<>();
    for (NodeTuple entry : mapping.getValue()) {
      if (!(entry.getKeyNode() instanceof ScalarNode)) {
        throw new Problem(
            entry.getKeyNode().getStartMark(),
            "a key is a text; a value that begins with { or [ belongs in quotes");
      }
      PlanNode.Text key = text(entry.getKeyNode());
      PlanNode value = node(entry.getValueNode(), depth + 1);
      if (key.text().equals(MERGE)) {
        takeOver(value, entry.getValueNode().getStartMark(), taken);
      } else {
        entries.add(new PlanNode.Entry(key, value));
      }
    }
    for (PlanNode.Entry entry : taken) {
      if (entries.stream().noneMatch(own -> own.key().text().equals(entry.key().text()))) {
        entries.add(entry);
      }
    }
    return entries;
  }

  private static void takeOver(PlanNode value, Mark place, List<PlanNode.Entry> taken)
      throws Problem {
    if (value instanceof PlanNode.Entries entries) {
      taken.addAll(entries.entries());
    } else if (value instanceof PlanNode.Items items) {
      for (PlanNode item : items.items()) {
        takeOver(item, place, taken);
      }
    } else {
      throw new Problem(place, "<< takes an alias of a mapping, such as *base");
    }
  }
}
