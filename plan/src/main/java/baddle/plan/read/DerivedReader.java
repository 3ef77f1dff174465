package baddle.plan.read;

import baddle.core.calendar.Calendar;
import baddle.core.derivation.DerivationStep;
import baddle.core.expression.ExpressionException;
import baddle.core.finding.Nearest;
import baddle.core.lookup.LookupSpec;
import baddle.core.table.Column;
import baddle.core.table.Schema;
import baddle.plan.DatasetPlan;
import baddle.plan.DerivedColumn;
import baddle.plan.LookupPlan;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Checks the derived columns of a dataset once its lookups are known, and puts them in order. */
final class DerivedReader {

  private final NodeReader nodes;
  private final Map<String, LookupPlan> lookups;
  private final List<String> lookupNames;
  private final Calendar calendar;

  /**
   * A reader.
   *
   * @param lookupNames of all lookups, those with problems among them
   */
  DerivedReader(
      NodeReader nodes,
      Map<String, LookupPlan> lookups,
      List<String> lookupNames,
      Calendar calendar) {
    this.nodes = nodes;
    this.lookups = lookups;
    this.lookupNames = lookupNames;
    this.calendar = calendar;
  }

  /** The dataset with the steps that make its derived columns. */
  DatasetPlan ordered(DatasetPlan dataset, PlanNode at) {
    int before = nodes.problems().size();
    Map<String, LookupSpec> specs = new LinkedHashMap<>();
    for (DerivedColumn column : dataset.derived()) {
      column.lookup().ifPresent(lookup -> check(column.column(), lookup, at));
    }
    for (String name : dataset.derived().stream().flatMap(d -> d.lookup().stream()).toList()) {
      Optional.ofNullable(lookups.get(name)).ifPresent(lookup -> specs.put(name, lookup.spec()));
    }
    DeriveOrder order = new DeriveOrder(dataset.derived(), specs);
    order.circles().forEach(circle -> nodes.problem(at, "columns that need each other: " + circle));
    if (!nodes.isSound() && nodes.problems().size() == before) {
      bind(dataset, order.steps(), at);
    }
    return dataset.withSteps(order.steps());
  }

  /** Notes a dataset that looks things up in itself, perhaps by way of others. */
  void checkCircles(Map<String, DatasetPlan> datasets, DatasetPlan dataset, PlanNode at) {
    Set<String> reached = new LinkedHashSet<>(lookedUp(dataset));
    int before = 0;
    while (reached.size() > before) {
      before = reached.size();
      for (String name : List.copyOf(reached)) {
        Optional.ofNullable(datasets.get(name)).ifPresent(d -> reached.addAll(lookedUp(d)));
      }
    }
    if (reached.contains(dataset.name())) {
      nodes.problem(
          at,
          "dataset "
              + dataset.name()
              + " looks things up in itself, by "
              + String.join(", ", reached));
    }
  }

  private List<String> lookedUp(DatasetPlan dataset) {
    return dataset.lookups().stream()
        .flatMap(name -> Optional.ofNullable(lookups.get(name)).stream())
        .flatMap(lookup -> lookup.dataset().stream())
        .toList();
  }

  private void check(Column column, String lookup, PlanNode at) {
    LookupPlan plan = lookups.get(lookup);
    if (plan == null) {
      if (!lookupNames.contains(lookup)) {
        nodes.problem(
            NodeReader.within(at, "columns", column.name(), "lookup"),
            "column "
                + column.name()
                + ": no lookup "
                + lookup
                + Nearest.hint(lookup, lookupNames));
      }
      return;
    }
    if (plan.spec().bring().stream().noneMatch(brought -> brought.equals(column))) {
      nodes.problem(
          NodeReader.within(at, "columns", column.name(), "lookup"),
          "column " + column.name() + ": the lookup " + lookup + " doesn't bring it so");
    }
  }

  /** Binds every step to the columns it will find, so that types are known to fit. */
  private void bind(DatasetPlan dataset, List<DerivationStep> steps, PlanNode at) {
    List<Column> known = new ArrayList<>(dataset.readSchema().columns());
    for (DerivationStep step : steps) {
      Schema schema = new Schema(known);
      if (step instanceof DerivationStep.Calculated calc) {
        try {
          calc.expression().bind(schema, calendar).as(calc.column().type());
        } catch (ExpressionException e) {
          nodes.problem(
              NodeReader.within(at, "columns", calc.column().name(), "calc"),
              "column " + calc.column().name() + ": " + e.withCaret());
        }
        known.add(calc.column());
      } else if (step instanceof DerivationStep.LookedUp lookedUp) {
        LookupPlan lookup = lookups.get(lookedUp.lookup());
        if (lookup == null) {
          return;
        }
        List<Column> needed = new ArrayList<>(lookup.spec().match());
        lookup.spec().range().ifPresent(range -> needed.add(range.column()));
        for (Column column : needed) {
          if (!known.contains(column)) {
            nodes.problem(
                at,
                "the lookup "
                    + lookedUp.lookup()
                    + " needs a column "
                    + column.name()
                    + " of type "
                    + column.type()
                    + " in the dataset "
                    + dataset.name());
            return;
          }
        }
        for (Column brought : lookup.spec().bring()) {
          if (schema.indexOf(brought.name()).isPresent()) {
            nodes.problem(
                at, "the lookup " + lookedUp.lookup() + " brings " + brought.name() + " too");
            return;
          }
          known.add(brought);
        }
      }
    }
  }
}
