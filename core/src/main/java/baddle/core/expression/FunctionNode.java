package baddle.core.expression;

import baddle.core.table.Block;
import baddle.core.table.Dictionary;
import baddle.core.value.ColumnType;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A {@link Function} applied to its arguments. With one argument that isn't constant the function
 * is asked once for each distinct value of it.
 */
final class FunctionNode {

  private FunctionNode() {}

  /** Fetches the arguments of a row, and finds the one that changes. */
  private static final class Arguments {

    private final Node[] nodes;
    private final boolean takesBlanks;
    private final @Nullable Node changing;
    private final @Nullable Memo memo;

    Arguments(List<Node> nodes, boolean takesBlanks) {
      this.nodes = nodes.toArray(Node[]::new);
      this.takesBlanks = takesBlanks;
      List<Node> changes = nodes.stream().filter(node -> !node.isConstant()).toList();
      changing = changes.size() == 1 ? changes.get(0) : null;
      memo = changing == null ? null : new Memo(changing instanceof TextNode);
    }

    void begin() {
      if (memo != null) {
        memo.clear();
      }
    }

    /** The state that the arguments alone give a row. */
    byte state(int row) {
      byte state = Node.VALUE;
      for (Node node : nodes) {
        byte of = node.state(row);
        state = takesBlanks && of == Node.BLANK ? state : (byte) Math.max(state, of);
      }
      return state;
    }

    @Nullable Object[] of(int row) {
      @Nullable Object[] arguments = new @Nullable Object[nodes.length];
      for (int i = 0; i < nodes.length; i++) {
        Node node = nodes[i];
        if (node.state(row) == Node.VALUE) {
          arguments[i] =
              node instanceof TextNode text
                  ? text.text(row)
                  : (Long) ((NumberNode) node).values[row];
        }
      }
      return arguments;
    }

    /** What the changing argument is in a row. */
    long key(int row) {
      return changing instanceof TextNode text
          ? text.codes[row]
          : changing instanceof NumberNode number ? number.values[row] : 0;
    }

    boolean remembers(int row) {
      return memo != null && changing != null && changing.state(row) == Node.VALUE;
    }

    long known(int row) {
      return memo != null && remembers(row) ? memo.get(key(row)) : Memo.UNKNOWN;
    }

    void remember(int row, long result) {
      if (memo != null && remembers(row)) {
        memo.put(key(row), result);
      }
    }
  }

  /** A function with texts as its values. */
  static final class ToText extends TextNode {

    private final Function function;
    private final Arguments arguments;
    private final Dictionary dictionary = new Dictionary();

    ToText(Function function, List<Node> arguments, boolean takesBlanks) {
      this.function = function;
      this.arguments = new Arguments(arguments, takesBlanks);
    }

    @Override
    Node[] parts() {
      return arguments.nodes;
    }

    @Override
    Dictionary dictionary() {
      return dictionary;
    }

    @Override
    void begin() {
      super.begin();
      dictionary.clear();
      arguments.begin();
    }

    @Override
    void compute(Block block, int from, int rows) {
      allPlain();
      for (int i = 0; i < rows; i++) {
        byte state = arguments.state(i);
        codes[i] = Dictionary.BLANK;
        if (state == VALUE) {
          long known = arguments.known(i);
          if (known == Memo.UNKNOWN) {
            known = apply(i);
            arguments.remember(i, known);
          }
          state = known < 0 ? (byte) -known : known == Dictionary.BLANK ? BLANK : VALUE;
          codes[i] = known < 0 ? Dictionary.BLANK : (int) known;
        }
        setState(i, state);
      }
    }

    /** The code of the value, 0 for a blank, or the failure's state, negative. */
    private long apply(int row) {
      try {
        String value = (String) function.apply(arguments.of(row));
        if (value != null && value.length() > Texts.LONGEST) {
          return -Failure.TOO_LONG.state();
        }
        return value == null ? Dictionary.BLANK : dictionary.code(value);
      } catch (Failure.Thrown e) {
        return -e.failure().state();
      }
    }
  }

  /** A function whose values are held as {@code long}. */
  static final class ToNumber extends NumberNode {

    /** Far below every number that is kept. */
    private static final long STATES = Long.MIN_VALUE + 1;

    private final Function function;
    private final Arguments arguments;

    ToNumber(ColumnType type, Function function, List<Node> arguments, boolean takesBlanks) {
      super(type);
      this.function = function;
      this.arguments = new Arguments(arguments, takesBlanks);
    }

    @Override
    Node[] parts() {
      return arguments.nodes;
    }

    @Override
    void begin() {
      super.begin();
      arguments.begin();
    }

    @Override
    void compute(Block block, int from, int rows) {
      allPlain();
      for (int i = 0; i < rows; i++) {
        byte state = arguments.state(i);
        values[i] = 0;
        if (state == VALUE) {
          long known = arguments.known(i);
          if (known == Memo.UNKNOWN) {
            known = apply(i);
            arguments.remember(i, known);
          }
          boolean noValue = known < STATES + Byte.MAX_VALUE;
          state = noValue ? (byte) (known - STATES) : VALUE;
          values[i] = noValue ? 0 : known;
        }
        setState(i, state);
      }
    }

    private long apply(int row) {
      try {
        Object value = function.apply(arguments.of(row));
        return value == null ? STATES + BLANK : (Long) value;
      } catch (Failure.Thrown e) {
        return STATES + e.failure().state();
      }
    }
  }
}
