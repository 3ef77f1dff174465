package baddle.core.intake;

import baddle.core.expression.Expression;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * A row that looks like a total of rows above it and that no rule leaves out.
 *
 * @param rowNumber where it is, from 1
 * @param evidence what speaks for it
 * @param column the dataset's column or the heading that its label is under, as a condition names
 *     it; empty for no label
 * @param label its label; empty for none
 * @param stated its numbers that aren't blank, by column
 * @param tying the columns in which it is the sum of rows above it
 * @param rows how many rows these are; 0 where nothing ties
 * @param blank columns that nearly every row fills and this one doesn't
 */
public record SuspectedTotal(
    int rowNumber,
    Evidence evidence,
    String column,
    String label,
    Map<String, BigDecimal> stated,
    List<String> tying,
    long rows,
    List<String> blank) {

  /** What speaks for a total. */
  public enum Evidence {
    /** Its amounts are the sum of rows above, and its label or its blanks set it apart. */
    SUM,
    /** Only its label. */
    LABEL,
    /** What tells rows from each other is blank in it. */
    BLANKS,
    /** It is the last row, and its amounts are the sum of those above; nothing else. */
    LAST_ROW
  }

  /** Copies the collections. */
  public SuspectedTotal {
    stated = Collections.unmodifiableMap(new LinkedHashMap<>(stated));
    tying = List.copyOf(tying);
    blank = List.copyOf(blank);
  }

  /** Whether it is proved to be one. */
  public boolean isProved() {
    return evidence == Evidence.SUM;
  }

  /** A rule for the plan's {@code leave_out} that finds it and compares its totals, as YAML. */
  public String rule() {
    String controls = tying.isEmpty() ? "" : ", control_total: [" + String.join(", ", tying) + "]";
    return "{when: " + yaml(condition()) + ", because: total row" + controls + "}";
  }

  private static String yaml(String text) {
    return text.contains("\"") ? "'" + text.replace("'", "''") + "'" : '"' + text + '"';
  }

  /** The condition of that rule. */
  String condition() {
    List<String> parts = new ArrayList<>();
    if (!label.isEmpty()) {
      String small = label.toLowerCase(Locale.ROOT).replace("'", "''");
      parts.add("lower(" + column + ") = '" + small + "'");
    }
    if (!blank.isEmpty()) {
      parts.add(Expression.quoted(blank.get(0)) + " is null");
    }
    if (label.isEmpty()) {
      List<String> filled = tying.isEmpty() ? List.copyOf(stated.keySet()) : tying;
      filled.stream().limit(1).forEach(one -> parts.add(Expression.quoted(one) + " is not null"));
    }
    return String.join(" and ", parts);
  }
}
