package baddle.app.export;

import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import java.util.ArrayList;
import java.util.List;

final class FirstRow implements RowSink {

  private final GridRow lent = new GridRow();
  final List<String> cells = new ArrayList<>();

  @Override
  public GridRow next() {
    return lent;
  }

  @Override
  public boolean wantsMore() {
    return cells.isEmpty();
  }

  @Override
  public void row(GridRow row) {
    for (int column = 0; column < row.width(); column++) {
      cells.add(row.text(column));
    }
  }
}
