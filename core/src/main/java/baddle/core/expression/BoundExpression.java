package baddle.core.expression;

import baddle.core.table.Block;
import baddle.core.table.Dictionary;
import baddle.core.table.LongVector;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import java.util.Arrays;
import java.util.Optional;

/**
 * An expression with its columns and types known, ready to be computed over blocks. It keeps
 * buffers and so belongs to one thread.
 */
public final class BoundExpression {

  private final String text;
  private final Node root;
  private byte[] states = {};
  private int computed;
  private boolean anyFailure;

  BoundExpression(Node root, String text) {
    this.root = root;
    this.text = text;
  }

  /** What its values are. */
  public ColumnType type() {
    return root.type();
  }

  /**
   * The same, made to fit a column: numbers are brought to its places, rounded half away from zero.
   *
   * @throws ExpressionException if its values can't become such
   */
  public BoundExpression as(ColumnType type) {
    return new BoundExpression(Conversions.assigned(root, type, text), text);
  }

  /**
   * Forgets the dictionaries of the block before. To be called before a block's first rows, unless
   * {@link #vector} is used.
   */
  public void begin() {
    root.begin();
  }

  /**
   * Its values for all rows of a block, in memory of their own. A row that {@link #failure failed}
   * is blank.
   */
  public Vector vector(Block block) {
    begin();
    int size = block.size();
    states = states.length < size ? new byte[size] : states;
    computed = size;
    anyFailure = false;
    return root instanceof TextNode texts
        ? texts(texts, block, size)
        : numbers((NumberNode) root, block, size);
  }

  private TextVector texts(TextNode node, Block block, int size) {
    int[] codes = new int[size];
    for (int from = 0; from < size; from += Node.CHUNK) {
      int rows = run(block, from, Math.min(size, from + Node.CHUNK));
      for (int i = 0; i < rows; i++) {
        codes[from + i] = states[from + i] == Node.VALUE ? node.codes[i] : Dictionary.BLANK;
      }
    }
    return new TextVector(codes, size, node.dictionary());
  }

  private LongVector numbers(NumberNode node, Block block, int size) {
    long[] values = new long[size];
    long[] blanks = new long[(size + 63) / 64];
    boolean anyBlank = false;
    for (int from = 0; from < size; from += Node.CHUNK) {
      int rows = run(block, from, Math.min(size, from + Node.CHUNK));
      System.arraycopy(node.values, 0, values, from, rows);
      for (int i = from; !node.plain && i < from + rows; i++) {
        if (states[i] != Node.VALUE) {
          blanks[i >> 6] |= 1L << (i & 63);
          values[i] = 0;
          anyBlank = true;
        }
      }
    }
    return new LongVector(values, anyBlank ? blanks : null, size);
  }

  /** Computes a chunk, and keeps its states. */
  private int run(Block block, int from, int to) {
    int rows = to - from;
    root.run(block, from, rows);
    if (root.plain) {
      Arrays.fill(states, from, to, Node.VALUE);
    } else {
      System.arraycopy(root.states, 0, states, from, rows);
      for (int i = 0; i < rows; i++) {
        anyFailure |= root.states[i] >= Node.FIRST_FAILURE;
      }
    }
    return rows;
  }

  /** Whether any row of the block whose {@link #vector} was made last failed. */
  public boolean anyFailure() {
    return anyFailure;
  }

  /** Why a row of the block whose {@link #vector} was made last has no value. */
  public Optional<Failure> failure(int row) {
    return row < computed && states[row] >= Node.FIRST_FAILURE
        ? Optional.of(Failure.of(states[row]))
        : Optional.empty();
  }

  /**
   * Tells for which rows it is true; neither for those where it is false nor for those where it is
   * unknown or fails.
   *
   * @param from the first row, inclusive
   * @param to the end, exclusive
   * @param matches is set from index 0 on, for those rows
   */
  public void matches(Block block, int from, int to, boolean[] matches) {
    NumberNode node = (NumberNode) root;
    for (int start = from; start < to; start += Node.CHUNK) {
      int rows = Math.min(to - start, Node.CHUNK);
      node.run(block, start, rows);
      for (int i = 0; i < rows; i++) {
        matches[start - from + i] = node.state(i) == Node.VALUE && node.values[i] == 1;
      }
    }
  }

  /**
   * Its values for some rows; only for expressions that aren't text.
   *
   * @param from the first row, inclusive
   * @param rows at most 1,024
   * @param values is set from index 0 on
   * @param filled whether each row has a value, from index 0 on
   */
  public void numbers(Block block, int from, int rows, long[] values, boolean[] filled) {
    NumberNode node = (NumberNode) root;
    node.run(block, from, rows);
    System.arraycopy(node.values, 0, values, 0, rows);
    for (int i = 0; i < rows; i++) {
      filled[i] = node.state(i) == Node.VALUE;
    }
  }
}
