package baddle.plan;

import baddle.core.value.Period;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A pattern of paths or names that may carry data: {@code inbox/tills/{site}-{period}.csv}. {@code
 * *} is any characters but a slash, {@code **} any characters, {@code ?} one; {@code {name}} is at
 * least one character but a slash and comes in under that name, {@code {period}} only what reads as
 * a period. Case doesn't matter, nor does how accents are composed.
 */
public final class NamePattern {

  /** The part that is read as a period. */
  public static final String PERIOD = "period";

  private static final Pattern TOKEN = Pattern.compile("\\{(\\w+)}|\\*\\*/?|\\*|\\?|[^{*?]+|\\{");

  private final String text;
  private final Pattern pattern;
  private final List<String> parts = new ArrayList<>();

  /**
   * Compiles a pattern.
   *
   * @throws IllegalArgumentException if a brace isn't closed, or a part is named twice
   */
  public NamePattern(String text) {
    this.text = text;
    StringBuilder regex = new StringBuilder();
    Matcher token = TOKEN.matcher(composed(text));
    while (token.find()) {
      regex.append(translate(token));
    }
    pattern = Pattern.compile(regex.toString(), Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);
  }

  private static String composed(String name) {
    return Normalizer.isNormalized(name, Normalizer.Form.NFC)
        ? name
        : Normalizer.normalize(name, Normalizer.Form.NFC);
  }

  private String translate(Matcher token) {
    String part = token.group(1);
    if (part != null) {
      if (parts.contains(part)) {
        throw new IllegalArgumentException("{" + part + "} stands twice in " + text);
      }
      parts.add(part);
      return part.equals(PERIOD) ? "(" + Period.SPELLINGS + ")" : "([^/]+?)";
    }
    return switch (token.group()) {
      case "**/" -> "(?:.*/)?";
      case "**" -> ".*";
      case "*" -> "[^/]*";
      case "?" -> "[^/]";
      case "{" -> throw new IllegalArgumentException("{ without a name and } in " + text);
      default -> Pattern.quote(token.group());
    };
  }

  /** The names between braces, in order. */
  public List<String> parts() {
    return List.copyOf(parts);
  }

  /**
   * What the parts of a name are, by their names; empty where the name doesn't have the pattern.
   */
  public Optional<Map<String, String>> match(String name) {
    Matcher matcher = pattern.matcher(composed(name));
    if (!matcher.matches()) {
      return Optional.empty();
    }
    Map<String, String> values = new LinkedHashMap<>();
    for (int i = 0; i < parts.size(); i++) {
      values.put(parts.get(i), matcher.group(i + 1).strip());
    }
    return Optional.of(values);
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
