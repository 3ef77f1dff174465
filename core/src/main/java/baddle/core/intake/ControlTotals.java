package baddle.core.intake;

import baddle.core.grid.GridSheet;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.outcome.ControlTotal;
import baddle.core.table.Block;
import baddle.core.table.BlockBuilder;
import baddle.core.value.ConventionChoice;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/**
 * Adds up the rows of one source and compares the sums with the totals that left-out rows state.
 * Each rule adds up from the row it left out last; a total right below another of the same rule is
 * compared with the same rows.
 */
final class ControlTotals {

  /**
   * What totals are compared in.
   *
   * @param labels the headings that become rows, each with totals of its own
   */
  record Source(
      IntakeSpec spec,
      HeadingRow headings,
      GridSheet sheet,
      BlockBuilder blocks,
      Function<String, Optional<ConventionChoice>> conventionChoice,
      List<String> labels) {}

  private final List<StatedTotal> controls = new ArrayList<>();
  private final List<ControlTotal> totals = new ArrayList<>();
  private final List<Integer> unread = new ArrayList<>();

  ControlTotals(
      IntakeSpec spec,
      HeadingRow headings,
      GridSheet sheet,
      BlockBuilder blocks,
      Function<String, Optional<ConventionChoice>> conventionChoice) {
    List<String> labels = List.copyOf(headings.turned().values());
    Source source = new Source(spec, headings, sheet, blocks, conventionChoice, labels);
    List<LeaveOut> rules = spec.shaping().leaveOut();
    for (int rule = 0; rule < rules.size(); rule++) {
      for (Map.Entry<String, String> stated : rules.get(rule).stated().entrySet()) {
        controls.add(
            new StatedTotal(
                source, rule, stated.getKey(), stated.getValue(), Math.max(1, labels.size())));
      }
    }
  }

  boolean isEmpty() {
    return controls.isEmpty();
  }

  /** Forgets the dictionaries of the block before. */
  void begin() {
    for (StatedTotal control : controls) {
      if (control.calc != null) {
        control.calc.begin();
      }
    }
  }

  /** Adds a stretch of rows whose fate is known. */
  void apply(Stretch stretch, Block block, int base) {
    controls.forEach(control -> control.prepare(stretch, block, base));
    for (int i = 0; i < stretch.size(); i++) {
      boolean shouldState = false;
      boolean states = false;
      for (StatedTotal control : controls) {
        if (!stretch.isLeftOut(i)) {
          control.add(stretch, i);
        } else if (stretch.rule(i) == control.rule) {
          shouldState = true;
          Optional<ControlTotal> total = control.compare(stretch, i);
          total.ifPresent(totals::add);
          states |= total.isPresent();
        }
      }
      if (shouldState && !states) {
        unread.add(stretch.rows()[i].number());
      }
    }
  }

  List<ControlTotal> totals() {
    return totals;
  }

  /** Rows that should state a total and don't. */
  List<Integer> unread() {
    return unread;
  }
}
