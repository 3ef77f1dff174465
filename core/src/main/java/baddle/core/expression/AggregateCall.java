package baddle.core.expression;

import baddle.core.finding.Nearest;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a measure sums, counts or averages: {@code sum(revenue)}, {@code count(*)}.
 *
 * @param aggregate the function
 * @param column the column it is of; empty for {@code count(*)}, which counts rows
 */
public record AggregateCall(Aggregate aggregate, Optional<String> column) {

  private static final Pattern CALL =
      Pattern.compile("\\s*(\\p{L}+)\\s*\\(\\s*(\\*|" + ColumnName.PATTERN + ")\\s*\\)\\s*");

  /**
   * Reads a call.
   *
   * @throws ExpressionException if the text isn't one
   */
  public static AggregateCall parse(String text) {
    Matcher call = CALL.matcher(text);
    if (!call.matches()) {
      throw new ExpressionException(
          "a measure is sum(column), avg(column), count(column) or count(*)", text, 0);
    }
    String function = call.group(1);
    Aggregate aggregate =
        Aggregate.of(function)
            .orElseThrow(
                () ->
                    new ExpressionException(
                        "no function " + function + Nearest.hint(function, Aggregate.words()),
                        text,
                        call.start(1)));
    if (!call.group(2).equals("*")) {
      return new AggregateCall(aggregate, Optional.of(ColumnName.unquote(call.group(2))));
    }
    if (aggregate != Aggregate.COUNT) {
      throw new ExpressionException(
          aggregate.word() + " needs a column, * is for count only", text, call.start(2));
    }
    return new AggregateCall(aggregate, Optional.empty());
  }

  /** As it is written in the plan. */
  @Override
  public String toString() {
    return aggregate.word() + "(" + column.map(ColumnName::quote).orElse("*") + ")";
  }
}
