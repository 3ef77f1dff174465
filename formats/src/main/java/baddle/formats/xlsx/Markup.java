package baddle.formats.xlsx;

import java.util.ArrayDeque;
import java.util.Deque;

/** Writes elements one after the other, with all text escaped. */
public final class Markup {

  private final StringBuilder out = new StringBuilder();
  private final Deque<String> open = new ArrayDeque<>();

  /** Opens an element with attributes, names and values in turns. */
  public Markup open(String name, String... attributes) {
    start(name, attributes);
    out.append('>');
    open.push(name);
    return this;
  }

  /** Writes an element without content. */
  public Markup empty(String name, String... attributes) {
    start(name, attributes);
    out.append("/>");
    return this;
  }

  private void start(String name, String... attributes) {
    out.append('<').append(name);
    for (int i = 0; i < attributes.length; i += 2) {
      out.append(' ').append(attributes[i]).append("=\"");
      escape(attributes[i + 1]);
      out.append('"');
    }
  }

  /** Writes an element with a text. */
  public Markup text(String name, String text) {
    out.append('<').append(name).append('>');
    escape(text);
    out.append("</").append(name).append('>');
    return this;
  }

  /** A text as it is in XML. */
  public static String escaped(String text) {
    Markup markup = new Markup();
    markup.escape(text);
    return markup.toString();
  }

  /** Ends the element that was opened last. */
  public Markup close() {
    out.append("</").append(open.pop()).append('>');
    return this;
  }

  private void escape(String text) {
    text.codePoints()
        .forEach(
            c -> {
              switch (c) {
                case '&' -> out.append("&amp;");
                case '<' -> out.append("&lt;");
                case '>' -> out.append("&gt;");
                case '"' -> out.append("&quot;");
                case '\t', '\n', '\r' -> out.append("&#").append(c).append(';');
                default -> {
                  boolean impossible =
                      c < ' ' || (c >= 0xD800 && c < 0xE000) || c == 0xFFFE || c == 0xFFFF;
                  out.appendCodePoint(impossible ? 0xFFFD : c);
                }
              }
            });
  }

  @Override
  public String toString() {
    while (!open.isEmpty()) {
      close();
    }
    return out.toString();
  }
}
