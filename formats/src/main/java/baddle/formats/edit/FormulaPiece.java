package baddle.formats.edit;

import baddle.core.grid.CellRange;
import baddle.formats.xlsx.SheetLimits;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A piece.
 *
 * @param sheet the sheet's name as it is written, with its mark; empty for the formula's own
 * @param text the rest
 */
record FormulaPiece(Kind kind, String sheet, String text) {

  private static final Pattern ROWS = Pattern.compile("(\\d{1,7}):(\\d{1,7})");
  private static final Pattern COLUMNS = Pattern.compile("([A-Za-z]{1,3}):([A-Za-z]{1,3})");

  /** What a piece is. */
  enum Kind {
    /** Operators, numbers, brackets, texts. */
    OTHER,
    /** A cell or a range. */
    CELLS,
    /** The name of a function, before its bracket. */
    FUNCTION,
    /** A defined name, a table, or anything else that stands for cells. */
    NAME
  }

  /** The sheet's name without quotes; empty for the formula's own. */
  String sheetName() {
    return sheet.isEmpty() ? "" : unquoted(sheet.substring(0, sheet.length() - 1));
  }

  /** The cells it names; those of a whole column or row too. */
  Optional<CellRange> range() {
    String plain = text.replace("$", "");
    Matcher rows = ROWS.matcher(plain);
    if (rows.matches()) {
      int first = Integer.parseInt(rows.group(1));
      int last = Integer.parseInt(rows.group(2));
      return Optional.of(
          new CellRange(Math.min(first, last), Math.max(first, last), 0, CellRange.OPEN));
    }
    Matcher columns = COLUMNS.matcher(plain);
    if (columns.matches()) {
      return CellRange.parse(columns.group(1) + "1:" + columns.group(2) + SheetLimits.ROWS);
    }
    int colon = plain.indexOf(':');
    return CellRange.parse(plain)
        .or(
            () ->
                colon < 0
                    ? Optional.empty()
                    : CellRange.parse(
                        plain.substring(colon + 1) + ":" + plain.substring(0, colon)));
  }

  private static String unquoted(String name) {
    return name.length() > 1 && name.startsWith("'") && name.endsWith("'")
        ? name.substring(1, name.length() - 1).replace("''", "'")
        : name;
  }
}
