package baddle.core.intake;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.grid.GridSheet;
import baddle.core.grid.RowSink;
import java.io.IOException;
import java.util.List;

/**
 * A sheet of lines whose cells are parted by bars. {@code #N/A} is an error cell, {@code =12} a
 * stored number; a line that begins with {@code ~} is hidden.
 */
public record TextSheet(boolean fixedWidth, List<String> lines) implements GridSheet {

  @Override
  public String name() {
    return "";
  }

  @Override
  public boolean visible() {
    return true;
  }

  @Override
  public void read(RowSink sink) throws IOException {
    for (int i = 0; i < lines.size() && sink.wantsMore(); i++) {
      GridRow row = sink.next();
      row.begin(i + 1);
      boolean hidden = lines.get(i).startsWith("~");
      if (hidden) {
        row.hide();
      }
      String[] cells = lines.get(i).substring(hidden ? 1 : 0).split("\\|", -1);
      for (int cell = 0; cell < cells.length; cell++) {
        add(row, cell, cells[cell]);
      }
      if (fixedWidth || row.filled() > 0) {
        sink.row(row);
      }
    }
  }

  private static void add(GridRow row, int column, String text) {
    if (text.equals("#N/A")) {
      row.add(column, CellKind.ERROR, text);
    } else if (text.startsWith("=")) {
      row.add(column, CellKind.NUMBER, text.substring(1));
    } else {
      row.add(column, CellKind.TEXT, text);
    }
  }
}
