package baddle.cli.look;

import baddle.app.look.Around;
import baddle.app.look.Layout;
import baddle.app.look.LookChoice;
import baddle.app.look.LookedFile;
import baddle.app.look.LookedSheet;
import baddle.core.finding.NumberText;
import baddle.core.grid.CellRange;
import baddle.core.profile.TableProfile;
import baddle.core.value.ValueProfile;
import baddle.reports.text.TextStyle;
import baddle.reports.text.TextTable;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;

/** What is inside a file, as text. */
final class LookText {

  private static final int WIDEST = 24;

  /** A sheet without a table may be a form, which is better seen whole. */
  private static final int ROWS_WITHOUT_TABLE = 12;

  private static final int LEFT_COLUMNS = 2;
  private static final int RIGHT_COLUMNS = 2;

  private final TextStyle style;
  private final int room;

  /**
   * For a terminal.
   *
   * @param room its width in characters; 0 for no limit
   */
  LookText(TextStyle style, int room) {
    this.style = style;
    this.room = room;
  }

  List<String> lines(LookedFile file, LookChoice choice) {
    List<String> lines = new ArrayList<>();
    lines.add(style.strong(file.file()));
    lines.add("  " + file.kind() + ", " + size(file.size()) + sheets(file));
    file.message()
        .ifPresent(
            message ->
                lines.add(
                    "  from "
                        + message.sender()
                        + message.sent().map(day -> ", sent " + day).orElse("")));
    file.oddities().forEach(oddity -> lines.add("  note: " + oddity));
    if (!file.names().isEmpty()) {
      lines.add(
          "  names: "
              + file.names().stream()
                  .map(name -> name.name() + " (" + name.sheet() + ", " + name.range() + ")")
                  .collect(Collectors.joining("; ")));
    }
    if (file.sheets().isEmpty()) {
      lines.add("  no sheet is called " + choice.sheet().orElse(""));
    }
    for (LookedSheet sheet : file.sheets()) {
      lines.add("");
      addSheet(sheet, choice, lines);
    }
    lines.add("");
    return lines;
  }

  /** The files of a folder, by layouts: a page for each, a line for each of its files. */
  List<String> lines(List<Layout> layouts, LookChoice choice, int most) {
    List<String> lines = new ArrayList<>();
    for (int i = 0; i < layouts.size(); i++) {
      Layout layout = layouts.get(i);
      int count = layout.files().size();
      lines.add(
          style.strong(
              "Layout "
                  + (i + 1)
                  + " of "
                  + layouts.size()
                  + (count == 1
                      ? ": 1 file"
                      : ": " + String.format(Locale.ROOT, "%,d files", count))));
      lines.addAll(lines(layout.example(), choice));
      if (count > 1) {
        addFiles(layout, most, lines);
      }
    }
    return lines;
  }

  private void addFiles(Layout layout, int most, List<String> lines) {
    boolean tables = layout.files().stream().anyMatch(file -> file.sheets() > 0);
    boolean dates = layout.files().stream().anyMatch(file -> !file.first().isEmpty());
    List<String> headings = new ArrayList<>(List.of("file"));
    if (tables) {
      headings.addAll(List.of("sheets", "rows"));
    }
    if (dates) {
      headings.addAll(List.of("from", "to"));
    }
    headings.add("differs in");
    TextTable table = new TextTable(1, headings).leftFrom(tables ? 3 : 1);
    List<Layout.FileLine> files = new ArrayList<>(layout.files());
    if (files.size() > most) {
      files.sort(Comparator.comparing(file -> file.differs().isEmpty()));
    }
    for (Layout.FileLine file : files.subList(0, Math.min(most, files.size()))) {
      List<String> row = new ArrayList<>(List.of(file.path()));
      if (tables) {
        row.add(Integer.toString(file.sheets()));
        row.add(String.format(Locale.ROOT, "%,d", file.rows()) + (file.stoppedEarly() ? "+" : ""));
      }
      if (dates) {
        row.addAll(List.of(file.first(), file.last()));
      }
      row.add(String.join("; ", file.differs()));
      table.add(row);
    }
    for (String line : table.lines(style)) {
      lines.add("  " + (room > 2 ? cut(line, room - 2) : line));
    }
    if (layout.files().size() > most) {
      lines.add("  and " + (layout.files().size() - most) + " more; --verbose lists them all");
    }
    lines.add("");
  }

  /** The grid around a place, which is in brackets. */
  List<String> lines(String file, Around around) {
    List<String> headings = new ArrayList<>(List.of("row"));
    CellRange cells = around.cells();
    for (int column = cells.firstColumn(); column < cells.endColumn(); column++) {
      headings.add(CellRange.letters(column));
    }
    TextTable table = new TextTable(0, headings).leftFrom(1);
    for (int number = cells.firstRow(); number <= cells.lastRow(); number++) {
      List<String> row = new ArrayList<>(List.of(Integer.toString(number)));
      for (int column = cells.firstColumn(); column < cells.endColumn(); column++) {
        String text = cut(text(around, number, column), WIDEST);
        boolean here = number == around.place().row() && column == around.place().column();
        row.add(here ? "[" + text + "]" : text);
      }
      table.add(row);
    }
    List<String> lines = new ArrayList<>();
    lines.add(style.strong(file + (around.sheet().isEmpty() ? "" : ", sheet " + around.sheet())));
    table.lines(style).forEach(line -> lines.add("  " + line));
    lines.add("");
    return lines;
  }

