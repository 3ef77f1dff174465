package baddle.plan.read;

import baddle.core.finding.Nearest;
import baddle.plan.DatasetPlan;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Finds what one place of the plan says of another. */
final class PlanReferences {

  private PlanReferences() {}

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
