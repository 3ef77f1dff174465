package baddle.app.fill;

import baddle.core.calendar.Period;
import baddle.plan.output.FillPlan;
import java.time.LocalDate;
import java.time.format.TextStyle;
import java.util.Locale;

/** What is in braces in the names of a fill's files and sheets. */
final class FillNames {

  private FillNames() {}

  /** A name with the values of a period. */
  static String of(String name, Period period) {
    String named = name;
    for (String word : FillPlan.WORDS) {
      named = named.replace("{" + word + "}", value(word, period));
    }
    return named;
  }

  private static String value(String word, Period period) {
    LocalDate start = period.start();
    return switch (word) {
      case "period" -> period.toString();
      case "year" -> String.valueOf(start.getYear());
      case "month" -> String.format(Locale.ROOT, "%02d", start.getMonthValue());
      case "month_name" -> start.getMonth().getDisplayName(TextStyle.FULL, Locale.ENGLISH);
      case "month_short" -> start.getMonth().getDisplayName(TextStyle.SHORT, Locale.ENGLISH);
      default -> throw new IllegalArgumentException(word);
    };
  }
}
