package baddle.core.calendar;

import java.text.Normalizer;
import java.time.DayOfWeek;
import java.time.Month;
import java.time.format.TextStyle;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * The names of the months in chosen languages, as Unicode CLDR lists them. A name may be cut short
 * after three letters or more as long as it means one month only; accents and case don't matter.
 */
public final class MonthNames {

  private static final int SHORTEST = 3;
  private static final int AMBIGUOUS = 0;
  private static final List<TextStyle> STYLES =
      List.of(
          TextStyle.FULL, TextStyle.FULL_STANDALONE, TextStyle.SHORT, TextStyle.SHORT_STANDALONE);
  private static final MonthNames ENGLISH = new MonthNames(List.of(Locale.ENGLISH));

  private final List<Locale> languages;
  private @Nullable Map<String, Integer> months;
  private @Nullable Set<String> weekdays;

  /** Names in these languages. */
  public MonthNames(List<Locale> languages) {
    this.languages = List.copyOf(languages);
  }

  /** English names. */
  public static MonthNames english() {
    return ENGLISH;
  }

  /** The languages, as the plan writes them. */
  public String languages() {
    StringBuilder tags = new StringBuilder();
    languages.forEach(language -> tags.append(language.toLanguageTag()).append(' '));
    return tags.toString().strip();
  }

  /** The month from 1 to 12 that a word names, or 0. */
  public int month(String word) {
    return names().getOrDefault(folded(word), 0);
  }

  /** The same for a slice of a buffer, without its trailing point. */
  public int month(char[] text, int start, int end) {
    return month(new String(text, start, end - start));
  }

  /** Whether a slice of a buffer names a day of the week, whole or in short. */
  public boolean isWeekday(char[] text, int start, int end) {
    return weekdays().contains(folded(new String(text, start, end - start)));
  }

  private synchronized Set<String> weekdays() {
    if (weekdays == null) {
      weekdays = new HashSet<>();
      for (Locale language : languages) {
        for (DayOfWeek day : DayOfWeek.values()) {
          for (TextStyle style : STYLES) {
            weekdays.add(folded(day.getDisplayName(style, language)));
          }
        }
      }
    }
    return weekdays;
  }

  private synchronized Map<String, Integer> names() {
    if (months == null) {
      months = read();
    }
    return months;
  }

  /** Every name, and every beginning of a full name that leads to one month only. */
  private Map<String, Integer> read() {
    Map<String, Integer> names = new HashMap<>();
    Map<String, Integer> beginnings = new HashMap<>();
    for (Locale language : languages) {
      for (Month month : Month.values()) {
        int number = month.getValue();
        for (TextStyle style : STYLES) {
          String name = folded(month.getDisplayName(style, language));
          if (name.length() >= SHORTEST && Character.isLetter(name.charAt(0))) {
            names.putIfAbsent(name, number);
            for (int end = SHORTEST; end < name.length(); end++) {
              String beginning = name.substring(0, end);
              beginnings.merge(beginning, number, (a, b) -> a.equals(b) ? a : AMBIGUOUS);
            }
          }
        }
      }
    }
    beginnings.values().removeIf(month -> month == AMBIGUOUS);
    beginnings.putAll(names);
    return beginnings;
  }

  private static String folded(String name) {
    String plain = name.endsWith(".") ? name.substring(0, name.length() - 1) : name;
    StringBuilder folded = new StringBuilder(plain.length());
    for (char c : Normalizer.normalize(plain, Normalizer.Form.NFKD).toCharArray()) {
      if (Character.getType(c) != Character.NON_SPACING_MARK) {
        folded.append(Character.toLowerCase(Character.toUpperCase(c)));
      }
    }
    return folded.toString();
  }
}
