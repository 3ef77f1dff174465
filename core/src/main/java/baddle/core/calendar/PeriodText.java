package baddle.core.calendar;

import java.time.DateTimeException;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.IsoFields;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/**
 * Reads periods as people write them in the names of files, folders and sheets: {@code 2026-03},
 * {@code 032026}, {@code Mar 26}, {@code March 2026}, {@code 2026Q1}, {@code 2026-W07}, {@code
 * 2026-03-14}, {@code 2026}. A day whose order can't be told, such as {@code 03-04-2026}, is none.
 */
public final class PeriodText {

  private static final int FIRST_YEAR = 1900;
  private static final int LAST_YEAR = 2199;
  private static final int MOST_TOKENS = 3;
  private static final int MOST_KNOWN = 1 << 12;

  private final MonthNames months;

  /** What was read before, for the files of a folder have few periods. */
  private final Map<String, Optional<Period>> known = new ConcurrentHashMap<>();

  /** Months may be named as these say. */
  public PeriodText(MonthNames months) {
    this.months = months;
  }

  /** Months may have their English names. */
  public static PeriodText english() {
    return new PeriodText(MonthNames.english());
  }

  private record Token(String text, int start, int end) {

    boolean isNumber() {
      return isDigit(text.charAt(0));
    }

    boolean isNumber(int shortest, int longest) {
      return isNumber() && text.length() >= shortest && text.length() <= longest;
    }

    int number() {
      return Integer.parseInt(text);
    }
  }

  private static boolean isDigit(char c) {
    return c >= '0' && c <= '9';
  }

  /** The period that the whole text names; empty where it is none or could be several. */
  public Optional<Period> parse(String text) {
    Optional<Period> before = known.get(text);
    if (before != null) {
      return before;
    }
    Optional<Period> period = read(text);
    if (known.size() < MOST_KNOWN) {
      known.put(text, period);
    }
    return period;
  }

  private Optional<Period> read(String text) {
    String name = text.strip();
    List<Token> tokens = tokens(name);
    return tokens.isEmpty()
            || tokens.size() > MOST_TOKENS
            || tokens.get(0).start > 0
            || tokens.get(tokens.size() - 1).end < name.length()
        ? Optional.empty()
        : read(name, tokens);
  }

  /**
   * The period named anywhere in a text. The one with the finest grain counts; empty where there is
   * none, or where two of that grain differ.
   */
  public Optional<Period> find(String text) {
    List<Token> tokens = tokens(text);
    List<Period> found = new ArrayList<>();
    for (int from = 0; from < tokens.size(); ) {
      if (isTwoYears(text, tokens, from)) {
        from += 2;
        continue;
      }
      int length = Math.min(MOST_TOKENS, tokens.size() - from);
      Optional<Period> period = Optional.empty();
      while (length > 0 && period.isEmpty()) {
        period = read(text, tokens.subList(from, from + length));
        length -= period.isEmpty() ? 1 : 0;
      }
      period.ifPresent(found::add);
      from += Math.max(1, length);
    }
    Optional<Grain> finest = found.stream().map(Period::grain).min(Grain::compareTo);
    List<Period> finestOnes =
        found.stream().filter(p -> p.grain() == finest.orElseThrow()).distinct().toList();
    return finestOnes.size() == 1 ? Optional.of(finestOnes.get(0)) : Optional.empty();
  }

  /**
   * Whether a year and the one after it are there, as in {@code 2024-25}: a span that is no period,
   * since nothing tells in which month it begins. {@code 2011-12} is a month.
   */
  private static boolean isTwoYears(String text, List<Token> tokens, int at) {
    if (at + 1 >= tokens.size()) {
      return false;
    }
    Token first = tokens.get(at);
    Token second = tokens.get(at + 1);
    return first.isNumber(4, 4)
        && second.isNumber(2, 2)
        && isMark(text.substring(first.end, second.start))
        && second.number() > 12
        && second.number() == (first.number() + 1) % 100;
  }

  /** The month, from 1 to 12, that a word of a text names; 0 where none does. */
  public int month(String text) {
    for (Token token : tokens(text)) {
      int month = token.isNumber() ? 0 : months.month(token.text);
      if (month > 0) {
        return month;
      }
    }
    return 0;
  }

  private static List<Token> tokens(String text) {
    List<Token> tokens = new ArrayList<>();
    int i = 0;
    while (i < text.length()) {
      int start = i;
      boolean digits = isDigit(text.charAt(i));
      while (i < text.length()
          && Character.isLetterOrDigit(text.charAt(i))
          && isDigit(text.charAt(i)) == digits) {
        i++;
      }
      if (i == start) {
        i++;
      } else {
        tokens.add(new Token(text.substring(start, i), start, i));
      }
    }
    return tokens;
  }

  private Optional<Period> read(String text, List<Token> tokens) {
    try {
      return switch (tokens.size()) {
        case 1 -> one(tokens.get(0));
        case 2 -> two(text, tokens.get(0), tokens.get(1));
        default -> three(text, tokens.get(0), tokens.get(1), tokens.get(2));
      };
    } catch (DateTimeException | NumberFormatException e) {
      return Optional.empty();
    }
  }

