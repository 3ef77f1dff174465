package baddle.app.reference;

import baddle.core.table.Block;
import baddle.core.table.LongVector;
import baddle.core.table.TextVector;
import baddle.plan.ControlList;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * A line of a list of control totals.
 *
 * @param file the list
 * @param line where it is, from 1
 * @param key the values of the columns that say which rows it is about, in the plan's order
 * @param stated the totals, by column
 */
public record ListedTotals(
    String file, int line, List<String> key, Map<String, BigDecimal> stated) {

  static ListedTotals of(String file, ControlList list, Block block, int row) {
    List<String> key = new ArrayList<>();
    int column = 0;
    for (; column < list.match().size(); column++) {
      TextVector text = block.text(column);
      key.add(text.isBlank(row) ? "" : text.dictionary().text(text.codes()[row]));
    }
    Map<String, BigDecimal> stated = new LinkedHashMap<>();
    for (String of : list.stated().keySet()) {
      LongVector numbers = block.numbers(column);
      if (!numbers.isBlank(row)) {
        int places = block.schema().column(column).type().places();
        stated.put(of, BigDecimal.valueOf(numbers.values()[row], places));
      }
      column++;
    }
    return new ListedTotals(file, block.rowNumbers()[row], key, stated);
  }
}
