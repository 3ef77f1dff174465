package baddle.store;

import java.util.ArrayList;
import java.util.List;

/** The headings of a source in one text: tabs between them, {@code \\t} for one within. */
final class HeadingList {

  private HeadingList() {}

  static String text(List<String> headings) {
    List<String> escaped = new ArrayList<>();
    for (String heading : headings) {
      escaped.add(heading.replace("\\", "\\\\").replace("\t", "\\t"));
    }
    return String.join("\t", escaped);
  }

  static List<String> parse(String text) {
    List<String> headings = new ArrayList<>();
    for (String one : text.split("\t", -1)) {
      StringBuilder heading = new StringBuilder();
      for (int i = 0; i < one.length(); i++) {
        boolean escapes = one.charAt(i) == '\\' && i + 1 < one.length();
        char next = escapes ? one.charAt(i + 1) : one.charAt(i);
        if (escapes && (next == 't' || next == '\\')) {
          heading.append(next == 't' ? '\t' : next);
          i++;
        } else {
          heading.append(one.charAt(i));
        }
      }
      headings.add(heading.toString());
    }
    return headings;
  }
}
