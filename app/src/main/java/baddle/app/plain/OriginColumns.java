package baddle.app.plain;

import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.Dictionary;
import baddle.core.table.LongVector;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.OptionalInt;

/** Adds to the rows of a table where they came from. */
final class OriginColumns {

  private OriginColumns() {}

  /** A block with the columns of a schema, of which it lacks those of the origin. */
  static Block added(PlainSource source, Block block, Schema schema) {
    List<Vector> vectors = new ArrayList<>();
    for (Column column : schema.columns()) {
      OptionalInt own = block.schema().indexOf(column.name());
      vectors.add(own.isPresent() ? block.vector(own.getAsInt()) : origin(column, source, block));
    }
    return new Block(schema, vectors, block.rowNumbers(), block.size());
  }

  private static Vector origin(Column column, PlainSource source, Block block) {
    if (column.equals(Origin.SOURCE_ROW)) {
      long[] rows = new long[block.size()];
      for (int i = 0; i < rows.length; i++) {
        rows[i] = block.rowNumbers()[i];
      }
      return new LongVector(rows, null, rows.length);
    }
    String text =
        column.equals(Origin.SOURCE_FILE)
            ? source.file().toString()
            : column.equals(Origin.SOURCE_SHEET) ? source.sheet() : source.period();
    Dictionary dictionary = new Dictionary();
    int[] codes = new int[block.size()];
    Arrays.fill(codes, text.isEmpty() ? Dictionary.BLANK : dictionary.code(text));
    return new TextVector(codes, codes.length, dictionary);
  }
}
