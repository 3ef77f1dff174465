package baddle.core.expression;

import baddle.core.table.Block;
import baddle.core.value.ColumnType;

/** Two values held as {@code long}, compared. */
final class Compare extends NumberNode {

  /** How. */
  enum Operator {
    EQUAL("="),
    DIFFERENT("<>"),
    LESS("<"),
    AT_MOST("<="),
    GREATER(">"),
    AT_LEAST(">=");

    private final String sign;

    Operator(String sign) {
      this.sign = sign;
    }

    String sign() {
      return sign;
    }

    /** Whether it holds for values that compare so. */
    boolean holds(int comparison) {
      return switch (this) {
        case EQUAL -> comparison == 0;
        case DIFFERENT -> comparison != 0;
        case LESS -> comparison < 0;
        case AT_MOST -> comparison <= 0;
        case GREATER -> comparison > 0;
        case AT_LEAST -> comparison >= 0;
      };
    }
  }

  private final Operator operator;
  private final NumberNode left;
  private final NumberNode right;

  Compare(Operator operator, NumberNode left, NumberNode right) {
    super(ColumnType.of(ColumnType.Kind.BOOLEAN));
    this.operator = operator;
    this.left = left;
    this.right = right;
  }

  @Override
  Node[] parts() {
    return new Node[] {left, right};
  }

  @Override
  void compute(Block block, int from, int rows) {
    statesOf(left, right, rows);
    for (int i = 0; i < rows; i++) {
      values[i] = operator.holds(Long.compare(left.values[i], right.values[i])) ? 1 : 0;
    }
  }
}
