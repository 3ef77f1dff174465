package baddle.app.reading;

import baddle.core.outcome.MendedRows;
import java.util.Map;

/**
 * The rows of one file that a person mended.
 *
 * @param bySheet the rows by the sheet's name, which is empty for a file without sheets
 * @param text all there is of them in an order that doesn't change, to be compared
 */
public record Mended(Map<String, MendedRows> bySheet, String text) {

  /** No rows. */
  public static final Mended NOTHING = new Mended(Map.of(), "");

  /** Copies the map. */
  public Mended {
    bySheet = Map.copyOf(bySheet);
  }

  MendedRows of(String sheet) {
    return bySheet.getOrDefault(sheet, MendedRows.NONE);
  }
}
