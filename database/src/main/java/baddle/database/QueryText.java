package baddle.database;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.IntFunction;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * One statement of SQL (ISO/IEC 9075) in which {@code {name}} names a value. The values are handed
 * to the database beside the text and never become part of it.
 */
public final class QueryText {

  private static final Pattern PLACE = Pattern.compile("\\{([A-Za-z_][A-Za-z0-9_]*)}");

  /** Where a text between dollar signs begins, as PostgreSQL has it. */
  private static final Pattern DOLLARS = Pattern.compile("\\$([A-Za-z_][A-Za-z0-9_]*)?\\$");

  /** A place in the plain text, and whether a value belongs there or a question mark. */
  private record Mark(int at, boolean isValue) {}

  private final String text;
  private final StringBuilder plain = new StringBuilder();
  private final List<String> names = new ArrayList<>();
  private final List<Mark> marks = new ArrayList<>();
  private int at;

  private QueryText(String text) {
    this.text = text;
  }

  /**
   * Takes a statement apart.
   *
   * @throws IllegalArgumentException if it is none, more than one, or names a value within quotes
   */
  public static QueryText of(String text) {
    QueryText query = new QueryText(text.strip());
    query.read();
    if (query.plain.toString().isBlank() && query.marks.isEmpty()) {
      throw new IllegalArgumentException("the statement is empty");
    }
    return query;
  }

  /** The values it names, each as often as it does, in order. */
  public List<String> names() {
    return List.copyOf(names);
  }

  /** The statement with its values written out, for a person to read. */
  public String shown(Map<String, String> values) {
    return PLACE
        .matcher(text)
        .replaceAll(
            found -> {
              String value = values.get(found.group(1));
              return Matcher.quoteReplacement(
                  value == null ? found.group() : "'" + value.replace("'", "''") + "'");
            });
  }

  /** The statement with a question mark for each value. */
  String prepared(Engine engine) {
    return with(value -> "?", engine.questionMark());
  }

  /** The statement with $1, $2 ... for its values, as PostgreSQL prepares it. */
  String numbered() {
    return with(value -> "$" + value, "?");
  }

  private String with(IntFunction<String> values, String questionMark) {
    StringBuilder filled = new StringBuilder();
    int copied = 0;
    int value = 0;
    for (Mark mark : marks) {
      filled.append(plain, copied, mark.at());
      filled.append(mark.isValue() ? values.apply(++value) : questionMark);
      copied = mark.at();
    }
    return filled.append(plain, copied, plain.length()).toString();
  }

  private void read() {
    while (at < text.length()) {
      char c = text.charAt(at);
      if (c == '\'' || c == '"') {
        quoted(endOfQuotes(c));
      } else if (text.startsWith("--", at)) {
        int end = text.indexOf('\n', at);
        copy(end < 0 ? text.length() : end);
      } else if (text.startsWith("/*", at)) {
        copy(endOfComment());
      } else if (c == '$' && dollars() > at) {
        quoted(dollars());
      } else if (c == ';') {
        endStatement();
      } else if (c == '{') {
        place();
      } else {
        other(c);
      }
    }
  }

  private void other(char c) {
    if (c == '?') {
      marks.add(new Mark(plain.length(), false));
      at++;
    } else {
      copy(at + 1);
    }
  }

  private void copy(int end) {
    plain.append(text, at, end);
    at = end;
  }

  private void quoted(int end) {
    Matcher inside = PLACE.matcher(text).region(at, end);
    if (inside.find()) {
      throw new IllegalArgumentException(
          inside.group()
              + " is within quotes, where it is no value; write it without quotes, the database"
              + " gets the value as a text");
    }
    copy(end);
  }

  private int endOfQuotes(char quote) {
    int end = text.indexOf(quote, at + 1);
    if (end < 0) {
      throw new IllegalArgumentException("a quote that doesn't end: " + beginning());
    }
    return end + 1;
  }

  private int endOfComment() {
    int depth = 0;
    for (int i = at; i < text.length() - 1; i++) {
      if (text.startsWith("/*", i)) {
        depth++;
        i++;
      } else if (text.startsWith("*/", i)) {
        depth--;
        i++;
        if (depth == 0) {
          return i + 1;
        }
      }
    }
    throw new IllegalArgumentException("a comment that doesn't end: " + beginning());
  }

  /** The end of a text between dollar signs; not after where it is if there is none. */
  private int dollars() {
    Matcher begin = DOLLARS.matcher(text).region(at, text.length());
    if (!begin.lookingAt()) {
      return at;
    }
    int end = text.indexOf(begin.group(), begin.end());
    return end < 0 ? at : end + begin.group().length();
  }

  private String beginning() {
    return text.substring(at, Math.min(text.length(), at + 20));
  }

  private void place() {
    Matcher place = PLACE.matcher(text).region(at, text.length());
    if (place.lookingAt()) {
      names.add(place.group(1));
      marks.add(new Mark(plain.length(), true));
      at = place.end();
    } else {
      copy(at + 1);
    }
  }

  private void endStatement() {
    String rest = text.substring(at + 1).replaceAll("(?s)/\\*.*?\\*/|--[^\n]*", "");
    if (!rest.isBlank()) {
      throw new IllegalArgumentException("more than one statement; leave all but one out");
    }
    at = text.length();
  }

  @Override
  public String toString() {
    return text;
  }
}
