package baddle.core.expression;

import baddle.core.finding.Nearest;
import baddle.core.value.Grain;
import java.util.Arrays;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * One level of an axis: a column, perhaps seen at a grain of the calendar ({@code sold_on by
 * month}).
 *
 * @param column the column's name
 * @param grain how coarse its dates are seen; empty to take its values as they are
 */
public record AxisItem(String column, Optional<Grain> grain) {

  private static final Pattern ITEM =
      Pattern.compile("\\s*(" + ColumnName.PATTERN + ")\\s*(?:\\s(?i:by)\\s+(\\p{L}[\\p{L} ]*))?");

  /**
   * Reads an item.
   *
   * @throws ExpressionException if the text isn't one
   */
  public static AxisItem parse(String text) {
    Matcher item = ITEM.matcher(text);
    if (!item.matches()) {
      throw new ExpressionException(
          "a column, or a column by day, week, month, quarter, year...", text, 0);
    }
    String column = ColumnName.unquote(item.group(1));
    if (item.group(2) == null) {
      return new AxisItem(column, Optional.empty());
    }
    String words = item.group(2).strip();
    Optional<Grain> grain = Grain.of(words);
    if (grain.isEmpty()) {
      throw new ExpressionException(
          "no grain of the calendar: "
              + words
              + Nearest.hint(words, Arrays.stream(Grain.values()).map(Grain::words).toList()),
          text,
          item.start(2));
    }
    return new AxisItem(column, grain);
  }

  /** As it is written in the plan. */
  @Override
  public String toString() {
    return ColumnName.quote(column) + grain.map(seen -> " by " + seen.words()).orElse("");
  }
}
