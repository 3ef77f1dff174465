package baddle.app.derived;

import baddle.core.derivation.Derivation;
import baddle.core.lookup.LookupTable;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/** Makes the derivation of each dataset, one for each thread, from the lookups known by then. */
public final class Derivations {

  private final Plan plan;
  private final Map<String, LookupTable> lookups = new ConcurrentHashMap<>();

  /** Of all datasets of a plan. */
  public Derivations(Plan plan) {
    this.plan = plan;
  }

  void add(LookupTable table) {
    lookups.put(table.spec().name(), table);
  }

  LookupTable lookup(String name) {
    LookupTable table = lookups.get(name);
    if (table == null) {
      throw new IllegalStateException("the lookup " + name + " isn't there yet");
    }
    return table;
  }

  /** The derivation of a dataset, if it has derived columns. */
  public Optional<Derivation> of(DatasetPlan dataset) {
    return dataset.steps().isEmpty() ? Optional.empty() : Optional.of(even(dataset));
  }

  /** The derivation of a dataset even if it has no derived columns any more. */
  public Derivation even(DatasetPlan dataset) {
    return new Derivation(
        dataset.readSchema(),
        dataset.schema(),
        dataset.requiredDerived(),
        dataset.steps(),
        lookups,
        plan.calendar());
  }
}
