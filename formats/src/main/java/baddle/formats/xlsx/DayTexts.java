package baddle.formats.xlsx;

import baddle.core.calendar.DateSystem;
import baddle.formats.number.SerialDate;
import java.util.concurrent.atomic.AtomicReferenceArray;
import org.jspecify.annotations.Nullable;

/**
 * The dates that whole day numbers mean, as ISO 8601 writes them. The days of some years are worked
 * out once for all workbooks and threads.
 */
final class DayTexts {

  private static final int SLOTS = 1 << 12;
  private static final int MOST_DIGITS = 7;
  private static final DayTexts FROM_1900 = new DayTexts(DateSystem.FROM_1900);
  private static final DayTexts FROM_1904 = new DayTexts(DateSystem.FROM_1904);

  private static final class Day {

    final int number;
    final char @Nullable [] text;

    Day(int number, char @Nullable [] text) {
      this.number = number;
      this.text = text;
    }
  }

  private final DateSystem system;
  private final AtomicReferenceArray<Day> days = new AtomicReferenceArray<>(SLOTS);

  private DayTexts(DateSystem system) {
    this.system = system;
  }

  /** For workbooks whose day numbers count in a way. */
  static DayTexts of(DateSystem system) {
    return system == DateSystem.FROM_1900 ? FROM_1900 : FROM_1904;
  }

  /**
   * The date of a number of digits alone.
   *
   * @return characters that mustn't be changed; null where it is no date or written otherwise
   */
  char @Nullable [] text(char[] characters, int length) {
    if (length > MOST_DIGITS) {
      return null;
    }
    int number = 0;
    for (int i = 0; i < length; i++) {
      int digit = characters[i] - '0';
      if (digit < 0 || digit > 9) {
        return null;
      }
      number = number * 10 + digit;
    }
    Day known = days.get(number & (SLOTS - 1));
    return known != null && known.number == number ? known.text : workOut(number);
  }

  private char @Nullable [] workOut(int number) {
    char[] text = SerialDate.iso(number, system).map(String::toCharArray).orElse(null);
    days.set(number & (SLOTS - 1), new Day(number, text));
    return text;
  }
}
