package baddle.core.expression;

import baddle.core.value.ColumnType;

/** A part whose values are held as {@code long}: numbers, dates, timestamps, truth values. */
abstract class NumberNode extends Node {

  final long[] values = new long[CHUNK];

  NumberNode(ColumnType type) {
    super(type);
  }
}
