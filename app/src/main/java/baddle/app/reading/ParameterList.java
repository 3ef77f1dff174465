package baddle.app.reading;

import baddle.core.finding.Listing;
import baddle.core.grid.CellRange;
import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridRow;
import baddle.core.grid.GridSheet;
import baddle.core.grid.RowSink;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.Formats;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** A list of values for a plan's parameters: the first row names them, each other is one use. */
public final class ParameterList {

  /**
   * One use.
   *
   * @param row where it is in the list, from 1
   * @param values by parameter; blanks are left out
   */
  public record Line(int row, Map<String, String> values) {

    /** Copies the map. */
    public Line {
      values = new LinkedHashMap<>(values);
    }
  }

  private ParameterList() {}

  /**
   * Reads a list, a text file or the first sheet of a workbook. A list with one name has one
   * column, so that separators are parts of its values.
   *
   * @throws IOException if it can't be read
   */
  public static List<Line> read(Path file) throws IOException {
    Sink head = read(file, Dialect.TOLD_BY_CONTENT, new Sink(true));
    Dialect dialect = head.names.size() == 1 ? Dialect.ONE_COLUMN : Dialect.TOLD_BY_CONTENT;
    return read(file, dialect, new Sink(false)).lines;
  }

  private static Sink read(Path file, Dialect dialect, Sink sink) throws IOException {
    try (GridFile grid = new Formats().open(file, dialect)) {
      GridSheet sheet = grid.sheets().stream().filter(GridSheet::visible).findFirst().orElseThrow();
      sheet.read(sink);
    } catch (UnreadableFileException e) {
      throw new UnreadableFileException(file.getFileName() + ": " + e.getMessage(), e.row());
    }
    return sink;
  }

  /** Takes the names, then the lines. */
  private static final class Sink implements RowSink {

    private final GridRow row = new GridRow();
    private final List<String> names = new ArrayList<>();
    private final List<Line> lines = new ArrayList<>();
    private final boolean namesOnly;

    private Sink(boolean namesOnly) {
      this.namesOnly = namesOnly;
    }

    @Override
    public GridRow next() {
      return row;
    }

    @Override
    public void row(GridRow filled) throws UnreadableFileException {
      List<String> cells = cells(filled);
      if (names.isEmpty()) {
        names.addAll(cells);
        refuseTwice(filled.number(), names);
      } else if (cells.stream().anyMatch(cell -> !cell.isEmpty())) {
        lines.add(line(filled.number(), names, cells));
      }
    }

    @Override
    public boolean wantsMore() {
      return !namesOnly || names.isEmpty();
    }
  }

  private static List<String> cells(GridRow row) {
    List<String> cells = new ArrayList<>();
    for (int column = 0; column < row.width(); column++) {
      cells.add(row.text(column));
    }
    return cells;
  }

  private static void refuseTwice(int row, List<String> names) throws UnreadableFileException {
    Set<String> seen = new HashSet<>();
    for (String name : names) {
      if (!name.isEmpty() && !seen.add(name)) {
        throw new UnreadableFileException(
            "row " + row + " names two columns " + name + "; rename one of them", row);
      }
    }
  }

  /**
   * A value that has no name, such as the second half of one with a comma, is never passed over.
   */
  private static Line line(int row, List<String> names, List<String> cells)
      throws UnreadableFileException {
    Map<String, String> values = new LinkedHashMap<>();
    for (int i = 0; i < cells.size(); i++) {
      String name = i < names.size() ? names.get(i) : "";
      if (!cells.get(i).isEmpty() && name.isEmpty()) {
        throw new UnreadableFileException(
            "row "
                + row
                + " has "
                + Listing.quoted(cells.get(i))
                + " in column "
                + CellRange.letters(i)
                + ", which has no name; name the column, or put a value that holds the separator"
                + " into quotes",
            row);
      }
      if (!cells.get(i).isEmpty()) {
        values.put(name, cells.get(i));
      }
    }
    return new Line(row, values);
  }
}
