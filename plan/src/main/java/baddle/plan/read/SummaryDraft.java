package baddle.plan.read;

import baddle.core.calendar.Calendar;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.plan.Plan;
import baddle.plan.PlanException;
import baddle.plan.output.SummaryPlan;
import java.io.StringReader;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** A summary that is put together piece by piece, each written as it is in the plan. */
public final class SummaryDraft {

  private static final List<String> LISTS = List.of("down", "across");
  private static final List<String> TEXTS = List.of("of", "where", "blanks", "locale");

  private final String name;
  private final Map<String, List<PlanNode>> pieces = new LinkedHashMap<>();
  private final NodeReader nodes = new NodeReader();

  /** A summary without anything in it. */
  public SummaryDraft(String name) {
    this.name = name;
  }

  /**
   * Adds a piece.
   *
   * @param key a key of a summary
   * @param text what is below it
   * @throws PlanException if that isn't YAML
   */
  public void add(String key, String text) throws PlanException {
    pieces.computeIfAbsent(key, k -> new ArrayList<>()).add(node(key, text));
  }

  private static PlanNode node(String key, String text) throws PlanException {
    if (TEXTS.contains(key)) {
      return new PlanNode.Text(text, 1, 1);
    }
    PlanNode node;
    try {
      node = PlanParser.parse(new StringReader(text));
    } catch (PlanParser.Problem e) {
      throw new PlanException("--" + key.replace('_', '-'), List.of(e.problem()));
    }
    boolean isMeasure = key.equals("measures") && node instanceof PlanNode.Text;
    return isMeasure
        ? new PlanNode.Entries(
            List.of(new PlanNode.Entry((PlanNode.Text) node, node)), node.line(), node.column())
        : node;
  }

  PlanNode whole() {
    List<PlanNode.Entry> entries = new ArrayList<>();
    pieces.forEach(
        (key, several) ->
            entries.add(new PlanNode.Entry(new PlanNode.Text(key, 1, 1), joined(key, several))));
    return new PlanNode.Entries(entries, 1, 1);
  }

  private PlanNode joined(String key, List<PlanNode> several) {
    if (LISTS.contains(key)) {
      return new PlanNode.Items(several, 1, 1);
    }
    if (several.size() == 1) {
      return several.get(0);
    }
    List<PlanNode.Entry> entries = new ArrayList<>();
    for (PlanNode one : several) {
      if (one instanceof PlanNode.Entries mapping) {
        entries.addAll(mapping.entries());
      } else {
        nodes.problem(one, key + " should be keys with values, not " + one.kind());
      }
    }
    return new PlanNode.Entries(entries, 1, 1);
  }

  /**
   * The summary of a dataset of a plan.
   *
   * @throws PlanException if it can't be followed
   */
  public SummaryPlan of(Plan plan) throws PlanException {
    SummaryReader reader =
        new SummaryReader(nodes, plan.datasets(), plan.lookups(), plan.calendar());
    Optional<SummaryPlan> summary = reader.read(name, whole());
    return summary.filter(s -> nodes.problems().isEmpty()).orElseThrow(this::problems);
  }

  /**
   * What it consists of, whatever the dataset.
   *
   * @throws PlanException if it can't be followed
   */
  public CrosstabSpec spec() throws PlanException {
    SummaryReader reader = new SummaryReader(nodes, Map.of(), Map.of(), Calendar.standard());
    PlanNode whole = whole();
    Map<String, PlanNode> keys = nodes.keys(whole, name, SummaryReader.KEYS);
    Optional<CrosstabSpec> spec = reader.spec(name, whole, keys);
    return spec.filter(s -> nodes.problems().isEmpty()).orElseThrow(this::problems);
  }

  private PlanException problems() {
    return new PlanException("", nodes.problems());
  }

  /** As it would be in a plan. */
  public String toYaml() {
    return "summaries:\n  " + NodeText.quoted(name) + ":\n" + NodeText.of(whole(), "    ");
  }
}
