package baddle.store;

import baddle.core.table.Column;
import baddle.core.table.Dictionary;
import baddle.core.table.LongVector;
import baddle.core.table.Origin;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import java.util.Arrays;
import java.util.List;
import java.util.function.Function;
import java.util.function.ToLongFunction;

/** Makes the columns of the origin, which the catalogue knows by ranges of rows. */
final class OriginVectors {

  private final List<SourceRange> ranges;
  private final long blockStart;
  private final int rows;

  /**
   * For one block.
   *
   * @param ranges the part's, in order
   * @param blockStart the block's first row in the part
   */
  OriginVectors(List<SourceRange> ranges, long blockStart, int rows) {
    this.ranges = ranges;
    this.blockStart = blockStart;
    this.rows = rows;
  }

  /** A column of the origin other than the row number. */
  Vector vector(Column column) {
    if (column.equals(Origin.SOURCE_FILE)) {
      return texts(SourceRange::file);
    }
    if (column.equals(Origin.SOURCE_SHEET)) {
      return texts(SourceRange::sheet);
    }
    if (column.equals(Origin.SOURCE_PERIOD)) {
      return texts(SourceRange::period);
    }
    return numbers(column.equals(Origin.BATCH) ? SourceRange::batch : SourceRange::madeAtMicros);
  }

  private TextVector texts(Function<SourceRange, String> of) {
    Dictionary dictionary = new Dictionary();
    int[] codes = new int[rows];
    for (SourceRange range : ranges) {
      if (first(range) < end(range)) {
        Arrays.fill(codes, first(range), end(range), dictionary.code(of.apply(range)));
      }
    }
    return new TextVector(codes, rows, dictionary);
  }

  private LongVector numbers(ToLongFunction<SourceRange> of) {
    long[] values = new long[rows];
    for (SourceRange range : ranges) {
      if (first(range) < end(range)) {
        Arrays.fill(values, first(range), end(range), of.applyAsLong(range));
      }
    }
    return new LongVector(values, null, rows);
  }

  private int first(SourceRange range) {
    return (int) Math.max(0, Math.min(rows, range.from() - blockStart));
  }

  private int end(SourceRange range) {
    return (int) Math.max(0, Math.min(rows, range.to() - blockStart));
  }
}
