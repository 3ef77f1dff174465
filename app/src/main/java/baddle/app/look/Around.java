package baddle.app.look;

import baddle.core.grid.CellRange;
import baddle.core.profile.SheetSample;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The cells around a place.
 *
 * @param sheet the name of the sheet; empty for a file without sheets
 * @param place the place
 * @param cells which cells
 * @param rows those of the rows that hold anything
 */
public record Around(String sheet, Place place, CellRange cells, List<SheetSample.Row> rows) {

  private static final int ROWS = 5;
  private static final int COLUMNS = 3;

  /** Copies the list. */
  public Around {
    rows = List.copyOf(rows);
  }

  /**
   * A cell of a sheet.
   *
   * @param sheet the name of the sheet; empty for the first
   * @param row from 1
   * @param column from 0
   */
  public record Place(String sheet, int row, int column) {

    private static final Pattern CELL =
        Pattern.compile("(?:(?:'((?:[^']|'')+)'|(.+))!)?\\$?([A-Za-z]{1,3})\\$?([1-9]\\d{0,8})");

    /** Of a text such as {@code C12}, {@code Sheet1!C12} or {@code 'May 2026'!C12}. */
    public static Optional<Place> parse(String text) {
      Matcher matcher = CELL.matcher(text.strip());
      if (!matcher.matches()) {
        return Optional.empty();
      }
      String sheet =
          matcher.group(1) != null
              ? matcher.group(1).replace("''", "'")
              : matcher.group(2) == null ? "" : matcher.group(2);
      String cell = matcher.group(3) + matcher.group(4);
      return CellRange.parse(cell + ":" + cell)
          .map(range -> new Place(sheet, range.firstRow(), range.firstColumn()));
    }

    CellRange around() {
      return new CellRange(
          Math.max(1, row - ROWS), row + ROWS, Math.max(0, column - COLUMNS), column + COLUMNS + 1);
    }
  }
}
