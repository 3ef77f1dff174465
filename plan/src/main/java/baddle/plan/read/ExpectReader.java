package baddle.plan.read;

import baddle.core.calendar.Grain;
import baddle.core.finding.Nearest;
import baddle.plan.DatasetPlan;
import baddle.plan.ExpectPlan;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads which periods a feed is expected to have. */
final class ExpectReader {

  private final NodeReader nodes;

  ExpectReader(NodeReader nodes) {
    this.nodes = nodes;
  }

  Optional<ExpectPlan> read(Map<String, PlanNode> keys, DatasetPlan dataset) {
    PlanNode node = keys.get("expect");
    if (node == null) {
      return Optional.empty();
    }
    Map<String, PlanNode> expected = nodes.keys(node, "expect", List.of("every", "per"));
    PlanNode every = expected.get("every");
    if (every == null) {
      nodes.problem(node, "expect: needs every:, such as month");
      return Optional.empty();
    }
    Optional<Grain> grain =
        nodes
            .text(every, "every")
            .flatMap(text -> Grain.of(text.text()))
            .filter(ExpectPlan.GRAINS::contains);
    if (grain.isEmpty()) {
      nodes.problem(every, "every: should be day, week, month, quarter or year");
    }
    List<String> per = new ArrayList<>();
    List<String> columns = dataset.schema().names();
    if (expected.containsKey("per")) {
      for (PlanNode.Text text : nodes.texts(expected.get("per"), "per")) {
        per.add(text.text());
        if (!columns.contains(text.text())) {
          nodes.problem(text, "no column " + text.text() + Nearest.hint(text.text(), columns));
        }
      }
    }
    return grain.map(stated -> new ExpectPlan(stated, per));
  }
}
