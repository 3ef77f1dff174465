package baddle.bench.drafts;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;

/**
 * What a folder's files mean: the one clean dataset that somebody wants of them.
 *
 * @param columns its columns
 * @param amount the column whose total counts
 * @param date the column that says the month; empty for none
 * @param brought columns that a lookup fills
 * @param stated how many rows of totals there are among the rows
 * @param rows its rows, each value as {@link #value} writes it
 */
record Truth(
    List<String> columns,
    String amount,
    String date,
    List<String> brought,
    int stated,
    List<List<String>> rows) {

  Truth {
    columns = List.copyOf(columns);
    brought = List.copyOf(brought);
  }

  static Truth of(String amount, String date, String... columns) {
    return new Truth(List.of(columns), amount, date, List.of(), 0, new ArrayList<>());
  }

  Truth bringing(String... names) {
    return new Truth(columns, amount, date, List.of(names), stated, rows);
  }

  Truth stating(int totals) {
    return new Truth(columns, amount, date, brought, totals, rows);
  }

  void add(Object... values) {
    List<String> row = new ArrayList<>();
    for (Object value : values) {
      row.add(value(value));
    }
    rows.add(row);
  }

  private static String value(Object value) {
    return value instanceof BigDecimal || value instanceof Integer
        ? number(value.toString())
        : value instanceof LocalDate ? value.toString() : value.toString().strip();
  }

  /** A number however many zeros it ends in; another text as it is. */
  static String number(String text) {
    return text.matches("-?\\d+\\.\\d*")
        ? new BigDecimal(text).stripTrailingZeros().toPlainString()
        : text;
  }
}
