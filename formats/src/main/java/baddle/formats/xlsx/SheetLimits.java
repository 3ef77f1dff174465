package baddle.formats.xlsx;

import java.io.IOException;
import java.util.function.Supplier;

/** What a sheet of a workbook can hold (ISO/IEC 29500, and what programs take). */
public final class SheetLimits {

  /** Rows of a sheet. */
  public static final int ROWS = 1_048_576;

  /** Columns of a sheet. */
  public static final int COLUMNS = 16_384;

  /** Characters of a cell. */
  public static final int CHARACTERS = 32_767;

  /** Digits of a number; more of them are kept as text. */
  public static final int DIGITS = 15;

  private SheetLimits() {}

  /**
   * Refuses a text that no cell can hold.
   *
   * @param where names the cell
   */
  public static String text(String text, Supplier<String> where) throws IOException {
    if (text.length() > CHARACTERS) {
      throw new IOException(
          where.get()
              + ": a text of "
              + text.length()
              + " characters; a workbook's cell holds "
              + CHARACTERS
              + "; write a .csv file");
    }
    return text;
  }

  /** Refuses more columns than a sheet can have. */
  public static void columns(int columns) throws IOException {
    if (columns > COLUMNS) {
      throw new IOException(
          columns + " columns; a workbook's sheet holds " + COLUMNS + "; write a .csv file");
    }
  }
}
