package baddle.plan.read;

import baddle.core.finding.Nearest;
import baddle.core.intake.IntakeColumn;
import baddle.core.intake.LeaveOut;
import baddle.core.table.Column;
import baddle.core.value.ColumnType;
import baddle.plan.ControlList;
import baddle.plan.DatasetPlan;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads which file states the totals of a feed's sources. */
final class ControlListReader {

  private static final int MOST_STATED_PLACES = 6;

  private final NodeReader nodes;
  private final FeedReader feeds;

  ControlListReader(NodeReader nodes, FeedReader feeds) {
    this.nodes = nodes;
    this.feeds = feeds;
  }

  Optional<ControlList> read(String feed, Map<String, PlanNode> keys, DatasetPlan dataset) {
    PlanNode node = keys.get("control_list");
    if (node == null) {
      return Optional.empty();
    }
    List<String> known = new ArrayList<>(List.of("file", "match", "stated"));
    known.addAll(FeedReader.KEYS_OF_FILES);
    Map<String, PlanNode> list = nodes.keys(node, "control_list", known);
    for (String key : List.of("file", "match", "stated")) {
      if (!list.containsKey(key)) {
        nodes.problem(node, "control_list: needs " + key + ":");
        return Optional.empty();
      }
    }
    List<String> columns = dataset.schemaWithOrigin().names();
    Map<String, String> match = columnsAndHeadings(list.get("match"), "match", columns);
    List<String> numbers =
        new ArrayList<>(
            dataset.schema().columns().stream()
                .filter(column -> column.type().isNumber())
                .map(Column::name)
                .toList());
    numbers.add(LeaveOut.ROWS);
    Map<String, String> stated = columnsAndHeadings(list.get("stated"), "stated", numbers);
    List<IntakeColumn> shape = new ArrayList<>();
    match
        .values()
        .forEach(
            heading ->
                shape.add(
                    new IntakeColumn(new Column(heading, ColumnType.text()), List.of(), true)));
    stated
        .values()
        .forEach(
            heading ->
                shape.add(
                    new IntakeColumn(
                        new Column(heading, ColumnType.decimal(MOST_STATED_PLACES)),
                        List.of(),
                        IntakeColumn.Need.HEADING)));
    DatasetPlan read = new DatasetPlan("control list of " + feed, shape);
    return Optional.of(
        new ControlList(
            feeds.ofFile("control list of " + feed, list.remove("file"), list, read),
            read,
            match,
            stated));
  }

  private Map<String, String> columnsAndHeadings(PlanNode node, String what, List<String> columns) {
    Map<String, String> read = new LinkedHashMap<>();
    nodes
        .entries(node, what)
        .forEach(
            (column, entry) -> {
              if (!columns.contains(column)) {
                nodes.problem(entry.key(), "no column " + column + Nearest.hint(column, columns));
              }
              nodes.text(entry.value(), what).ifPresent(text -> read.put(column, text.text()));
            });
    return read;
  }
}
