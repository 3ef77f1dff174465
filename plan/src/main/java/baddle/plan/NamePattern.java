package baddle.plan;

import baddle.core.calendar.PeriodText;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

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

  /** The bit that tells capital letters of ASCII from small ones. */
  private static final int CASE = 0x20;

  private enum Kind {
    /** These very characters. */
    PLAIN,
    /** One character but a slash. */
    ONE,
    /** Any characters but a slash. */
    ANY,
    /** Any characters. */
    ANY_PATH,
    /** Nothing, or folders with the slash behind them. */
    FOLDERS,
    /** A named part. */
    PART
  }

  private record Token(Kind kind, String text) {

    /**
     * Whether plain characters may begin with this one, in any case. A quick look: yes may turn out
     * wrong, no doesn't.
     */
    boolean mayBeginWith(char c) {
      char first = text.charAt(0);
      return c == first || (c | CASE) == (first | CASE) || c > ASCII || first > ASCII;
    }

    boolean isAt(String name, int at) {
      return name.startsWith(text, at) || name.regionMatches(true, at, text, 0, text.length());
    }
  }

  private final String text;
  private final PeriodText periods;
  private final List<Token> tokens = new ArrayList<>();
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
      tokens.add(new Token(Kind.PART, part));
      return close + 1;
    }
    if (c == '*') {
      Kind kind =
          pattern.startsWith("**/", at)
              ? Kind.FOLDERS
              : pattern.startsWith("**", at) ? Kind.ANY_PATH : Kind.ANY;
      tokens.add(new Token(kind, ""));
      return at + (kind == Kind.FOLDERS ? 3 : kind == Kind.ANY_PATH ? 2 : 1);
    }
    if (c == '?') {
      tokens.add(new Token(Kind.ONE, ""));
      return at + 1;
    }
    int end = at;
    while (end < pattern.length() && "{*?".indexOf(pattern.charAt(end)) < 0) {
      end++;
    }
    tokens.add(new Token(Kind.PLAIN, pattern.substring(at, end)));
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
    return new Match(composed(name), period -> periods.parse(period).isPresent()).run();
  }

  /**
   * What is where the period should be, in a name that would have the pattern if that were a
   * period. It must begin with a digit and have two in a row, for else no period was meant.
   */
  public Optional<String> unreadablePeriod(String name) {
    return parts.contains(PERIOD) && match(name).isEmpty()
        ? new Match(composed(name), NamePattern::meansPeriod)
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

  /**
   * One name against the tokens; places that led nowhere are remembered, so none is tried twice.
   */
  private final class Match {

    private final String name;
    private final char[] letters;
    private final Predicate<String> isPeriod;
    private final BitSet deadEnds = new BitSet();
    private final int[] partStarts = new int[tokens.size()];
    private final int[] partEnds = new int[tokens.size()];

    Match(String name, Predicate<String> isPeriod) {
      this.name = name;
      this.letters = name.toCharArray();
      this.isPeriod = isPeriod;
    }

    Optional<Map<String, String>> run() {
      if (!from(0, 0)) {
        return Optional.empty();
      }
      Map<String, String> values = new LinkedHashMap<>();
      for (int i = 0; i < tokens.size(); i++) {
        if (tokens.get(i).kind == Kind.PART) {
          values.put(tokens.get(i).text, name.substring(partStarts[i], partEnds[i]).strip());
        }
      }
      return Optional.of(values);
    }

    private boolean from(int token, int at) {
      if (token == tokens.size()) {
        return at == name.length();
      }
      int place = token * (name.length() + 1) + at;
      if (deadEnds.get(place)) {
        return false;
      }
      boolean found = tryFrom(token, at);
      deadEnds.set(place, !found);
      return found;
    }

    private boolean tryFrom(int token, int at) {
      Token wanted = tokens.get(token);
      return switch (wanted.kind) {
        case PLAIN -> wanted.isAt(name, at) && from(token + 1, at + wanted.text.length());
        case ONE -> at < name.length() && name.charAt(at) != '/' && from(token + 1, at + 1);
        case ANY -> any(token, at, segmentEnd(at));
        case ANY_PATH -> any(token, at, name.length());
        case FOLDERS -> folders(token, at);
        case PART ->
            wanted.text.equals(PERIOD) ? period(token, at) : part(token, at, segmentEnd(at));
      };
    }

    private int segmentEnd(int at) {
      int slash = name.indexOf('/', at);
      return slash < 0 ? name.length() : slash;
    }

    private boolean any(int token, int at, int last) {
      return end(token, at, last) <= last;
    }

    /**
     * Where a token of any characters can end in a range, so that the rest fits; else behind it.
     */
    private int end(int token, int from, int last) {
      int end = next(token + 1, from, last);
      while (end <= last && !from(token + 1, end)) {
        end = next(token + 1, end + 1, last);
      }
      return end;
    }

    /** The first place in a range where a token may be; behind the range where there is none. */
    private int next(int token, int from, int last) {
      if (token == tokens.size()) {
        return Math.max(from, letters.length);
      }
      Token wanted = tokens.get(token);
      if (wanted.kind != Kind.PLAIN) {
        return from;
      }
      int place = from;
      while (place <= last && (place == letters.length || !wanted.mayBeginWith(letters[place]))) {
        place++;
      }
      return place;
    }

    private boolean folders(int token, int at) {
      if (from(token + 1, at)) {
        return true;
      }
      for (int slash = name.indexOf('/', at); slash >= 0; slash = name.indexOf('/', slash + 1)) {
        if (from(token + 1, slash + 1)) {
          return true;
        }
      }
      return false;
    }

    private boolean part(int token, int at, int last) {
      int end = end(token, at + 1, last);
      return end <= last && isPart(token, at, end);
    }

    private boolean isPart(int token, int start, int end) {
      partStarts[token] = start;
      partEnds[token] = end;
      return true;
    }

    private boolean period(int token, int at) {
      for (int end = segmentEnd(at); end > at; end--) {
        if (next(token + 1, end, end) == end
            && from(token + 1, end)
            && isPeriod.test(name.substring(at, end))) {
          return isPart(token, at, end);
        }
      }
      return false;
    }
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
