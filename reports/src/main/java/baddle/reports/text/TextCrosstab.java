package baddle.reports.text;

import baddle.reports.CrosstabLayout;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/**
 * A cross-tab as plain text: labels at the left, numbers aligned on the decimal point. A table
 * wider than the room there is becomes several, one below the other, each with all its labels.
 */
public final class TextCrosstab {

  private static final String GAP = "  ";

  /** After so many lines the headings appear again. */
  private static final int PAGE = 60;

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
    if (!layout.lines().isEmpty()) {
      layout.columns().forEach(column -> columns.add(new TextColumn(layout, column)));
    }
  }

  /**
   * The lines of the text.
   *
   * @param room the width to fit, in characters; 0 for any
   */
  public List<String> lines(int room) {
    List<String> text = new ArrayList<>();
    if (layout.lines().isEmpty()) {
      return List.of(style.strong(layout.title()), "no rows");
    }
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
    String first = name(table.get(0));
    String last = name(table.get(table.size() - 1));
    String range = first.equals(last) ? first : first + " to " + last;
    return layout.title() + " (" + (index + 1) + " of " + tables.size() + ": " + range + ")";
  }

  private String name(TextColumn column) {
    List<String> headings = column.headings();
    int levels = Math.max(1, layout.spec().across().size());
    return String.join(" ", headings.subList(0, Math.min(headings.size(), levels))).strip();
  }

  /** As few tables as fit the room, of about the same width; an item's measures stay together. */
  private List<List<TextColumn>> fold(int room) {
    List<List<TextColumn>> groups = groups();
    int labels = labelWidths.stream().mapToInt(width -> width + GAP.length()).sum();
    int most = room == 0 ? Integer.MAX_VALUE : Math.max(1, room - labels + GAP.length());
    List<List<TextColumn>> folded = filled(groups, most);
    int narrow = groups.stream().mapToInt(TextCrosstab::width).max().orElse(1);
    int wide = folded.stream().mapToInt(TextCrosstab::width).max().orElse(1);
    while (narrow < wide) {
      int middle = (narrow + wide) >>> 1;
      if (filled(groups, middle).size() <= folded.size()) {
        wide = middle;
      } else {
        narrow = middle + 1;
      }
    }
    return filled(groups, Math.min(wide, most));
  }

  private List<List<TextColumn>> groups() {
    boolean together = !layout.spec().measuresAt().down() && !layout.spec().measuresAt().outside();
    int measures =
        together && layout.spec().rollForward().isEmpty() ? layout.spec().measures().size() : 1;
    List<List<TextColumn>> groups = new ArrayList<>();
    for (int from = 0; from < columns.size(); from += measures) {
      groups.add(columns.subList(from, Math.min(columns.size(), from + measures)));
    }
    return groups;
  }

  private static int width(List<TextColumn> table) {
    return table.stream().mapToInt(column -> column.width() + GAP.length()).sum();
  }

  /** Fills tables up to a width; a group that is wider than that is a table of its own. */
  private static List<List<TextColumn>> filled(List<List<TextColumn>> groups, int most) {
    List<List<TextColumn>> tables = new ArrayList<>();
    List<TextColumn> table = new ArrayList<>();
    for (List<TextColumn> group : groups) {
      if (!table.isEmpty() && width(table) + width(group) > most) {
        tables.add(table);
        table = new ArrayList<>();
      }
      table.addAll(group);
    }
    tables.add(table);
    return tables;
  }

  private void addTable(List<TextColumn> table, List<String> text) {
    int width =
        labelWidths.stream().mapToInt(Integer::intValue).sum()
            + table.stream().mapToInt(TextColumn::width).sum()
            + GAP.length() * Math.max(0, labelWidths.size() + table.size() - 1);
    String rule = "─".repeat(width);
    addHeadings(table, rule, text);
    List<CrosstabLayout.Line> lines = layout.lines();
    for (int i = 0; i < lines.size(); i++) {
      CrosstabLayout.Line line = lines.get(i);
      if (i > 0 && i % PAGE == 0 && lines.size() - i > PAGE / 4) {
        text.add("");
        addHeadings(table, rule, text);
      }
      boolean ruled = line.total() && (i == 0 || !lines.get(i - 1).total());
      if (ruled && i > 0) {
        text.add(rule);
      }
      boolean strong = line.total() || line.kind() == CrosstabLayout.Kind.SUBTOTAL;
      String body = body(table, i).stripTrailing();
      text.add(strong ? style.strong(body) : body);
    }
  }

  private void addHeadings(List<TextColumn> table, String rule, List<String> text) {
    int headingLines = layout.headingLines();
    for (int line = 0; line < headingLines; line++) {
      text.add(style.strong(heading(table, line, line == headingLines - 1).stripTrailing()));
    }
    text.add(rule);
  }

  private String heading(List<TextColumn> table, int line, boolean lowest) {
    List<String> cells = new ArrayList<>();
    for (int level = 0; level < labelWidths.size(); level++) {
      String heading = lowest ? layout.downHeadings().get(level) : "";
      cells.add(TextStyle.left(heading, labelWidths.get(level)));
    }
    String before = "";
    for (TextColumn column : table) {
      if (column.headings().isEmpty()) {
        cells.add(TextStyle.right("", column.width()));
        continue;
      }
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
              && index % PAGE != 0
              && labels.subList(0, level + 1).equals(above.subList(0, level + 1));
      cells.add(TextStyle.left(repeated ? "" : labels.get(level), labelWidths.get(level)));
    }
    return cells.stream().map(cell -> cell + GAP).collect(Collectors.joining())
        + table.stream().map(column -> column.cell(index)).collect(Collectors.joining(GAP));
  }
}
