package baddle.core.expression;

/**
 * A step of a calculation that is done on a stack: an operand that is put on it, or an operation
 * that takes its operands from it and puts its result there.
 *
 * @param kind what it is
 * @param of the operand's index from 0, name or digits; for an operation its sign or name
 */
public record StackStep(Kind kind, String of) {

  /** What a step is. */
  public enum Kind {
    /** An aggregate, by its index among the calls. */
    CALL,
    /** Another measure, by its name. */
    MEASURE,
    /** A number. */
    NUMBER,
    /** One of {@code + - * /}, {@code coalesce} or {@code nullif}, of two operands. */
    OPERATION
  }

  static StackStep of(Kind kind, Object of) {
    return new StackStep(kind, String.valueOf(of));
  }
}
