package baddle.app.plain;

import baddle.core.value.ColumnType;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.function.Predicate;

/**
 * The type of a column of several sources, each of which has its own. A source with few values that
 * are something else, such as notes below one of the headings, doesn't decide it: its values don't
 * fit then, and their rows are held.
 */
final class TypeVote {

  private static final long TENTHS = 9;

  private final Map<ColumnType, Long> values = new LinkedHashMap<>();
  private long all;

  /** Adds a source. */
  void add(ColumnType type, long filled) {
    values.merge(type, filled, Long::sum);
    all += filled;
  }

  /** The type that at least nine of ten values have, or numbers or dates of several kinds. */
  ColumnType decide() {
    for (Predicate<ColumnType> kind :
        java.util.List.<Predicate<ColumnType>>of(
            ColumnType::isNumber, ColumnType::isCalendar, type -> true)) {
      ColumnType common = null;
      long fitting = 0;
      for (Map.Entry<ColumnType, Long> one : values.entrySet()) {
        if (kind.test(one.getKey())) {
          common = common == null ? one.getKey() : common.common(one.getKey());
          fitting += one.getValue();
        }
      }
      if (common != null && fitting * 10 >= all * TENTHS) {
        return common;
      }
    }
    return ColumnType.text();
  }
}
