package baddle.formats.edit;

import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;

/** Takes rows one after the other. */
abstract class EachRow implements RowSink {

  private final GridRow row = new GridRow();

  abstract void use(GridRow filled);

  /** A text with the white space around it. */
  static String whole(GridRow row, int column) {
    int start = row.wholeStart(column);
    return new String(row.buffer(column), start, row.wholeEnd(column) - start);
  }

  @Override
  public GridRow next() {
    return row;
  }

  @Override
  public void row(GridRow filled) {
    use(filled);
  }

  @Override
  public boolean wantsMore() {
    return true;
  }
}
