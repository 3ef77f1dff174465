package baddle.formats.edit;

import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Tags as they are written. */
final class PartText {

  private static final Map<String, Pattern> PATTERNS = new ConcurrentHashMap<>();

  private PartText() {}

  /** A tag without an attribute. */
  static String without(String tag, String attribute) {
    return pattern(attribute).matcher(tag).replaceFirst("");
  }

  /** A tag with an attribute's value, in the place of the one it has. */
  static String with(String tag, String attribute, String value) {
    String written = " " + attribute + "=\"" + escaped(value) + "\"";
    Matcher there = pattern(attribute).matcher(tag);
    if (there.find()) {
      return there.replaceFirst(Matcher.quoteReplacement(written));
    }
    int end = tag.endsWith("/>") ? tag.length() - 2 : tag.length() - 1;
    return tag.substring(0, end).stripTrailing() + written + tag.substring(end);
  }

  private static Pattern pattern(String attribute) {
    return PATTERNS.computeIfAbsent(attribute, PartText::compiled);
  }

  private static Pattern compiled(String attribute) {
    return Pattern.compile("\\s+" + Pattern.quote(attribute) + "\\s*=\\s*(?:\"[^\"]*\"|'[^']*')");
  }

  /** The prefix, with its mark, of the first attribute with a local name; empty for none. */
  static Optional<String> prefixOf(String tag, String localName) {
    Matcher matcher =
        Pattern.compile("\\s([\\w.-]+:)" + Pattern.quote(localName) + "\\s*=").matcher(tag);
    return matcher.find() ? Optional.of(matcher.group(1)) : Optional.empty();
  }

  /** A tag that has content, of one that has none. */
  static String opened(String tag) {
    return tag.endsWith("/>") ? tag.substring(0, tag.length() - 2).stripTrailing() + ">" : tag;
  }

  /** Characters that XML writes, as they are read. */
  static String unescaped(String text) {
    if (text.indexOf('&') < 0) {
      return text;
    }
    StringBuilder plain = new StringBuilder();
    Matcher matcher = ENTITY.matcher(text);
    while (matcher.find()) {
      String name = matcher.group(1);
      String meant =
          switch (name) {
            case "amp" -> "&";
            case "lt" -> "<";
            case "gt" -> ">";
            case "quot" -> "\"";
            case "apos" -> "'";
            default ->
                Character.toString(
                    name.startsWith("#x")
                        ? Integer.parseInt(name.substring(2), 16)
                        : Integer.parseInt(name.substring(1)));
          };
      matcher.appendReplacement(plain, Matcher.quoteReplacement(meant));
    }
    return matcher.appendTail(plain).toString();
  }

  private static final Pattern ENTITY =
      Pattern.compile("&(amp|lt|gt|quot|apos|#x[0-9a-fA-F]{1,6}|#[0-9]{1,7});");

  /** Characters as XML writes them; those it can't hold become U+FFFD. */
  static String escaped(String text) {
    StringBuilder escaped = new StringBuilder(text.length() + 16);
    text.codePoints()
        .forEach(
            c -> {
              switch (c) {
                case '&' -> escaped.append("&amp;");
                case '<' -> escaped.append("&lt;");
                case '>' -> escaped.append("&gt;");
                case '"' -> escaped.append("&quot;");
                case '\r' -> escaped.append("&#13;");
                default -> {
                  boolean impossible =
                      (c < ' ' && c != '\t' && c != '\n')
                          || (c >= 0xD800 && c < 0xE000)
                          || c == 0xFFFE
                          || c == 0xFFFF;
                  escaped.appendCodePoint(impossible ? 0xFFFD : c);
                }
              }
            });
    return escaped.toString();
  }
}
