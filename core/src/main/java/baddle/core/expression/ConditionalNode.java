package baddle.core.expression;

import baddle.core.table.Block;
import baddle.core.table.Dictionary;
import baddle.core.value.ColumnType;
import java.util.Arrays;
import java.util.List;

/**
 * Chooses, for each row, one of several results: the first whose condition is true, or the first
 * that is filled. A failure in a result that isn't chosen doesn't matter.
 */
final class ConditionalNode {

  private ConditionalNode() {}

  /** Which result each row takes. */
  private static final class Chooser {

    /** Empty for {@code coalesce}. */
    private final NumberNode[] conditions;

    private final Node[] results;

    /**
     * A chooser.
     *
     * @param results one for each condition and, last, the one for rows where none is true
     */
    Chooser(List<NumberNode> conditions, List<? extends Node> results) {
      this.conditions = conditions.toArray(NumberNode[]::new);
      this.results = results.toArray(Node[]::new);
    }

    Node[] parts() {
      Node[] parts = Arrays.copyOf(results, results.length + conditions.length);
      System.arraycopy(conditions, 0, parts, results.length, conditions.length);
      return parts;
    }

    /** The result's index; a condition that fails is chosen as the failure it is, negative. */
    int choose(int row) {
      for (int i = 0; i < results.length - 1; i++) {
        if (conditions.length == 0) {
          if (results[i].state(row) != Node.BLANK) {
            return i;
          }
        } else if (conditions[i].state(row) >= Node.FIRST_FAILURE) {
          return -conditions[i].state(row);
        } else if (conditions[i].state(row) == Node.VALUE && conditions[i].values[row] == 1) {
          return i;
        }
      }
      return results.length - 1;
    }
  }

  /** Of values held as {@code long}. */
  static final class OfNumbers extends NumberNode {

    private final Chooser chooser;
    private final Node[] parts;

    OfNumbers(ColumnType type, List<NumberNode> conditions, List<NumberNode> results) {
      super(type);
      chooser = new Chooser(conditions, results);
      parts = chooser.parts();
    }

    @Override
    Node[] parts() {
      return parts;
    }

    @Override
    void compute(Block block, int from, int rows) {
      allPlain();
      for (int i = 0; i < rows; i++) {
        int chosen = chooser.choose(i);
        if (chosen < 0) {
          setState(i, (byte) -chosen);
        } else {
          NumberNode result = (NumberNode) parts[chosen];
          values[i] = result.values[i];
          setState(i, result.state(i));
        }
      }
    }
  }

  /** Of texts. */
  static final class OfTexts extends TextNode {

    private final Chooser chooser;
    private final Node[] parts;
    private final Dictionary dictionary = new Dictionary();
    private final int[][] known;

    OfTexts(List<NumberNode> conditions, List<TextNode> results) {
      chooser = new Chooser(conditions, results);
      parts = chooser.parts();
      known = new int[results.size()][0];
    }

    @Override
    Node[] parts() {
      return parts;
    }

    @Override
    Dictionary dictionary() {
      return dictionary;
    }

    @Override
    void begin() {
      super.begin();
      dictionary.clear();
      for (int[] codesOfResult : known) {
        Arrays.fill(codesOfResult, 0);
      }
    }

    @Override
    void compute(Block block, int from, int rows) {
      allPlain();
      for (int i = 0; i < rows; i++) {
        int chosen = chooser.choose(i);
        if (chosen < 0) {
          codes[i] = Dictionary.BLANK;
          setState(i, (byte) -chosen);
        } else {
          TextNode result = (TextNode) parts[chosen];
          byte state = result.state(i);
          codes[i] = state == VALUE ? code(chosen, result, i) : Dictionary.BLANK;
          setState(i, state);
        }
      }
    }

    private int code(int chosen, TextNode result, int row) {
      int code = result.codes[row];
      if (code >= known[chosen].length) {
        known[chosen] = Arrays.copyOf(known[chosen], Math.max(code + 1, known[chosen].length * 2));
      }
      if (known[chosen][code] == 0) {
        known[chosen][code] = dictionary.code(result.text(row));
      }
      return known[chosen][code];
    }
  }
}
