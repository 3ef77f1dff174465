package baddle.reports.workbook;

import baddle.formats.rows.XlsxRows;
import baddle.formats.xlsx.CellPlace;
import baddle.formats.xlsx.SheetSight;
import baddle.formats.xlsx.write.CellLinks;
import baddle.formats.xlsx.write.WorkbookParts;
import baddle.formats.xlsx.write.XlsxWriter;
import baddle.reports.AxisItems;
import baddle.reports.CrosstabLayout;
import baddle.reports.RowTable;
import baddle.reports.page.ReaderData;
import java.io.IOException;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;

/** The rows behind a workbook's figures on sheets of their own, and the ways to them. */
final class WorkbookRows {

  /** More links than these a sheet doesn't take. */
  private static final int MOST_LINKS = 65_000;

  private final ReaderData reader;
  private final Set<String> taken = new HashSet<>();
  private final Map<RowTable, List<String>> sheets = new HashMap<>();

  /**
   * Of a workbook.
   *
   * @param names those of the sheets before
   */
  WorkbookRows(ReaderData reader, List<String> names) throws IOException {
    this.reader = reader;
    names.forEach(name -> taken.add(name.toLowerCase(Locale.ROOT)));
    Set<String> all = new HashSet<>(taken);
    for (RowTable table : reader.tables()) {
      sheets.put(table, XlsxRows.sheetNames(table.name(), table.rows(), all));
    }
  }

  /**
   * Leads from the lines of a cross-tab to their rows, where those follow each other on one sheet
   * that is shown.
   *
   * @param sheet the number of the cross-tab's sheet
   * @param top the row of its first line
   * @return whether any line leads anywhere
   */
  boolean lead(CrosstabLayout layout, int sheet, int top, WorkbookParts parts) throws IOException {
    boolean any = false;
    CellLinks links = new CellLinks();
    for (RowTable table : reader.tables()) {
      List<String> names = sheets.getOrDefault(table, List.of());
      boolean leads =
          reader.sight() == SheetSight.SHOWN
              && names.size() == 1
              && layout.lines().size() <= MOST_LINKS
              && table.summaries().contains(layout.title());
      if (leads) {
        Map<List<String>, RowTable.Span> spans = table.spans(layout.title());
        Map<Integer, List<String>> paths = new AxisItems(layout.crosstab().down()).named();
        int last = table.schema().size() - 1;
        for (int i = 0; i < layout.lines().size(); i++) {
          CrosstabLayout.Line line = layout.lines().get(i);
          RowTable.Span span =
              line.kind() == CrosstabLayout.Kind.GAP
                  ? null
                  : spans.get(paths.getOrDefault(line.item().node(), NOWHERE));
          if (span != null) {
            int first = (int) span.first() + 1;
            links.add(
                top + i,
                labelled(line),
                names.get(0),
                new CellPlace(first, 0),
                new CellPlace(first + (int) span.count() - 1, last),
                tip(span.count()));
            any = true;
          }
        }
      }
    }
    links.add(parts, sheet);
    return any;
  }

  private static final List<String> NOWHERE = List.of("\u0000");

  private static String tip(long rows) {
    return rows == 1 ? "its row" : String.format(Locale.ROOT, "its %,d rows", rows);
  }

  /** The column of the innermost label. */
  private static int labelled(CrosstabLayout.Line line) {
    int column = 0;
    for (int i = 0; i < line.labels().size(); i++) {
      column = line.labels().get(i).isBlank() ? column : i;
    }
    return column;
  }

  /** Writes them behind the sheets that are there. */
  void write(XlsxWriter writer) throws IOException {
    for (RowTable table : reader.tables()) {
      try (XlsxRows rows =
          XlsxRows.within(
              writer, table.schema(), table.name(), table.rows(), taken, reader.sight())) {
        table.scan(rows);
      }
    }
  }
}
