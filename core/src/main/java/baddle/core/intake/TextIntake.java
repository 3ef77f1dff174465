package baddle.core.intake;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.table.TextBuilder;
import baddle.core.value.Fit;
import baddle.core.value.StoredNumber;

/** Text from a cell. */
final class TextIntake implements ColumnIntake {

  /** What an error cell is, or a formula without a result. */
  enum Errors {
    /** No value, and it doesn't fit. */
    UNFIT,
    /** A blank; for what only rules look at. */
    BLANK
  }

  private final int cell;
  private final TextBuilder builder;
  private final Fit blankFit;
  private final Errors errors;
  private final long[] keys;

  /** Of each row that lends the bytes of its cell, where they begin and end; -1 for all others. */
  private final int[] starts;

  private final int[] ends;

  /** Keeps the first pass from being dropped as without effect. */
  @SuppressWarnings("unused")
  private int lastTouched;

  TextIntake(int cell, TextBuilder builder, boolean required, Errors errors, int stretch) {
    this.cell = cell;
    this.builder = builder;
    this.blankFit = required ? Fit.BLANK : Fit.FITS;
    this.errors = errors;
    this.keys = new long[stretch];
    this.starts = new int[stretch];
    this.ends = new int[stretch];
  }

  @Override
  public boolean takeAll(GridRow[] rows, int from, int to, int blockRow) {
    if (builder.looksUp()) {
      return lookUpAll(rows, from, to, blockRow);
    }
    boolean fits = true;
    for (int i = from; i < to; i++) {
      fits &= take(rows, i, blockRow + i - from) == Fit.FITS;
    }
    return fits;
  }

  private boolean lookUpAll(GridRow[] rows, int from, int to, int blockRow) {
    int touched = 0;
    for (int i = from; i < to; i++) {
      GridRow row = rows[i];
      starts[i] = -1;
      if (row.hasBytes(cell)) {
        starts[i] = row.byteStart(cell);
        ends[i] = row.byteEnd(cell);
        keys[i] = builder.key(row.bytes(), starts[i], ends[i]);
        touched ^= builder.touch(keys[i]);
      } else if (row.hasOwnText(cell)) {
        keys[i] = builder.key(row.buffer(cell), row.start(cell), row.end(cell));
        touched ^= builder.touch(keys[i]);
      }
    }
    lastTouched = touched;
    boolean fits = true;
    for (int i = from; i < to; i++) {
      GridRow row = rows[i];
      int blockRowOfThis = blockRow + i - from;
      if (starts[i] >= 0) {
        builder.set(blockRowOfThis, row.bytes(), starts[i], ends[i], keys[i]);
      } else if (row.hasOwnText(cell)) {
        builder.set(blockRowOfThis, row.buffer(cell), row.start(cell), row.end(cell), keys[i]);
      } else {
        fits &= takeUnkeyed(row, blockRowOfThis) == Fit.FITS;
      }
    }
    return fits;
  }

  private Fit takeUnkeyed(GridRow row, int blockRow) {
    int shared = row.sharedId(cell);
    if (shared == 0) {
      return takeOther(row.kind(cell), row, blockRow);
    }
    builder.setShared(blockRow, row.buffer(cell), row.start(cell), row.end(cell), shared);
    return Fit.FITS;
  }

  @Override
  public Fit take(GridRow[] rows, int index, int blockRow) {
    GridRow row = rows[index];
    if (row.hasBytes(cell)) {
      builder.set(blockRow, row.bytes(), row.byteStart(cell), row.byteEnd(cell));
      return Fit.FITS;
    }
    CellKind kind = row.kind(cell);
    if (kind == CellKind.TEXT) {
      builder.set(blockRow, row.buffer(cell), row.start(cell), row.end(cell));
      return Fit.FITS;
    }
    return takeOther(kind, row, blockRow);
  }

  private Fit takeOther(CellKind kind, GridRow row, int blockRow) {
    boolean error = kind == CellKind.ERROR || kind == CellKind.FORMULA;
    if (kind == CellKind.BLANK || (error && errors == Errors.BLANK)) {
      builder.blank(blockRow);
      return blankFit;
    }
    if (error) {
      return kind == CellKind.ERROR ? Fit.ERROR_CELL : Fit.FORMULA_WITHOUT_RESULT;
    }
    if (kind == CellKind.NUMBER) {
      char[] seen =
          StoredNumber.asText(row.buffer(cell), row.start(cell), row.end(cell)).toCharArray();
      builder.set(blockRow, seen, 0, seen.length);
    } else {
      builder.set(blockRow, row.buffer(cell), row.start(cell), row.end(cell));
    }
    return Fit.FITS;
  }
}
