package baddle.core.finding;

import org.jspecify.annotations.Nullable;

/**
 * Where something was found.
 *
 * @param file the file, relative to the plan's folder where it lies below it; null for the whole
 *     job
 * @param sheet the sheet of a workbook; null where the file has none
 * @param row the row as a person counts it in the file, from 1; 0 when it isn't about one row
 * @param heading the heading of the column; null when it isn't about one column
 */
public record Place(
    @Nullable String file, @Nullable String sheet, long row, @Nullable String heading) {

  /** A heading of more characters isn't read by a person. */
  private static final int LONGEST = 200;

  private static final Place NOWHERE = new Place(null, null, 0, null);

  /** The whole job. */
  public static Place nowhere() {
    return NOWHERE;
  }

  /** A file as a whole. */
  public static Place file(String file) {
    return new Place(file, null, 0, null);
  }

  /** A source: a sheet of a workbook, or a file without sheets when {@code sheet} is empty. */
  public static Place source(String file, String sheet) {
    return new Place(file, sheet.isEmpty() ? null : sheet, 0, null);
  }

  /** The same source, at a row. */
  public Place atRow(long newRow) {
    return new Place(file, sheet, newRow, heading);
  }

  /** The source that it is in. */
  public Place source() {
    return new Place(file, sheet, 0, null);
  }

  /** The same place, in the column below a heading. */
  public Place atHeading(String newHeading) {
    return new Place(file, sheet, row, newHeading);
  }

  /** As read by a person: {@code inbox/a.xlsx, sheet Trade 2026-03, row 12, Qty}. */
  @Override
  public String toString() {
    StringBuilder text = new StringBuilder(file == null ? "" : file);
    if (sheet != null) {
      text.append(", sheet ").append(sheet);
    }
    if (row > 0) {
      text.append(", row ").append(row);
    }
    if (heading != null) {
      text.append(", ").append(Listing.shortened(heading, LONGEST));
    }
    return text.toString();
  }
}
