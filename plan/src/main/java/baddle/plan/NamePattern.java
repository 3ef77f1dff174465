package baddle.plan;

import baddle.core.calendar.PeriodText;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A pattern of paths or names that may carry data: {@code inbox/tills/{site}-{period}.csv}. {@code
 * *} is any characters but a slash, {@code **} any characters, {@code ?} one; {@code {name}} is at
 * least one character but a slash and comes in under that name, {@code {period}} only what reads as
 * a period. Case doesn't matter, nor does how accents are composed.
 */
public final class NamePattern {

  /** The part that is read as a period. */
  public static final String PERIOD = "period";

  private static final int ASCII = 0x7f;

  private final String text;
  private final PeriodText periods;
  private final List<NameToken> tokens = new ArrayList<>();
  private final List<String> parts = new ArrayList<>();

  /**
   * Compiles a pattern in which periods have English names.
   *
   * @throws IllegalArgumentException if a brace isn't closed, or a part is named twice
   */
  public NamePattern(String text) {
    this(text, PeriodText.english());
  }

  /**
   * Compiles a pattern.
   *
   * @param periods reads what is where {@code {period}} is
   * @throws IllegalArgumentException if a brace isn't closed, or a part is named twice
   */
  public NamePattern(String text, PeriodText periods) {
    this.text = text;
    this.periods = periods;
    String pattern = composed(text);
    int at = 0;
    while (at < pattern.length()) {
      at = addToken(pattern, at);
    }
  }

  private int addToken(String pattern, int at) {
    char c = pattern.charAt(at);
    if (c == '{') {
      int close = pattern.indexOf('}', at);
      String part = close < 0 ? "" : pattern.substring(at + 1, close);
      if (part.isEmpty() || !part.chars().allMatch(NamePattern::isNameCharacter)) {
        throw new IllegalArgumentException("{ without a name and } in " + text);
      }
      if (parts.contains(part)) {
        throw new IllegalArgumentException("{" + part + "} appears twice in " + text);
      }
      parts.add(part);
      tokens.add(new NameToken(NameToken.Kind.PART, part));
      return close + 1;
    }
    if (c == '*') {
      NameToken.Kind kind =
          pattern.startsWith("**/", at)
              ? NameToken.Kind.FOLDERS
              : pattern.startsWith("**", at) ? NameToken.Kind.ANY_PATH : NameToken.Kind.ANY;
      tokens.add(new NameToken(kind, ""));
      return at + (kind == NameToken.Kind.FOLDERS ? 3 : kind == NameToken.Kind.ANY_PATH ? 2 : 1);
    }
    if (c == '?') {
      tokens.add(new NameToken(NameToken.Kind.ONE, ""));
      return at + 1;
    }
    int end = at;
    while (end < pattern.length() && "{*?".indexOf(pattern.charAt(end)) < 0) {
      end++;
    }
    tokens.add(new NameToken(NameToken.Kind.PLAIN, pattern.substring(at, end)));
    return end;
  }

  private static boolean isNameCharacter(int c) {
    return c == '_' || Character.isLetterOrDigit(c);
  }

  private static String composed(String name) {
    for (int i = 0; i < name.length(); i++) {
      if (name.charAt(i) > ASCII) {
        return Normalizer.normalize(name, Normalizer.Form.NFC);
      }
    }
    return name;
  }

  /** The names between braces, in order. */
  public List<String> parts() {
    return List.copyOf(parts);
  }

  /**
   * What the parts of a name are, by their names; empty where the name doesn't have the pattern.
   */
  public Optional<Map<String, String>> match(String name) {
    return new NameMatch(tokens, composed(name), period -> periods.parse(period).isPresent()).run();
  }

  /**
   * What is where the period should be, in a name that would have the pattern if that were a
   * period. It must begin with a digit and have two in a row, for else no period was meant.
   */
  public Optional<String> unreadablePeriod(String name) {
    return parts.contains(PERIOD) && match(name).isEmpty()
        ? new NameMatch(tokens, composed(name), NamePattern::meansPeriod)
            .run()
            .map(values -> values.getOrDefault(PERIOD, ""))
        : Optional.empty();
  }

  private static boolean meansPeriod(String text) {
    if (!Character.isDigit(text.charAt(0))) {
      return false;
    }
    for (int i = 1; i < text.length(); i++) {
      if (Character.isDigit(text.charAt(i - 1)) && Character.isDigit(text.charAt(i))) {
        return true;
      }
    }
    return false;
  }

  /** The folders before the first one that isn't named plainly; empty for the plan's own. */
  public String folder() {
    int plain = 0;
    for (int i = 0; i < text.length() && "{*?".indexOf(text.charAt(i)) < 0; i++) {
      if (text.charAt(i) == '/') {
        plain = i;
      }
    }
    return text.substring(0, plain);
  }

  /** As it is written in the plan. */
  @Override
  public String toString() {
    return text;
  }
}
