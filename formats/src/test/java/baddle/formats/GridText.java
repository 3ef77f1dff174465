package baddle.formats;

import baddle.core.grid.CellKind;
import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridRow;
import baddle.core.grid.GridSheet;
import baddle.core.grid.RowSink;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;

/**
 * Writes what a reader pushes as text: {@code row: cell | cell}, with each kind but text before it;
 * a hidden row says so.
 */
public final class GridText implements RowSink {

  private final GridRow row = new GridRow();
  private final List<String> lines;
  private final int most;
  private final Function<GridRow, String> line;

  private GridText(List<String> lines, int most, Function<GridRow, String> line) {
    this.lines = lines;
    this.most = most;
    this.line = line;
  }

  /** Puts each row into a list, as a function writes it. */
  public static RowSink into(List<String> lines, Function<GridRow, String> line) {
    return new GridText(lines, Integer.MAX_VALUE, line);
  }

  /** The rows of a sheet. */
  public static List<String> of(GridSheet sheet, int most) throws IOException {
    List<String> lines = new ArrayList<>();
    sheet.read(new GridText(lines, most, GridText::line));
    return lines;
  }

  /** The rows of a file's first sheet. */
  public static List<String> of(Path file) throws IOException {
    try (GridFile grid = new Formats().open(file, Dialect.TOLD_BY_CONTENT)) {
      return of(grid.sheets().get(0), Integer.MAX_VALUE);
    }
  }

  @Override
  public GridRow next() {
    return row;
  }

  @Override
  public boolean wantsMore() {
    return lines.size() < most;
  }

  @Override
  public void row(GridRow filled) {
    lines.add(line.apply(filled));
  }

  private static String line(GridRow filled) {
    List<String> cells = new ArrayList<>();
    for (int i = 0; i < filled.width(); i++) {
      CellKind kind = filled.kind(i);
      boolean plain = kind == CellKind.TEXT || kind == CellKind.BLANK;
      cells.add((plain ? "" : kind + " ") + filled.text(i));
    }
    return filled.number()
        + (filled.isHidden() ? " hidden" : "")
        + ": "
        + String.join(" | ", cells);
  }
}
