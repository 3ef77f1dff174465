package baddle.reports.text;

import baddle.reports.CrosstabLayout;
import java.util.ArrayList;
import java.util.List;

/** A column of numbers as text, all aligned on the decimal point. */
final class TextColumn {

  private final List<String> headings;
  private final List<String> cells = new ArrayList<>();
  private final int width;

  TextColumn(CrosstabLayout layout, CrosstabLayout.Column column) {
    headings = column.labels();
    List<String> shown = layout.lines().stream().map(line -> layout.shown(line, column)).toList();
    char mark = layout.number(layout.lines().get(0), column).decimalMark();
    int fraction = shown.stream().mapToInt(text -> fraction(text, mark)).max().orElse(0);
    int hidden = column.measure() <= 0 ? 0 : headings.size() - 1;
    int widest = headings.stream().skip(hidden).mapToInt(TextStyle::width).max().orElse(0);
    for (String text : shown) {
      String aligned = text + " ".repeat(text.isEmpty() ? 0 : fraction - fraction(text, mark));
      cells.add(aligned);
      widest = Math.max(widest, TextStyle.width(aligned));
    }
    width = widest;
  }

  /** How many characters are from the decimal mark on, or else from the end of the digits. */
  private static int fraction(String text, char mark) {
    int last = text.length();
    while (last > 0 && !Character.isDigit(text.charAt(last - 1))) {
      last--;
    }
    if (last == 0) {
      return 0;
    }
    int point = text.lastIndexOf(mark);
    boolean number =
        point >= 0 && text.substring(point + 1, last).chars().allMatch(Character::isDigit);
    return number ? text.length() - point : text.length() - last;
  }

  List<String> headings() {
    return headings;
  }

  int width() {
    return width;
  }

  String cell(int line) {
    return TextStyle.right(cells.get(line), width);
  }
}
