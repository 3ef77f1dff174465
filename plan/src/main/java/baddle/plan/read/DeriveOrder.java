package baddle.plan.read;

import baddle.core.derivation.DerivationStep;
import baddle.core.lookup.LookupSpec;
import baddle.plan.DerivedColumn;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Puts the derived columns of a dataset into an order in which each finds what it needs. */
final class DeriveOrder {

  private final Map<String, DerivedColumn> derived = new LinkedHashMap<>();
  private final Map<String, LookupSpec> lookups;
  private final Set<String> done = new LinkedHashSet<>();
  private final List<String> path = new ArrayList<>();
  private final List<DerivationStep> steps = new ArrayList<>();
  private final List<String> circles = new ArrayList<>();

  DeriveOrder(List<DerivedColumn> columns, Map<String, LookupSpec> lookups) {
    columns.forEach(column -> derived.put(column.column().name(), column));
    this.lookups = lookups;
    derived.keySet().forEach(this::visit);
  }

  /** The steps, of use where there is no circle. */
  List<DerivationStep> steps() {
    return steps;
  }

  /** Columns that need each other, each circle as a person reads it. */
  List<String> circles() {
    return circles;
  }

  private void visit(String name) {
    DerivedColumn column = derived.get(name);
    if (column == null) {
      return;
    }
    String step = column.lookup().map(lookup -> "lookup " + lookup).orElse(name);
    if (done.contains(step)) {
      return;
    }
    if (path.contains(step)) {
      List<String> circle = new ArrayList<>(path.subList(path.indexOf(step), path.size()));
      circle.add(step);
      circles.add(String.join(" needs ", circle));
      return;
    }
    path.add(step);
    needs(column).forEach(this::visit);
    path.remove(step);
    if (done.add(step)) {
      steps.add(
          column
              .lookup()
              .map(lookup -> (DerivationStep) new DerivationStep.LookedUp(lookup))
              .orElseGet(
                  () ->
                      new DerivationStep.Calculated(column.column(), column.calc().orElseThrow())));
    }
  }

  private List<String> needs(DerivedColumn column) {
    if (column.calc().isPresent()) {
      return column.calc().get().names();
    }
    LookupSpec spec = column.lookup().map(lookups::get).orElse(null);
    if (spec == null) {
      return List.of();
    }
    List<String> needs = new ArrayList<>(spec.match().stream().map(c -> c.name()).toList());
    spec.range().ifPresent(range -> needs.add(range.column().name()));
    return needs;
  }
}
