package baddle.reports;

import baddle.core.calendar.Grain;
import baddle.core.crosstab.spec.Level;
import baddle.core.expression.AxisItem;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** What the columns of a cross-tab are called in data: words that are never an expression. */
final class DataNames {

  private final List<String> taken = new ArrayList<>();

  /** A name that no other has: the wanted one, or with a number after it. */
  String free(String wanted) {
    String free = wanted;
    for (int i = 2; taken.contains(free); i++) {
      free = wanted + "_" + i;
    }
    taken.add(free);
    return free;
  }

  /** The names of some levels. */
  List<String> of(List<Level> levels) {
    List<String> names = new ArrayList<>();
    for (Level level : levels) {
      names.add(free(name(level.item(), taken.size() + 1)));
    }
    return names;
  }

  /** The name the plan gives, else the column's, with what it is seen by. */
  private static String name(AxisItem item, int number) {
    boolean column = item.value().isName();
    String own = column ? item.value().names().get(0) : item.value().toString();
    if (!item.heading().equals(own) && !item.heading().equals(item.text())) {
      return item.heading();
    }
    if (!column) {
      return isCalculation(item) ? "level_" + number : item.heading();
    }
    String seenBy = item.bands().isEmpty() ? "" : "_bands";
    return own + item.grain().map(DataNames::suffix).orElse(seenBy);
  }

  private static boolean isCalculation(AxisItem item) {
    return !item.heading().matches("[\\p{L}_][\\p{L}\\p{N}_ ]*");
  }

  private static String suffix(Grain grain) {
    return "_" + grain.words().toLowerCase(Locale.ROOT).replace(' ', '_');
  }
}
