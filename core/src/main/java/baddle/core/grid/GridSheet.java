package baddle.core.grid;

import baddle.core.calendar.DateSystem;
import java.io.IOException;

/** A sheet of a workbook, or a file without sheets seen as one. */
public interface GridSheet {

  /**
   * The name, local to a sheet, that marks it as a report; it stays with a sheet that is copied.
   */
  String REPORT_MARK = "baddle_report";

  /** The sheet's name; empty for a file without sheets. */
  String name();

  /** Whether a person who opens the file sees the sheet. */
  boolean visible();

  /**
   * Whether rows are meant to have no more cells than there are headings, as in delimited text (RFC
   * 4180); in a workbook, notes may be beside a table.
   */
  boolean fixedWidth();

  /** Whether it is a report that this program wrote, so that it can't be a source. */
  default boolean isReport() {
    return false;
  }

  /** How day numbers in it count. */
  default DateSystem dateSystem() {
    return DateSystem.FROM_1900;
  }

  /**
   * Pushes the rows to a sink until it wants no more.
   *
   * @throws UnreadableFileException if the content isn't what its format promises
   */
  void read(RowSink sink) throws IOException;
}
