package baddle.app.export;

import baddle.core.finding.Listing;
import baddle.core.finding.Nearest;
import baddle.core.table.Schema;
import baddle.store.SortedRows;
import java.util.ArrayList;
import java.util.List;

/** The order that rows are wanted in, as it is written: columns, each perhaps descending. */
public final class RowsOrder {

  private static final String DESCENDING = " descending";

  private RowsOrder() {}

  private static String column(String text) {
    return text.endsWith(DESCENDING)
        ? text.substring(0, text.length() - DESCENDING.length()).strip()
        : text;
  }

  /** The columns that it goes by. */
  public static List<String> columns(List<String> texts) {
    return texts.stream().map(RowsOrder::column).toList();
  }

  /**
   * The order as it is followed.
   *
   * @throws ExportException if a column isn't there
   */
  public static List<SortedRows.Order> of(List<String> texts, Schema schema)
      throws ExportException {
    List<SortedRows.Order> order = new ArrayList<>();
    for (String text : texts) {
      known(column(text), schema);
      order.add(new SortedRows.Order(column(text), text.endsWith(DESCENDING)));
    }
    return order;
  }

  /** Refuses a column that isn't there, and names the nearest. */
  static void known(String name, Schema schema) throws ExportException {
    if (schema.indexOf(name).isEmpty()) {
      throw new ExportException(
          "no column "
              + name
              + Nearest.hint(name, schema.names())
              + " (columns: "
              + Listing.of(schema.names())
              + ")");
    }
  }
}
