package baddle.core.intake;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.table.TextBuilder;
import baddle.core.value.Fit;
import baddle.core.value.StoredNumber;

/** Text from a cell. */
final class TextIntake implements ColumnIntake {

  private final int cell;
  private final TextBuilder builder;
  private final Fit blankFit;
  private final boolean errorsBlank;
  private final int[] hashes;

  /** Keeps the first pass from being dropped as without effect. */
  @SuppressWarnings("unused")
  private int lastTouched;

  TextIntake(int cell, TextBuilder builder, boolean required, boolean errorsBlank, int stretch) {
    this.cell = cell;
    this.builder = builder;
    this.blankFit = required ? Fit.BLANK : Fit.FITS;
    this.errorsBlank = errorsBlank;
    this.hashes = new int[stretch];
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
      if (row.sharedId(cell) == 0 && row.kind(cell) == CellKind.TEXT) {
        hashes[i] = builder.hash(row.buffer(cell), row.start(cell), row.end(cell));
        touched ^= builder.touch(hashes[i]);
      }
    }
    lastTouched = touched;
    boolean fits = true;
    for (int i = from; i < to; i++) {
      GridRow row = rows[i];
      CellKind kind = row.kind(cell);
      int blockRowOfThis = blockRow + i - from;
      int shared = row.sharedId(cell);
      if (shared != 0) {
        builder.setShared(blockRowOfThis, row.buffer(cell), row.start(cell), row.end(cell), shared);
      } else if (kind == CellKind.TEXT) {
        builder.set(blockRowOfThis, row.buffer(cell), row.start(cell), row.end(cell), hashes[i]);
      } else {
        fits &= takeOther(kind, row, blockRowOfThis) == Fit.FITS;
      }
    }
    return fits;
  }

  @Override
  public Fit take(GridRow[] rows, int index, int blockRow) {
    GridRow row = rows[index];
    CellKind kind = row.kind(cell);
    if (kind == CellKind.TEXT) {
      builder.set(blockRow, row.buffer(cell), row.start(cell), row.end(cell));
      return Fit.FITS;
    }
    return takeOther(kind, row, blockRow);
  }

  private Fit takeOther(CellKind kind, GridRow row, int blockRow) {
    if (kind == CellKind.BLANK || (kind == CellKind.ERROR && errorsBlank)) {
      builder.blank(blockRow);
      return blankFit;
    }
    if (kind == CellKind.ERROR) {
      return Fit.ERROR_CELL;
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
