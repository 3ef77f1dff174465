package baddle.core.expression;

import com.google.re2j.Pattern;
import com.google.re2j.PatternSyntaxException;
import org.jspecify.annotations.Nullable;

/** What functions do with texts; positions count from 1, in characters (code points). */
final class Texts {

  /** The most characters that a function's text may have. */
  static final int LONGEST = 100_000;

  private static final String SPECIAL = "\\.[]{}()*+?^$|";

  private Texts() {}

  static String substring(String text, long from, long length) throws Failure.Thrown {
    if (length < 0) {
      throw new Failure.Thrown(Failure.OUT_OF_RANGE);
    }
    int characters = text.codePointCount(0, text.length());
    long start = Math.max(1, from);
    long end = Math.min(characters + 1L, length > LONGEST ? Integer.MAX_VALUE : from + length);
    if (start >= end) {
      return "";
    }
    int first = text.offsetByCodePoints(0, (int) start - 1);
    return text.substring(first, text.offsetByCodePoints(first, (int) (end - start)));
  }

  static String replaced(String text, String part, String with) throws Failure.Thrown {
    long times = part.isEmpty() ? text.length() + 1L : 0;
    int at = part.isEmpty() ? -1 : text.indexOf(part);
    while (at >= 0) {
      times++;
      at = text.indexOf(part, at + part.length());
    }
    if (text.length() + times * (with.length() - part.length()) > LONGEST) {
      throw new Failure.Thrown(Failure.TOO_LONG);
    }
    return text.replace(part, with);
  }

  static long position(String part, String text) {
    int index = text.indexOf(part);
    return index < 0 ? 0 : text.codePointCount(0, index) + 1L;
  }

  static String trim(String text, String side, String characters) {
    int start = 0;
    int end = text.length();
    while (!side.equals("trailing") && start < end && isOf(text.charAt(start), characters)) {
      start++;
    }
    while (!side.equals("leading") && end > start && isOf(text.charAt(end - 1), characters)) {
      end--;
    }
    return text.substring(start, end);
  }

  private static boolean isOf(char c, String characters) {
    return characters.indexOf(c) >= 0;
  }

  /** A text that is longer already stays whole, for cut codes could become equal. */
  static String padded(String text, long length, String with, boolean left) throws Failure.Thrown {
    if (length < 0 || length > LONGEST || with.isEmpty()) {
      throw new Failure.Thrown(Failure.OUT_OF_RANGE);
    }
    int missing = (int) length - text.codePointCount(0, text.length());
    if (missing <= 0) {
      return text;
    }
    String padding = substring(with.repeat(missing), 1, missing);
    return left ? padding + text : text + padding;
  }

  /** The n-th part between separators, from 1; from the end for negative numbers; else empty. */
  static String part(String text, String separator, long number) throws Failure.Thrown {
    if (separator.isEmpty() || number == 0) {
      throw new Failure.Thrown(Failure.OUT_OF_RANGE);
    }
    String[] parts = text.split(java.util.regex.Pattern.quote(separator), -1);
    long index = number > 0 ? number - 1 : parts.length + number;
    return index < 0 || index >= parts.length ? "" : parts[(int) index].strip();
  }

  static String joined(@Nullable Object[] arguments) {
    StringBuilder text = new StringBuilder();
    for (int i = 1; i < arguments.length; i++) {
      if (arguments[i] != null) {
        String separator = arguments[0] == null ? "" : (String) arguments[0];
        text.append(text.length() == 0 ? "" : separator).append(arguments[i]);
      }
    }
    return text.toString();
  }

  /**
   * A pattern of the standard's {@code like}: {@code %} for any text, {@code _} for a character.
   */
  static Pattern like(String pattern, String escape) {
    StringBuilder regex = new StringBuilder("(?s)\\A(?:");
    for (int i = 0; i < pattern.length(); i++) {
      char c = pattern.charAt(i);
      if (!escape.isEmpty() && c == escape.charAt(0) && i + 1 < pattern.length()) {
        i++;
        regex.append(quoted(pattern.charAt(i)));
      } else {
        regex.append(c == '%' ? ".*" : c == '_' ? "." : quoted(c));
      }
    }
    return Pattern.compile(regex.append(")\\z").toString());
  }

  private static String quoted(char c) {
    return SPECIAL.indexOf(c) >= 0 ? "\\" + c : String.valueOf(c);
  }

  /**
   * A pattern of the standard's {@code like_regex}, without references back, so that matching takes
   * time in proportion to the text.
   *
   * @throws PatternSyntaxException if it is none
   */
  static Pattern regex(String pattern, String flags) {
    int bits = flags.contains("i") ? Pattern.CASE_INSENSITIVE : 0;
    bits |= flags.contains("s") ? Pattern.DOTALL : 0;
    bits |= flags.contains("m") ? Pattern.MULTILINE : 0;
    return Pattern.compile(pattern, bits);
  }
}
