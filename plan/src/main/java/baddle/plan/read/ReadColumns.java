package baddle.plan.read;

import baddle.core.finding.Nearest;
import baddle.core.intake.IntakeColumn;
import baddle.plan.DatasetPlan;
import java.util.List;
import java.util.Optional;

/** The columns of a dataset that are read from sources. */
final class ReadColumns {

  private ReadColumns() {}

  /** A column by its name; a problem where none is read by that name. */
  static Optional<IntakeColumn> named(PlanNode.Text name, DatasetPlan dataset, NodeReader nodes) {
    List<String> names = names(dataset);
    if (!names.contains(name.text())) {
      boolean derived = dataset.order().contains(name.text());
      nodes.problem(
          name,
          derived
              ? name.text() + " is computed, not read"
              : "no column " + name.text() + Nearest.hint(name.text(), names));
      return Optional.empty();
    }
    return Optional.of(dataset.columns().get(names.indexOf(name.text())));
  }

  private static List<String> names(DatasetPlan dataset) {
    return dataset.columns().stream().map(column -> column.column().name()).toList();
  }
}
