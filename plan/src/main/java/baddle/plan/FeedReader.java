package baddle.plan;

import baddle.core.finding.Nearest;
import baddle.core.intake.IntakeColumn;
import baddle.core.value.ColumnType;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads the plan's feeds. */
final class FeedReader {

  private static final List<String> KEYS = List.of("into", "files", "except", "sheets");

  private final NodeReader nodes;
  private final Map<String, DatasetPlan> datasets;

  FeedReader(NodeReader nodes, Map<String, DatasetPlan> datasets) {
    this.nodes = nodes;
    this.datasets = datasets;
  }

  Optional<FeedPlan> read(String name, PlanNode node) {
    int problemsBefore = nodes.problems().size();
    Map<String, PlanNode> keys = nodes.keys(node, "feed " + name, KEYS);
    if (!keys.containsKey("files")) {
      if (nodes.problems().size() == problemsBefore) {
        nodes.problem(node, "feed " + name + " needs files:, a pattern such as inbox/*.csv");
      }
      return Optional.empty();
    }
    Optional<DatasetPlan> dataset =
        References.dataset(nodes, datasets, keys.get("into"), node, "into");
    List<NamePattern> files = patterns(keys.get("files"), "files");
    List<NamePattern> except =
        keys.containsKey("except") ? patterns(keys.get("except"), "except") : List.of();
    Optional<NamePattern> sheets =
        Optional.ofNullable(keys.get("sheets"))
            .flatMap(sheet -> patterns(sheet, "sheets").stream().findFirst());
    if (dataset.isEmpty()) {
      return Optional.empty();
    }
    files.forEach(pattern -> checkParts(pattern, keys.get("files"), dataset.get()));
    sheets.ifPresent(pattern -> checkParts(pattern, keys.get("sheets"), dataset.get()));
    return Optional.of(new FeedPlan(name, dataset.get().name(), files, except, sheets));
  }

  private List<NamePattern> patterns(PlanNode node, String what) {
    List<NamePattern> patterns = new ArrayList<>();
    for (PlanNode.Text text : nodes.texts(node, what)) {
      try {
        patterns.add(new NamePattern(text.text()));
      } catch (IllegalArgumentException e) {
        nodes.problem(text, String.valueOf(e.getMessage()));
      }
    }
    return patterns;
  }

  private void checkParts(NamePattern pattern, PlanNode at, DatasetPlan dataset) {
    List<String> columns =
        dataset.columns().stream().map(column -> column.column().name()).toList();
    for (String part : pattern.parts()) {
      Optional<IntakeColumn> column =
          dataset.columns().stream().filter(c -> c.column().name().equals(part)).findFirst();
      if (column.isEmpty() && !part.equals(NamePattern.PERIOD)) {
        nodes.problem(
            at, "{" + part + "} is no column of " + dataset.name() + Nearest.hint(part, columns));
      } else if (column.isPresent()
          && column.get().column().type().kind() != ColumnType.Kind.TEXT) {
        nodes.problem(at, "{" + part + "} should be a text column to come from a name");
      }
    }
  }
}
