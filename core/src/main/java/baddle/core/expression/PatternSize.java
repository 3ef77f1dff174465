package baddle.core.expression;

import java.util.ArrayDeque;
import java.util.Deque;

/**
 * How many steps a regular expression has once its repeats are written out, as its machine does:
 * {@code (a{1,1000}){1,1000}} has a million. Time and memory grow with them.
 */
final class PatternSize {

  /** The most that are accepted. */
  static final int MOST = 10_000;

  private final String pattern;
  private int at;

  private PatternSize(String pattern) {
    this.pattern = pattern;
  }

  /** The steps of a pattern; any number for one that isn't well-formed. */
  static long of(String pattern) {
    return new PatternSize(pattern).steps();
  }

  private long steps() {
    Deque<Long> before = new ArrayDeque<>();
    long sum = 0;
    while (at < pattern.length()) {
      char c = pattern.charAt(at);
      long part = 1;
      if (c == '(') {
        at++;
        before.push(sum);
        sum = 0;
        continue;
      } else if (c == ')' && !before.isEmpty()) {
        at++;
        part = sum + 2;
        sum = before.pop();
      } else {
        skip(c);
      }
      sum = added(sum, times(part, repeats()));
    }
    for (long outer : before) {
      sum = added(sum, outer);
    }
    return sum;
  }

  /** Passes over a character, an escape or a class in brackets. */
  private void skip(char c) {
    if (c == '[') {
      int end = at + 1;
      end += pattern.startsWith("^", end) ? 1 : 0;
      end += pattern.startsWith("]", end) ? 1 : 0;
      while (end < pattern.length() && pattern.charAt(end) != ']') {
        end += pattern.charAt(end) == '\\' ? 2 : 1;
      }
      at = end + 1;
    } else if (pattern.startsWith("\\Q", at)) {
      int end = pattern.indexOf("\\E", at);
      at = end < 0 ? pattern.length() : end + 2;
    } else {
      at += c == '\\' ? 2 : 1;
    }
  }

  /** How often what was read last is written out. */
  private long repeats() {
    int end = at < pattern.length() && pattern.charAt(at) == '{' ? pattern.indexOf('}', at) : -1;
    String[] bounds = end < 0 ? new String[0] : pattern.substring(at + 1, end).split(",", -1);
    if (bounds.length == 0 || bounds.length > 2 || !bounds[0].matches("[0-9]{1,9}")) {
      return 1;
    }
    boolean isOpen = bounds.length == 2 && bounds[1].isEmpty();
    String most = bounds[bounds.length - 1];
    if (!isOpen && !most.matches("[0-9]{1,9}")) {
      return 1;
    }
    at = end + 1;
    return Math.max(1, isOpen ? Long.parseLong(bounds[0]) + 1 : Long.parseLong(most));
  }

  private static long added(long a, long b) {
    return a > Long.MAX_VALUE - b ? Long.MAX_VALUE : a + b;
  }

  private static long times(long a, long b) {
    return a > Long.MAX_VALUE / b ? Long.MAX_VALUE : a * b;
  }
}