  private static String text(Around around, int number, int column) {
    return around.rows().stream()
        .filter(row -> row.number() == number)
        .map(row -> row.cell(column).text())
        .findFirst()
        .orElse("");
  }

  private static String sheets(LookedFile file) {
    boolean unnamed = file.sheets().size() == 1 && file.sheets().get(0).name().isEmpty();
    int count = file.sheets().size();
    return unnamed || count == 0 ? "" : count == 1 ? ", 1 sheet" : ", " + count + " sheets";
  }

  private static String size(long bytes) {
    return bytes < 10_000
        ? String.format(Locale.ROOT, "%,d bytes", bytes)
        : bytes < 10_000_000
            ? String.format(Locale.ROOT, "%,d kB", bytes / 1000)
            : String.format(Locale.ROOT, "%,d MB", bytes / 1_000_000);
  }

  private void addSheet(LookedSheet sheet, LookChoice choice, List<String> lines) {
    if (!sheet.name().isEmpty()) {
      String state = sheet.visible() ? "" : " (hidden)";
      String report = sheet.report() ? " (a report of baddle's, never read as a source)" : "";
      lines.add("  " + style.strong("sheet " + sheet.name()) + state + report);
    }
    if (sheet.tables().isEmpty()) {
      lines.add(sheet.start().isEmpty() ? "  empty" : "  no table found; its first rows:");
      sheet.start().stream()
          .limit(Math.max(choice.firstRows(), ROWS_WITHOUT_TABLE))
          .forEach(
              row ->
                  lines.add(
                      "    row "
                          + row.number()
                          + ": "
                          + cut(
                              row.cells().stream()
                                  .map(cell -> cell.text())
                                  .filter(text -> !text.isEmpty())
                                  .collect(Collectors.joining(" | ")),
                              WIDEST * 3)));
    }
    sheet.tables().forEach(table -> addTable(table, lines));
  }

  private void addTable(TableProfile table, List<String> lines) {
    String rows = String.format(Locale.ROOT, "%,d", table.rows());
    lines.add(
        "  table "
            + table.range()
            + (table.headingRow() == table.range().firstRow()
                ? ", headings in row "
                : ", headings in rows ")
            + (table.headingRow() == table.range().firstRow()
                ? ""
                : table.range().firstRow() + " to ")
            + table.headingRow()
            + ", "
            + (table.stoppedEarly()
                ? "the first " + rows + " rows"
                : rows.equals("1") ? "1 row" : rows + " rows"));
    List<TableProfile.Column> columns = table.columns();
    TextTable text = new TextTable(LEFT_COLUMNS, List.of("column", "type", "filled", "distinct"));
    TextTable values = new TextTable(3, List.of("least", "greatest", "oddities"));
    for (TableProfile.Column column : columns) {
      ValueProfile profile = column.values();
      text.add(
          List.of(
              cut(column.heading(), WIDEST),
              profile.type().toString(),
              NumberText.share(profile.filled(), profile.rows()),
              String.format(Locale.ROOT, "%,d", profile.distinct())
                  + (profile.hasMoreDistinct() ? "+" : "")));
      values.add(
          List.of(
              cut(profile.least(), WIDEST),
              cut(profile.greatest(), WIDEST),
              oddities(table, column)));
    }
    List<String> left = text.lines(style);
    List<String> right = values.lines(style);
    int width = left.stream().mapToInt(line -> plainWidth(line)).max().orElse(0);
    for (int i = 0; i < left.size(); i++) {
      int gap = width - plainWidth(left.get(i)) + RIGHT_COLUMNS;
      lines.add("    " + left.get(i) + " ".repeat(gap) + right.get(i));
    }
    addFirstRows(table, lines);
  }

  private static String oddities(TableProfile table, TableProfile.Column column) {
    String oddities = String.join("; ", column.values().oddities());
    String examples =
        table.oddValues(column).stream()
            .map(one -> cut(one, WIDEST))
            .collect(Collectors.joining(", "));
    return examples.isEmpty() ? oddities : oddities + " (" + examples + ")";
  }

  private static int plainWidth(String line) {
    return TextStyle.width(line.replaceAll("[" + TextStyle.STRONG + TextStyle.PLAIN + "]", ""));
  }

  private void addFirstRows(TableProfile table, List<String> lines) {
    if (table.firstRows().isEmpty()) {
      return;
    }
    List<TableProfile.Column> columns = table.columns();
    TextTable rows =
        new TextTable(columns.size(), columns.stream().map(c -> cut(c.heading(), WIDEST)).toList());
    for (List<String> row : table.firstRows()) {
      rows.add(
          columns.stream()
              .map(c -> cut(row.get(c.column() - table.range().firstColumn()), WIDEST))
              .toList());
    }
    lines.add("");
    for (String line : rows.lines(style)) {
      lines.add("    " + (room > 4 ? cut(line, room - 4) : line));
    }
  }

  private static String cut(String text, int width) {
    String line = text.replace('\n', ' ').replace('\r', ' ');
    return TextStyle.width(line) <= width ? line : line.substring(0, Math.max(0, width - 1)) + "…";
  }
}
