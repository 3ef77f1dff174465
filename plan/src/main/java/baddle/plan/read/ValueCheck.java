package baddle.plan.read;

import baddle.core.calendar.DateSystem;
import baddle.core.value.ColumnType;
import baddle.core.value.Fit;
import baddle.core.value.ValueReader;
import baddle.core.value.ValueRules;

/** Checks that values which the plan states fit their columns. */
final class ValueCheck {

  private final NodeReader nodes;
  private final ValueRules rules;

  ValueCheck(NodeReader nodes, ValueRules rules) {
    this.nodes = nodes;
    this.rules = rules;
  }

  /** Whether a value fits a type; a problem is noted where it doesn't. */
  boolean fits(PlanNode.Text value, ColumnType type) {
    if (type.kind() == ColumnType.Kind.TEXT) {
      return true;
    }
    char[] characters = value.text().toCharArray();
    Fit fit =
        ValueReader.of(type, rules, DateSystem.FROM_1900).read(characters, 0, characters.length);
    if (fit != Fit.FITS) {
      nodes.problem(value, value.text() + ": expected " + fit.expectation(type));
    }
    return fit == Fit.FITS;
  }
}
