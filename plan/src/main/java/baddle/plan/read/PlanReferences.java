package baddle.plan.read;

import baddle.core.finding.Nearest;
import baddle.plan.DatasetPlan;
import baddle.plan.database.DatabasePlan;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Finds what one place of the plan says of another. */
final class PlanReferences {

  private PlanReferences() {}

  /** The database of a name. */
  static Optional<DatabasePlan> database(
      NodeReader nodes, Map<String, DatabasePlan> databases, PlanNode.Text name) {
    DatabasePlan known = databases.get(name.text());
    if (known == null) {
      nodes.problem(
          name,
          databases.isEmpty()
              ? "no database " + name.text() + "; the plan has none (databases:)"
              : "no database " + name.text() + Nearest.hint(name.text(), databases.keySet()));
    }
    return Optional.ofNullable(known);
  }

  /**
   * The dataset a key names; where the key is left out, the plan's only one.
   *
   * @param reference the key's value, null where it is left out
   * @param owner where a problem is noted then
   */
  static Optional<DatasetPlan> dataset(
      NodeReader nodes,
      Map<String, DatasetPlan> datasets,
      @Nullable PlanNode reference,
      PlanNode owner,
      String key) {
    if (reference == null) {
      if (datasets.size() == 1) {
        return datasets.values().stream().findFirst();
      }
      if (!datasets.isEmpty()) {
        nodes.problem(owner, "needs " + key + ": one of " + String.join(", ", datasets.keySet()));
      }
      return Optional.empty();
    }
    Optional<PlanNode.Text> name = nodes.text(reference, key);
    if (name.isPresent() && !datasets.containsKey(name.get().text())) {
      nodes.problem(
          reference,
          "no dataset " + name.get().text() + Nearest.hint(name.get().text(), datasets.keySet()));
    }
    return name.map(text -> datasets.get(text.text()));
  }
}
