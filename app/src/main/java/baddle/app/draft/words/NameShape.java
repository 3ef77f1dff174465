package baddle.app.draft.words;

import baddle.core.calendar.Period;
import baddle.core.calendar.PeriodText;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * What the names of some files or sheets have in common: a period, and one part that varies.
 *
 * @param before what all names begin with; where {@code hasPeriod}, the period is the mark 1
 * @param after what all names end with
 * @param parts the part between of each name, in the order of the names
 * @param hasPeriod whether every name has a period at the same place
 */
public record NameShape(String before, String after, List<String> parts, boolean hasPeriod) {

  private static final char PERIOD_MARK = '\u0001';

  /** What names have in common. */
  public static NameShape of(List<String> names, PeriodText periods) {
    List<String> marked = new ArrayList<>();
    for (String name : names) {
      marked.add(withMark(name, periods));
    }
    boolean hasPeriod = marked.stream().allMatch(name -> name.indexOf(PERIOD_MARK) >= 0);
    List<String> shapes = hasPeriod ? marked : names;
    String first = shapes.get(0);
    int start = first.length();
    int end = first.length();
    for (String shape : shapes) {
      start = Math.min(start, commonStart(first, shape));
    }
    for (String shape : shapes) {
      int room = Math.min(first.length(), shape.length()) - start;
      end = Math.min(end, Math.min(room, commonEnd(first, shape)));
    }
    start = wordStart(first, start);
    int cut = wordEnd(first, first.length() - end);
    String before = first.substring(0, start);
    String after = cut < start ? "" : first.substring(cut);
    List<String> parts = new ArrayList<>();
    for (String shape : shapes) {
      parts.add(shape.substring(before.length(), shape.length() - after.length()));
    }
    return new NameShape(before, after, parts, hasPeriod);
  }

  private static int commonStart(String one, String other) {
    int i = 0;
    while (i < Math.min(one.length(), other.length()) && one.charAt(i) == other.charAt(i)) {
      i++;
    }
    return i;
  }

  private static int commonEnd(String one, String other) {
    return commonStart(
        new StringBuilder(one).reverse().toString(), new StringBuilder(other).reverse().toString());
  }

  /** Back to where the word begins that differs. */
  private static int wordStart(String text, int at) {
    int start = at;
    while (start > 0
        && start < text.length()
        && Character.isLetterOrDigit(text.charAt(start - 1))) {
      start--;
    }
    return start;
  }

  private static int wordEnd(String text, int at) {
    int end = at;
    while (end < text.length() && end > 0 && Character.isLetterOrDigit(text.charAt(end))) {
      end++;
    }
    return end;
  }

  /** The name with its one period replaced by a mark. */
  private static String withMark(String name, PeriodText periods) {
    Optional<Period> period = periods.find(name);
    if (period.isEmpty()) {
      return name;
    }
    for (int length = name.length(); length > 0; length--) {
      for (int start = 0; start + length <= name.length(); start++) {
        String text = name.substring(start, start + length);
        boolean plain = text.equals(text.strip());
        if (plain && periods.parse(text).filter(period.get()::equals).isPresent()) {
          return name.substring(0, start) + PERIOD_MARK + name.substring(start + length);
        }
      }
    }
    return name;
  }

  /** Whether the part that varies is something the names tell apart by, besides the period. */
  public boolean varies() {
    return parts.stream().distinct().count() > 1
        && parts.stream().noneMatch(part -> part.isBlank() || part.indexOf(PERIOD_MARK) >= 0);
  }

  /**
   * The pattern of all the names.
   *
   * @param part what the part that varies is called; empty for any characters
   */
  public String pattern(Optional<String> part) {
    boolean one = parts.stream().distinct().count() == 1;
    String middle =
        one ? plain(parts.get(0)) : varies() && part.isPresent() ? "{" + part.get() + "}" : "*";
    return (plain(before) + middle + plain(after)).replace(String.valueOf(PERIOD_MARK), "{period}");
  }

  /** The characters of a name in a pattern; those that mean something there become any one. */
  public static String plain(String name) {
    return name.replaceAll("[{}*]", "?");
  }
}
