package baddle.app.export;

import baddle.core.table.Schema;
import java.util.ArrayList;
import java.util.List;

/**
 * A column that rows are sorted by.
 *
 * @param column its name
 * @param descending whether the greatest come first; blanks come last either way
 */
record RowOrder(String column, boolean descending) {

  private static final String DESCENDING = " descending";

  static List<RowOrder> of(List<String> texts, Schema schema) throws ExportException {
    List<RowOrder> order = new ArrayList<>();
    for (String text : texts) {
      boolean descending = text.endsWith(DESCENDING);
      String name =
          descending ? text.substring(0, text.length() - DESCENDING.length()).strip() : text;
      RowsOfDataset.known(name, schema);
      order.add(new RowOrder(name, descending));
    }
    return order;
  }
}
