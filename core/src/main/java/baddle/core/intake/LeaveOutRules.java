package baddle.core.intake;

import baddle.core.expression.BoundExpression;
import baddle.core.table.Block;
import baddle.core.table.Schema;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;

/** The rules by which rows of one source are left out, and how many each has left out. */
final class LeaveOutRules {

  private final List<LeaveOut> rules;
  private final List<BoundExpression> conditions = new ArrayList<>();

  /** The columns that each rule reads, by their index. */
  private final List<int[]> columns = new ArrayList<>();

  private final long[] counts;
  private final boolean[] matches = new boolean[Stretch.MOST];

  LeaveOutRules(IntakeSpec spec, Schema schema) {
    rules = spec.shaping().leaveOut();
    counts = new long[rules.size()];
    for (LeaveOut rule : rules) {
      conditions.add(rule.when().bind(schema, spec.shaping().calendar()));
      columns.add(
          rule.when().names().stream()
              .map(schema::indexOf)
              .filter(OptionalInt::isPresent)
              .mapToInt(OptionalInt::getAsInt)
              .filter(column -> column < spec.columns().size())
              .toArray());
    }
  }

  boolean isEmpty() {
    return rules.isEmpty();
  }

  LeaveOut rule(int index) {
    return rules.get(index);
  }

  /** Forgets the dictionaries of the block before. */
  void begin() {
    conditions.forEach(BoundExpression::begin);
  }

  /**
   * Marks the rows that are left out. A rule isn't asked about a row in which a column it reads
   * doesn't fit.
   *
   * @param block the rows so far
   * @param base where the stretch begins in it
   */
  void apply(Stretch stretch, Block block, int base) {
    for (int r = 0; r < rules.size(); r++) {
      conditions.get(r).matches(block, base, base + stretch.size(), matches);
      for (int i = 0; i < stretch.size(); i++) {
        if (matches[i] && !stretch.isLeftOut(i) && fits(stretch, i, r)) {
          stretch.leaveOut(i, r);
          counts[r]++;
        }
      }
    }
  }

  private boolean fits(Stretch stretch, int row, int rule) {
    for (int column : columns.get(rule)) {
      if (stretch.isUnreadable(row, column)) {
        return false;
      }
    }
    return true;
  }

  long total() {
    long total = 0;
    for (long count : counts) {
      total += count;
    }
    return total;
  }

  /** How many rows each rule has left out, those that left out none among them. */
  List<SourceIntake.LeftOut> leftOut() {
    List<SourceIntake.LeftOut> leftOut = new ArrayList<>();
    for (int r = 0; r < counts.length; r++) {
      leftOut.add(new SourceIntake.LeftOut(rules.get(r).because(), counts[r]));
    }
    return leftOut;
  }
}
