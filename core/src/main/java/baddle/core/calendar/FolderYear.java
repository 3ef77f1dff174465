package baddle.core.calendar;

import java.time.LocalDate;
import java.time.Month;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The month that a file's name names, in the year or fiscal year that its folder's name names:
 * {@code 2025/April}, {@code fy2024-25/April}.
 */
public final class FolderYear {

  private static final Pattern YEAR =
      Pattern.compile("(?<!\\d)(\\d{4})(?:\\s?[-_/ ]\\s?(\\d{4}|\\d{2}))?(?!\\d)");

  private static final int CENTURY = 100;

  private FolderYear() {}

  /**
   * The period.
   *
   * @param folder the name of the folder
   * @param name the name of the file
   * @param starts the month with which a fiscal year begins
   * @return empty where the folder names no year or two that don't follow each other, or the file
   *     no month
   */
  public static Optional<Period> of(String folder, String name, PeriodText periods, Month starts) {
    int month = periods.month(name);
    Matcher year = YEAR.matcher(folder);
    if (month == 0 || !year.find()) {
      return Optional.empty();
    }
    int first = Integer.parseInt(year.group(1));
    if (year.group(2) == null) {
      return Optional.of(new Period(Grain.MONTH, LocalDate.of(first, month, 1)));
    }
    int second = Integer.parseInt(year.group(2));
    boolean follows = second % CENTURY == (first + 1) % CENTURY;
    int shown = month >= starts.getValue() ? first : first + 1;
    return follows
        ? Optional.of(new Period(Grain.MONTH, LocalDate.of(shown, month, 1)))
        : Optional.empty();
  }
}
