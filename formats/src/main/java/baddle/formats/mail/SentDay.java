package baddle.formats.mail;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * The day on which a message was sent, as its sender's calendar had it: a message of the evening of
 * the 31st is of that month wherever it is read.
 */
final class SentDay {

  private static final List<String> MONTHS =
      List.of("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec");
  private static final Pattern DAY =
      Pattern.compile("(\\d{1,2})\\s+([A-Za-z]{3})[a-z]*\\.?\\s+(\\d{4}|\\d{2})\\b");
  private static final int CENTURY = 100;

  private SentDay() {}

  /** The day that the body of a date field states (RFC 5322, 3.3); empty where it states none. */
  static Optional<LocalDate> of(String body) {
    Matcher day = DAY.matcher(body);
    if (!day.find()) {
      return Optional.empty();
    }
    int month = MONTHS.indexOf(day.group(2).toLowerCase(Locale.ROOT)) + 1;
    int year = Integer.parseInt(day.group(3));
    int whole = year >= CENTURY ? year : year < 50 ? 2000 + year : 1900 + year;
    try {
      return Optional.of(LocalDate.of(whole, month, Integer.parseInt(day.group(1))));
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }
}
