package baddle.core.expression;

import baddle.core.table.Dictionary;
import baddle.core.value.ColumnType;

/** A part whose values are texts, as codes into a dictionary. */
abstract class TextNode extends Node {

  final int[] codes = new int[CHUNK];

  TextNode() {
    super(ColumnType.text());
  }

  /** What the codes stand for until the next {@link #begin}. */
  abstract Dictionary dictionary();

  final String text(int row) {
    return dictionary().text(codes[row]);
  }
}
