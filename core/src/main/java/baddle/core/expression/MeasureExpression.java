package baddle.core.expression;

import baddle.core.calendar.Calendar;
import baddle.core.table.Schema;
import baddle.core.value.ValueRules;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A value made of aggregates, and perhaps of other measures: {@code sum(revenue) / count(*)},
 * {@code Revenue - Budget}. It is computed from aggregates of the rows at every level, never from
 * values that are shown. Immutable.
 */
public final class MeasureExpression {

  /**
   * Stands before an aggregate's text where it is a column's name, so that no measure is so called.
   */
  private static final String MARK = "\u0001";

  private static final Set<String> OPERATIONS = Set.of("+", "-", "*", "/", "coalesce", "nullif");

  private final String text;
  private final Tree tree;
  private final List<AggregateCall> calls = new ArrayList<>();
  private final List<Expression.Reference> measures = new ArrayList<>();

  private MeasureExpression(String text, Tree parsed) {
    this.text = text;
    this.tree = replaced(parsed);
  }

  /**
   * Reads a measure.
   *
   * @throws ExpressionException if the text isn't one
   */
  public static MeasureExpression parse(String text) {
    MeasureExpression measure = new MeasureExpression(text, TreeParser.parse(text));
    if (measure.calls.isEmpty() && measure.measures.isEmpty()) {
      throw new ExpressionException(
          "a measure needs an aggregate, such as sum(column), avg(column) or count(*)", text, 0);
    }
    return measure;
  }

  /** Puts a column in the place of each aggregate. */
  private Tree replaced(Tree part) {
    if (part instanceof Tree.Aggregated aggregated) {
      AggregateCall call = new AggregateCall(aggregated, text);
      if (!calls.contains(call)) {
        calls.add(call);
      }
      return new Tree.Name(column(call), true, aggregated.offset());
    }
    if (part instanceof Tree.Name name) {
      measures.add(new Expression.Reference(name.name(), name.quoted(), name.offset()));
    }
    return Expression.withParts(part, this::replaced);
  }

  /** The name of the column that an aggregate's values have for {@link #bind}. */
  public static String column(AggregateCall call) {
    return MARK + call;
  }

  /** The aggregates it is made of, each once. */
  public List<AggregateCall> calls() {
    return List.copyOf(calls);
  }

  /** The other measures it names. */
  public List<Expression.Reference> measures() {
    return List.copyOf(measures);
  }

  /** Whether it is an aggregate and nothing more. */
  public boolean isOneCall() {
    return tree instanceof Tree.Name && calls.size() == 1;
  }

  /** Whether its values at several items add up to the value at all of them. */
  public boolean addsUp() {
    return calls.stream().allMatch(MeasureExpression::addsUp) && isSum(tree);
  }

  private static boolean addsUp(AggregateCall call) {
    boolean sum = call.function() == Aggregate.SUM || call.function() == Aggregate.COUNT;
    return sum && !call.distinct();
  }

  private static boolean isSum(Tree part) {
    return part instanceof Tree.Name
        || (part instanceof Tree.Call call
            && (call.name().equals("+") || call.name().equals("-"))
            && call.arguments().stream().allMatch(MeasureExpression::isSum));
  }

  /**
   * Its calculation step by step; empty where it is more than arithmetic with two operands at a
   * time.
   */
  public Optional<List<StackStep>> steps() {
    List<StackStep> steps = new ArrayList<>();
    return addSteps(tree, steps) ? Optional.of(steps) : Optional.empty();
  }

  private boolean addSteps(Tree part, List<StackStep> into) {
    if (part instanceof Tree.Name name) {
      List<String> columns = calls.stream().map(MeasureExpression::column).toList();
      int call = columns.indexOf(name.name());
      into.add(
          call >= 0
              ? StackStep.of(StackStep.Kind.CALL, call)
              : StackStep.of(StackStep.Kind.MEASURE, name.name()));
      return true;
    }
    if (part instanceof Tree.Amount amount) {
      into.add(StackStep.of(StackStep.Kind.NUMBER, amount.value().toPlainString()));
      return true;
    }
    boolean known =
        part instanceof Tree.Call call
            && OPERATIONS.contains(call.name())
            && call.arguments().size() == 2
            && call.arguments().stream().allMatch(argument -> addSteps(argument, into));
    if (known) {
      into.add(StackStep.of(StackStep.Kind.OPERATION, ((Tree.Call) part).name()));
    }
    return known;
  }

  /**
   * Makes it ready to be computed.
   *
   * @param schema has a {@link #column} for each aggregate and one for each measure it names
   * @throws ExpressionException if the types don't go together
   */
  public BoundExpression bind(Schema schema) {
    return new BoundExpression(
        new Binder(text, schema, Calendar.standard(), ValueRules.STANDARD).bind(tree), text);
  }

  /** An exception that points at a name in it. */
  public ExpressionException problem(String message, Expression.Reference at) {
    return new ExpressionException(message, text, at.offset());
  }

  /** As it was written. */
  @Override
  public String toString() {
    return text;
  }
}
