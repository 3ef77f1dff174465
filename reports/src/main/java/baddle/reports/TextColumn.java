package baddle.reports;

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
    int fraction = shown.stream().mapToInt(TextColumn::fraction).max().orElse(0);
    int hidden = column.measure() == 0 ? 0 : headings.size() - 1;
    int widest = headings.stream().skip(hidden).mapToInt(TextStyle::width).max().orElse(0);
    for (String text : shown) {
      String aligned = text + " ".repeat(fraction - fraction(text));
      cells.add(aligned);
      widest = Math.max(widest, TextStyle.width(aligned));
    }
    width = widest;
  }

  /** How many characters stand from the decimal point on. */
  private static int fraction(String text) {
    int point = text.lastIndexOf('.');
    boolean number = point >= 0 && text.chars().skip(point + 1L).allMatch(Character::isDigit);
    return number ? text.length() - point : 0;
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
