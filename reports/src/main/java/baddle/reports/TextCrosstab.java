package baddle.reports;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/**
 * A cross-tab as plain text: labels at the left, numbers aligned on the decimal point. A table wider
 * than the room there is becomes several, one below the other, each with all its labels.
 */
public final class TextCrosstab {

  private static final String GAP = "  ";

  private final CrosstabLayout layout;
  private final TextStyle style;
  private final List<Integer> labelWidths = new ArrayList<>();
  private final List<TextColumn> columns = new ArrayList<>();

  /** Prepares a text. */
  public TextCrosstab(CrosstabLayout layout, TextStyle style) {
    this.layout = layout;
    this.style = style;
    for (int level = 0; level < layout.downHeadings().size(); level++) {
      int width = TextStyle.width(layout.downHeadings().get(level));
      for (CrosstabLayout.Line line : layout.lines()) {
        width = Math.max(width, TextStyle.width(line.labels().get(level)));
      }
      labelWidths.add(width);
    }
    layout.columns().forEach(column -> columns.add(new TextColumn(layout, column)));
  }

  /**
   * The lines of the text.
   *
   * @param room the width to fit, in characters; 0 for any
   */
  public List<String> lines(int room) {
    List<String> text = new ArrayList<>();
    List<List<TextColumn>> tables = fold(room);
    for (int i = 0; i < tables.size(); i++) {
      if (i > 0) {
        text.add("");
      }
      text.add(style.strong(title(tables, i)));
      addTable(tables.get(i), text);
    }
    return text;
  }

  private String title(List<List<TextColumn>> tables, int index) {
    if (tables.size() == 1) {
      return layout.title();
    }
    List<TextColumn> table = tables.get(index);
    String first = String.join(" ", table.get(0).headings()).strip();
    String last = String.join(" ", table.get(table.size() - 1).headings()).strip();
    String range = first.equals(last) ? first : first + " to " + last;
    return layout.title() + " (" + (index + 1) + " of " + tables.size() + ": " + range + ")";
  }

  private List<List<TextColumn>> fold(int room) {
    int labels = labelWidths.stream().mapToInt(width -> width + GAP.length()).sum();
    List<List<TextColumn>> tables = new ArrayList<>();
    List<TextColumn> table = new ArrayList<>();
    int used = labels;
    for (TextColumn column : columns) {
      int needed = column.width() + GAP.length();
      if (room > 0 && !table.isEmpty() && used - GAP.length() + needed > room) {
        tables.add(table);
        table = new ArrayList<>();
        used = labels;
      }
      table.add(column);
      used += needed;
    }
    tables.add(table);
    return tables;
  }

  private void addTable(List<TextColumn> table, List<String> text) {
    int headingLines = layout.headingLines();
    for (int line = 0; line < headingLines; line++) {
      text.add(style.strong(heading(table, line, line == headingLines - 1).stripTrailing()));
    }
    int width =
        labelWidths.stream().mapToInt(Integer::intValue).sum()
            + table.stream().mapToInt(TextColumn::width).sum()
            + GAP.length() * Math.max(0, labelWidths.size() + table.size() - 1);
    String rule = "─".repeat(width);
    text.add(rule);
    List<CrosstabLayout.Line> lines = layout.lines();
    for (int i = 0; i < lines.size(); i++) {
      boolean total = lines.get(i).total();
      if (total && i > 0) {
        text.add(rule);
      }
      String body = body(table, i).stripTrailing();
      text.add(total ? style.strong(body) : body);
    }
  }

  private String heading(List<TextColumn> table, int line, boolean lowest) {
    List<String> cells = new ArrayList<>();
    for (int level = 0; level < labelWidths.size(); level++) {
      String heading = lowest ? layout.downHeadings().get(level) : "";
      cells.add(TextStyle.left(heading, labelWidths.get(level)));
    }
    String before = "";
    for (TextColumn column : table) {
      String path = String.join("\n", column.headings().subList(0, line + 1));
      boolean repeated = !lowest && path.equals(before);
      before = path;
      String heading = repeated ? "" : column.headings().get(line);
      cells.add(TextStyle.right(heading, column.width()));
    }
    return String.join(GAP, cells);
  }

  private String body(List<TextColumn> table, int index) {
    List<CrosstabLayout.Line> lines = layout.lines();
    List<String> labels = lines.get(index).labels();
    List<String> above = index == 0 ? List.of() : lines.get(index - 1).labels();
    List<String> cells = new ArrayList<>();
    for (int level = 0; level < labelWidths.size(); level++) {
      boolean innermost = level == labelWidths.size() - 1;
      boolean repeated =
          !innermost
              && !above.isEmpty()
              && labels.subList(0, level + 1).equals(above.subList(0, level + 1));
      cells.add(TextStyle.left(repeated ? "" : labels.get(level), labelWidths.get(level)));
    }
    return cells.stream().map(cell -> cell + GAP).collect(Collectors.joining())
        + table.stream().map(column -> column.cell(index)).collect(Collectors.joining(GAP));
  }
}
