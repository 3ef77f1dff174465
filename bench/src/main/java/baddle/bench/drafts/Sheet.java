package baddle.bench.drafts;

import java.util.ArrayList;
import java.util.List;

/**
 * Cells row by row: texts, numbers, dates; an empty text for none.
 *
 * @param name what a workbook calls it
 * @param rows the cells
 */
record Sheet(String name, List<List<Object>> rows) {

  Sheet(String name) {
    this(name, new ArrayList<>());
  }

  /** Adds a row. */
  Sheet row(Object... cells) {
    rows.add(List.of(cells));
    return this;
  }

  /** Adds a row. */
  Sheet row(List<Object> cells) {
    rows.add(List.copyOf(cells));
    return this;
  }

  /** Adds rows of one text each, and perhaps a blank row. */
  Sheet titles(String... titles) {
    for (String title : titles) {
      row(title);
    }
    return row();
  }
}
