package baddle.core.expression;

/** An expression of the plan that can't be understood; the remedy is to write it another way. */
public final class ExpressionException extends RuntimeException {

  private static final long serialVersionUID = 1L;

  private final String expression;
  private final int offset;

  /**
   * With what is wrong and where.
   *
   * @param message a sentence without a full stop
   * @param expression the whole text
   * @param offset the first character that is wrong, from 0
   */
  public ExpressionException(String message, String expression, int offset) {
    super(message);
    this.expression = expression;
    this.offset = offset;
  }

  /** The message, and below it the expression with a caret under the place. */
  public String withCaret() {
    return getMessage() + "\n  " + expression + "\n  " + " ".repeat(offset) + "^";
  }
}
