package baddle.core.expression;

import baddle.core.table.Block;
import baddle.core.table.Dictionary;
import baddle.core.table.LongVector;
import baddle.core.table.TextVector;
import baddle.core.value.ColumnType;
import java.util.Arrays;

/** The parts without parts: columns and constants. */
final class LeafNodes {

  private static final Node[] NONE = {};

  private LeafNodes() {}

  /** A column that isn't text. */
  static final class NumberColumn extends NumberNode {

    private final int column;

    NumberColumn(int column, ColumnType type) {
      super(type);
      this.column = column;
    }

    @Override
    Node[] parts() {
      return NONE;
    }

    @Override
    void compute(Block block, int from, int rows) {
      LongVector vector = block.numbers(column);
      System.arraycopy(vector.values(), from, values, 0, rows);
      allPlain();
      if (vector.blanks() != null) {
        for (int i = 0; i < rows; i++) {
          setState(i, vector.isBlank(from + i) ? BLANK : VALUE);
        }
      }
    }
  }

  /** A column of text. */
  static final class TextColumn extends TextNode {

    private final int column;
    private Dictionary dictionary = new Dictionary();

    TextColumn(int column) {
      this.column = column;
    }

    @Override
    Node[] parts() {
      return NONE;
    }

    @Override
    Dictionary dictionary() {
      return dictionary;
    }

    @Override
    void compute(Block block, int from, int rows) {
      TextVector vector = block.text(column);
      dictionary = vector.dictionary();
      System.arraycopy(vector.codes(), from, codes, 0, rows);
      allPlain();
      for (int i = 0; i < rows; i++) {
        setState(i, codes[i] == Dictionary.BLANK ? BLANK : VALUE);
      }
    }
  }

  /** The same number in every row, or a blank. */
  static final class NumberConstant extends NumberNode {

    private final boolean blank;

    NumberConstant(ColumnType type, long value) {
      super(type);
      blank = false;
      Arrays.fill(values, value);
    }

    NumberConstant(ColumnType type) {
      super(type);
      blank = true;
      allBlank(CHUNK);
    }

    @Override
    Node[] parts() {
      return NONE;
    }

    @Override
    void compute(Block block, int from, int rows) {}

    @Override
    boolean isConstant() {
      return true;
    }

    boolean isBlank() {
      return blank;
    }
  }

  /** The same text in every row; the empty text is a blank. */
  static final class TextConstant extends TextNode {

    private final Dictionary dictionary = new Dictionary();
    private final String text;

    TextConstant(String text) {
      this.text = text;
      Arrays.fill(codes, dictionary.code(text));
      if (text.isEmpty()) {
        allBlank(CHUNK);
      }
    }

    @Override
    Node[] parts() {
      return NONE;
    }

    @Override
    Dictionary dictionary() {
      return dictionary;
    }

    @Override
    void compute(Block block, int from, int rows) {}

    @Override
    boolean isConstant() {
      return true;
    }

    String text() {
      return text;
    }
  }
}
