package baddle.core.expression;

import java.math.BigDecimal;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** An expression as it was written, without types. Offsets count from 0. */
sealed interface Tree {

  int offset();

  /** A number as it was written, with its places. */
  record Amount(BigDecimal value, int offset) implements Tree {}

  record Text(String value, int offset) implements Tree {}

  /** Days since 1970-01-01. */
  record Date(long day, int offset) implements Tree {}

  /** Microseconds since 1970-01-01. */
  record Timestamp(long micros, int offset) implements Tree {}

  record Truth(boolean value, int offset) implements Tree {}

  record Null(int offset) implements Tree {}

  record Name(String name, boolean quoted, int offset) implements Tree {}

  /**
   * A function, an operator or a condition.
   *
   * @param name its name, in lower case, or its sign
   * @param detail a word that belongs to it: the type of a cast, the side of a trim...; else empty
   */
  record Call(String name, List<Tree> arguments, String detail, int offset) implements Tree {}

  /**
   * An aggregate over rows.
   *
   * @param argument what it is of; null for {@code count(*)}
   * @param by what orders the rows; null where nothing is stated
   * @param filter the condition of its rows; null for all
   * @param fraction of a percentile
   * @param text its tokens
   */
  record Aggregated(
      Aggregate function,
      boolean distinct,
      @Nullable Tree argument,
      @Nullable Tree by,
      @Nullable Tree filter,
      BigDecimal fraction,
      String text,
      int offset)
      implements Tree {}

  /**
   * {@code case}.
   *
   * @param conditions at least one
   * @param results one for each condition, and one for all other rows
   */
  record Case(List<Tree> conditions, List<Tree> results, int offset) implements Tree {}
}
