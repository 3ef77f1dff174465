package baddle.core.expression;

import baddle.core.table.Block;
import baddle.core.value.ColumnType;
import java.util.Arrays;

/**
 * A part of a bound expression. It works on a chunk of at most {@value #CHUNK} rows at a time and
 * keeps the results in arrays of its own, from index 0.
 */
abstract class Node {

  static final int CHUNK = 1024;
  static final byte VALUE = 0;
  static final byte BLANK = 1;
  static final byte FIRST_FAILURE = 2;

  private final ColumnType type;

  /** For each row {@link #VALUE}, {@link #BLANK} or a failure; of no meaning while plain. */
  final byte[] states = new byte[CHUNK];

  /** Whether every row of the chunk has a value. */
  boolean plain = true;

  Node(ColumnType type) {
    this.type = type;
  }

  final ColumnType type() {
    return type;
  }

  /** The parts it is computed from. */
  abstract Node[] parts();

  /** Forgets what it knows of the dictionaries of the last block. */
  void begin() {
    for (Node part : parts()) {
      part.begin();
    }
  }

  /** Computes the rows of a block from an index on. */
  final void run(Block block, int from, int rows) {
    for (Node part : parts()) {
      part.run(block, from, rows);
    }
    compute(block, from, rows);
  }

  /** The same, the parts having been computed. */
  abstract void compute(Block block, int from, int rows);

  /** Whether it is the same for every row. */
  boolean isConstant() {
    return false;
  }

  final byte state(int row) {
    return plain ? VALUE : states[row];
  }

  final void allPlain() {
    plain = true;
  }

  final void allBlank(int rows) {
    Arrays.fill(states, 0, rows, BLANK);
    plain = false;
  }

  final void setState(int row, byte state) {
    states[row] = state;
    plain &= state == VALUE;
  }

  /** The states of two parts of which both are needed: a failure outweighs a blank. */
  final void statesOf(Node left, Node right, int rows) {
    plain = left.plain && right.plain;
    if (!plain) {
      for (int i = 0; i < rows; i++) {
        states[i] = (byte) Math.max(left.state(i), right.state(i));
      }
    }
  }

  final void statesOf(Node part, int rows) {
    plain = part.plain;
    if (!plain) {
      System.arraycopy(part.states, 0, states, 0, rows);
    }
  }
}
