package baddle.core.expression;

import baddle.core.table.Block;
import baddle.core.value.ColumnType;

/** Three-valued logic: a blank truth value is unknown. */
final class Logic {

  private static final ColumnType TRUTH = ColumnType.of(ColumnType.Kind.BOOLEAN);

  private Logic() {}

  /** {@code and}, {@code or}: decided by one side alone where that is enough. */
  static final class Both extends NumberNode {

    private final NumberNode left;
    private final NumberNode right;

    /** The value that decides: 0 for {@code and}, 1 for {@code or}. */
    private final long deciding;

    Both(boolean and, NumberNode left, NumberNode right) {
      super(TRUTH);
      this.left = left;
      this.right = right;
      this.deciding = and ? 0 : 1;
    }

    @Override
    Node[] parts() {
      return new Node[] {left, right};
    }

    @Override
    void compute(Block block, int from, int rows) {
      allPlain();
      for (int i = 0; i < rows; i++) {
        byte one = left.state(i);
        byte other = right.state(i);
        boolean decided =
            (one == VALUE && left.values[i] == deciding)
                || (other == VALUE && right.values[i] == deciding);
        values[i] = decided ? deciding : 1 - deciding;
        setState(i, decided ? VALUE : (byte) Math.max(one, other));
      }
    }
  }

  /** {@code not}. */
  static final class Not extends NumberNode {

    private final NumberNode part;

    Not(NumberNode part) {
      super(TRUTH);
      this.part = part;
    }

    @Override
    Node[] parts() {
      return new Node[] {part};
    }

    @Override
    void compute(Block block, int from, int rows) {
      statesOf(part, rows);
      for (int i = 0; i < rows; i++) {
        values[i] = 1 - part.values[i];
      }
    }
  }

  /** {@code is null}; a failure is neither null nor not. */
  static final class IsBlank extends NumberNode {

    private final Node part;

    IsBlank(Node part) {
      super(TRUTH);
      this.part = part;
    }

    @Override
    Node[] parts() {
      return new Node[] {part};
    }

    @Override
    void compute(Block block, int from, int rows) {
      allPlain();
      for (int i = 0; i < rows; i++) {
        byte state = part.state(i);
        values[i] = state == BLANK ? 1 : 0;
        setState(i, state == BLANK ? VALUE : state);
      }
    }
  }

  /** {@code is true}, {@code is false}: never unknown. */
  static final class IsTruth extends NumberNode {

    private final NumberNode part;
    private final long wanted;

    IsTruth(NumberNode part, boolean wanted) {
      super(TRUTH);
      this.part = part;
      this.wanted = wanted ? 1 : 0;
    }

    @Override
    Node[] parts() {
      return new Node[] {part};
    }

    @Override
    void compute(Block block, int from, int rows) {
      allPlain();
      for (int i = 0; i < rows; i++) {
        byte state = part.state(i);
        values[i] = state == VALUE && part.values[i] == wanted ? 1 : 0;
        setState(i, state == BLANK ? VALUE : state);
      }
    }
  }
}
