package baddle.core.expression;

import java.math.BigDecimal;
import java.util.Optional;

/**
 * One aggregate of a measure: {@code sum(revenue)}, {@code count(*)}, {@code avg(late) filter
 * (where channel = 'trade')}. Calls of one text are equal.
 */
public final class AggregateCall {

  private final Aggregate function;
  private final boolean distinct;
  private final Optional<Expression> argument;
  private final Optional<Expression> by;
  private final Optional<Expression> filter;
  private final BigDecimal fraction;
  private final String text;

  AggregateCall(Tree.Aggregated tree, String whole) {
    function = tree.function();
    distinct = tree.distinct();
    argument = Optional.ofNullable(tree.argument()).map(part -> new Expression(whole, part));
    by = Optional.ofNullable(tree.by()).map(part -> new Expression(whole, part));
    filter = Optional.ofNullable(tree.filter()).map(part -> new Expression(whole, part));
    fraction = tree.fraction();
    text = tree.text();
  }

  /** The function. */
  public Aggregate function() {
    return function;
  }

  /** Whether equal values count once. */
  public boolean distinct() {
    return distinct;
  }

  /** What it is of; empty for {@code count(*)}, which counts rows. */
  public Optional<Expression> argument() {
    return argument;
  }

  /** What says which rows are the first or last ones; empty for the source's period. */
  public Optional<Expression> by() {
    return by;
  }

  /** The condition that its rows meet. */
  public Optional<Expression> filter() {
    return filter;
  }

  /** The share of values below a percentile, from 0 to 1. */
  public BigDecimal fraction() {
    return fraction;
  }

  /** The same of another function that takes an argument, as a measure of its own. */
  public MeasureExpression of(Aggregate other) {
    return MeasureExpression.parse(other.word() + text.substring(text.indexOf('(')));
  }

  /** Its text, without needless spaces. */
  @Override
  public String toString() {
    return text;
  }

  @Override
  public boolean equals(Object other) {
    return other instanceof AggregateCall call && call.text.equals(text);
  }

  @Override
  public int hashCode() {
    return text.hashCode();
  }
}
