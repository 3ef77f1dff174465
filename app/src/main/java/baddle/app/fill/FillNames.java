package baddle.app.fill;

import baddle.core.calendar.Period;
import java.time.format.TextStyle;
import java.util.Locale;

/** What is in braces in the names of a fill's files and sheets. */
final class FillNames {

  private FillNames() {}

  /** A name with the values of a period. */
  static String of(String name, Period period) {
    String month = String.format(Locale.ROOT, "%02d", period.start().getMonthValue());
    return name.replace("{period}", period.toString())
        .replace("{year}", String.valueOf(period.start().getYear()))
        .replace("{month}", month)
        .replace(
            "{month_name}",
            period.start().getMonth().getDisplayName(TextStyle.FULL, Locale.ENGLISH))
        .replace(
            "{month_short}",
            period.start().getMonth().getDisplayName(TextStyle.SHORT, Locale.ENGLISH));
  }
}
