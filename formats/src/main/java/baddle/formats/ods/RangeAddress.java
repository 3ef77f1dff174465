package baddle.formats.ods;

import baddle.core.grid.CellRange;
import baddle.core.grid.NamedRange;
import java.util.Optional;

/** Reads addresses such as {@code $'Site 1'.$A$1:.$B$20} (ISO/IEC 26300-1, 18.3.5). */
final class RangeAddress {

  private RangeAddress() {}

  /** The range, if the address is of one range of one sheet. */
  static Optional<NamedRange> named(String name, String address, boolean table) {
    int colon = address.lastIndexOf(':');
    String first = colon < 0 ? address : address.substring(0, colon);
    String last = colon < 0 ? "" : ":" + cell(address.substring(colon + 1));
    int dot = first.lastIndexOf('.');
    if (dot < 1) {
      return Optional.empty();
    }
    String sheet = first.substring(first.startsWith("$") ? 1 : 0, dot);
    if (sheet.startsWith("'") && sheet.endsWith("'") && sheet.length() > 2) {
      sheet = sheet.substring(1, sheet.length() - 1).replace("''", "'");
    }
    String named = sheet;
    return CellRange.parse(cell(first) + last)
        .map(range -> new NamedRange(name, named, range, table));
  }

  private static String cell(String address) {
    return address.substring(address.lastIndexOf('.') + 1);
  }
}