  private static Optional<Period> one(Token token) {
    if (!token.isNumber(4, 8)) {
      return Optional.empty();
    }
    int number = token.number();
    return switch (token.text.length()) {
      case 4 -> year(number).map(PeriodText::yearOf);
      case 6 ->
          isMonth(number / 100, number % 100)
              ? month(number / 100, number % 100)
              : month(number % 10_000, number / 10_000);
      case 8 ->
          isMonth(number / 10_000, number / 100 % 100)
              ? day(number / 10_000, number / 100 % 100, number % 100)
              : dayOrMonthFirst(number / 1_000_000, number / 10_000 % 100, number % 10_000);
      default -> Optional.empty();
    };
  }

  private Optional<Period> two(String text, Token first, Token second) {
    String between = text.substring(first.end, second.start);
    if (first.isNumber(4, 4) && second.isNumber(1, 2) && isMark(between)) {
      return month(first.number(), second.number());
    }
    if (first.isNumber(1, 2) && second.isNumber(4, 4) && isMark(between)) {
      return month(second.number(), first.number());
    }
    if (first.isNumber(4, 4) && !second.isNumber() && isLoose(between)) {
      return month(first.number(), months.month(second.text));
    }
    if (!first.isNumber() && second.isNumber() && isLoose(between)) {
      int month = months.month(first.text);
      return second.isNumber(2, 2)
          ? month(TwoDigitYears.STANDARD.year(second.number()), month)
          : second.isNumber(4, 4) ? month(second.number(), month) : Optional.empty();
    }
    return Optional.empty();
  }

  private Optional<Period> three(String text, Token first, Token second, Token third) {
    String before = text.substring(first.end, second.start);
    String after = text.substring(second.end, third.start);
    boolean marks = isMark(before) && before.equals(after);
    if (first.isNumber(4, 4) && second.isNumber(2, 2) && third.isNumber(2, 2) && marks) {
      return day(first.number(), second.number(), third.number());
    }
    if (first.isNumber(1, 2) && second.isNumber(1, 2) && third.isNumber(4, 4) && marks) {
      return dayOrMonthFirst(first.number(), second.number(), third.number());
    }
    if (first.isNumber(4, 4) && !second.isNumber() && third.isNumber(1, 2) && after.isEmpty()) {
      return isLoose(before) ? part(first.number(), second.text, third.number()) : Optional.empty();
    }
    if (!first.isNumber() && second.isNumber(1, 2) && third.isNumber(4, 4) && before.isEmpty()) {
      return isLoose(after) ? part(third.number(), first.text, second.number()) : Optional.empty();
    }
    boolean named = first.isNumber(1, 2) && !second.isNumber() && third.isNumber(4, 4);
    return named && isLoose(before) && isLoose(after)
        ? day(third.number(), months.month(second.text), first.number())
        : Optional.empty();
  }

  /** Whether one mark, or nothing, is between two numbers. */
  private static boolean isMark(String between) {
    return between.length() == 1 && "-_./ ".contains(between);
  }

  /** Whether little enough is between a word and a number. */
  private static boolean isLoose(String between) {
    return between.length() <= 2 && between.chars().allMatch(c -> "-_./ ,'".indexOf(c) >= 0);
  }

  private static Optional<Integer> year(int year) {
    return year >= FIRST_YEAR && year <= LAST_YEAR ? Optional.of(year) : Optional.empty();
  }

  private static Period yearOf(int year) {
    return new Period(Grain.YEAR, LocalDate.of(year, 1, 1));
  }

  private static boolean isMonth(int year, int month) {
    return year(year).isPresent() && month >= 1 && month <= 12;
  }

  private static Optional<Period> month(int year, int month) {
    return isMonth(year, month)
        ? Optional.of(new Period(Grain.MONTH, LocalDate.of(year, month, 1)))
        : Optional.empty();
  }

  private static Optional<Period> day(int year, int month, int day) {
    return isMonth(year, month)
        ? Optional.of(new Period(Grain.DAY, LocalDate.of(year, month, day)))
        : Optional.empty();
  }

  private static Optional<Period> dayOrMonthFirst(int first, int second, int year) {
    if (first > 12 || first == second) {
      return day(year, second, first);
    }
    return second > 12 ? day(year, first, second) : Optional.empty();
  }

  /** A quarter or a week of a year. */
  private static Optional<Period> part(int year, String letter, int number) {
    if (year(year).isEmpty()) {
      return Optional.empty();
    }
    if (letter.equalsIgnoreCase("q") && number >= 1 && number <= 4) {
      return Optional.of(new Period(Grain.QUARTER, LocalDate.of(year, number * 3 - 2, 1)));
    }
    LocalDate inYear = LocalDate.of(year, 7, 1);
    boolean week =
        letter.equalsIgnoreCase("w")
            && IsoFields.WEEK_OF_WEEK_BASED_YEAR.rangeRefinedBy(inYear).isValidValue(number);
    return week
        ? Optional.of(
            new Period(
                Grain.WEEK,
                inYear.with(IsoFields.WEEK_OF_WEEK_BASED_YEAR, number).with(DayOfWeek.MONDAY)))
        : Optional.empty();
  }
}
