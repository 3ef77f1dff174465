package baddle.formats.edit;

import baddle.formats.xml.Xml;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;

/** Copies the content of a workbook of ISO/IEC 26300 with other cells and sheets. */
final class OdsContent {

  private static final String ROW = "table-row";
  private static final String TABLE = "table";

  /** What is in a table before its rows or is one, and has other elements in it. */
  private static final Set<String> WHOLE =
      Set.of(
          "title",
          "desc",
          "table-source",
          "dde-source",
          "scenario",
          "forms",
          "shapes",
          "table-protection",
          ROW);

  /** What has columns or rows in it, or is one. */
  private static final Set<String> GROUPS =
      Set.of(
          "table-column",
          "table-columns",
          "table-header-columns",
          "table-column-group",
          "table-rows",
          "table-header-rows",
          "table-row-group",
          "soft-page-break");

  private static final Pattern TAG =
      Pattern.compile("<[^<>\"']*(?:\"[^\"]*\"[^<>\"']*|'[^']*'[^<>\"']*)*>");
  private static final Pattern VALUE = Pattern.compile("\"[^\"]*\"|'[^']*'");

  /** What changes. */
  interface Changes {

    /** The contents of a sheet's cells. */
    SortedMap<CellAt, CellContent> cells(String sheet);

    /** Results of a sheet's formulas that aren't right any more, with those that are known. */
    Map<CellAt, Optional<BigDecimal>> stale(String sheet);
  }

  private final Changes changes;
  private final Map<String, String> before = new HashMap<>();
  private final Map<String, String> after = new HashMap<>();
  private String last = "";

  private SortedMap<CellAt, CellContent> cells = new TreeMap<>();
  private SortedMap<CellAt, Optional<BigDecimal>> stale = new TreeMap<>();
  private String sheet = "";
  private int depth;
  private int row;
  private boolean rowsEnded;

  /** How deep within something of a table that is taken whole. */
  private int inside;

  OdsContent(Changes changes) {
    this.changes = changes;
  }

  /** Puts a table into the content, before or behind another, or behind all. */
  void insert(WorkbookEdit.Place place, String table) {
    if (place.beside().isEmpty()) {
      last += table;
    } else {
      (place.after() ? after : before)
          .merge(place.beside().get().toLowerCase(Locale.ROOT), table, String::concat);
    }
  }

  void write(PartCopy part) throws XMLStreamException, IOException {
    boolean ended = false;
    while (part.xml().hasNext()) {
      int event = part.next();
      if (ended) {
        String behind = after.getOrDefault(sheet.toLowerCase(Locale.ROOT), "");
        if (!behind.isEmpty()) {
          part.insert(behind);
        }
        ended = false;
      }
      if (event == XMLStreamConstants.START_ELEMENT) {
        begin(part, part.xml().getLocalName());
      } else if (event == XMLStreamConstants.END_ELEMENT) {
        String name = part.xml().getLocalName();
        if (depth == 1 && WHOLE.contains(name)) {
          inside--;
        }
        if (name.equals(TABLE) && --depth == 0) {
          endRows(part);
          ended = true;
        } else if (name.equals("spreadsheet") && !last.isEmpty()) {
          part.insert(last);
          last = "";
        }
      }
    }
  }

  private void begin(PartCopy part, String name) throws XMLStreamException, IOException {
    if (name.equals(TABLE)) {
      if (depth++ == 0) {
        table(part);
      }
    } else if (depth == 1 && WHOLE.contains(name)) {
      boolean outer = inside++ == 0;
      if (outer && name.equals(ROW) && row(part)) {
        inside--;
      }
    } else if (depth == 1 && inside == 0 && !GROUPS.contains(name)) {
      endRows(part);
    } else if (depth == 0 && !last.isEmpty() && isBehindTables(name)) {
      part.insert(last);
      last = "";
    }
  }

  private static boolean isBehindTables(String name) {
    return Set.of(
            "named-expressions",
            "database-ranges",
            "data-pilot-tables",
            "consolidation",
            "dde-links")
        .contains(name);
  }

  private void table(PartCopy part) throws IOException {
    sheet = Xml.attribute(part.xml(), "name").orElse("");
    row = 0;
    rowsEnded = false;
    cells = new TreeMap<>(changes.cells(sheet));
    stale = new TreeMap<>(changes.stale(sheet));
    String first = before.getOrDefault(sheet.toLowerCase(Locale.ROOT), "");
    if (!first.isEmpty()) {
      part.insert(first);
    }
  }

  /** Rows that aren't there yet. */
  private void endRows(PartCopy part) throws IOException {
    if (rowsEnded) {
      return;
    }
    rowsEnded = true;
    StringBuilder rows = new StringBuilder();
    while (!cells.isEmpty()) {
      int number = cells.firstKey().row();
      if (number > row + 1) {
        rows.append("<table:table-row table:number-rows-repeated=\"")
            .append(number - row - 1)
            .append("\"><table:table-cell/></table:table-row>");
      }
      rows.append("<table:table-row>")
          .append(new OdsRow().with(taken(cells, number), Map.of()))
          .append("</table:table-row>");
      row = number;
    }
    if (!rows.isEmpty()) {
      part.insert(rows.toString());
    }
  }

  /** Takes what is of a row, by columns. */
  private static <T> SortedMap<Integer, T> taken(SortedMap<CellAt, T> from, int row) {
    SortedMap<Integer, T> of = new TreeMap<>();
    SortedMap<CellAt, T> part = from.subMap(new CellAt(row, 0), new CellAt(row + 1, 0));
    part.forEach((at, value) -> of.put(at.column(), value));
    part.clear();
    return of;
  }

  /** Changes a row where it has to be, and is at its end then. */
  private boolean row(PartCopy part) throws XMLStreamException, IOException {
    int repeated = Math.max(1, Xml.number(part.xml(), "number-rows-repeated", 1));
    int first = row + 1;
    row += repeated;
    CellAt from = new CellAt(first, 0);
    CellAt to = new CellAt(row + 1, 0);
    if (cells.subMap(from, to).isEmpty() && stale.subMap(from, to).isEmpty()) {
      return false;
    }
    String tag = part.tag();
    part.insert("");
    OdsRow whole = gathered(part);
    String end = "</" + part.named(ROW) + ">";
    StringBuilder written = new StringBuilder();
    int at = first;
    while (at <= row) {
      SortedMap<CellAt, CellContent> left = cells.subMap(new CellAt(at, 0), to);
      SortedMap<CellAt, Optional<BigDecimal>> leftStale = stale.subMap(new CellAt(at, 0), to);
      int next =
          Math.min(
              left.isEmpty() ? row + 1 : left.firstKey().row(),
              leftStale.isEmpty() ? row + 1 : leftStale.firstKey().row());
      if (next > at) {
        append(written, tag, next - at, whole.with(new TreeMap<>(), Map.of()), end);
      }
      if (next <= row) {
        append(written, tag, 1, whole.with(taken(cells, next), taken(stale, next)), end);
      }
      at = next + 1;
    }
    part.write(written.toString());
    part.leaveOutToEnd();
    return true;
  }

  private static void append(StringBuilder to, String tag, int times, String cells, String end) {
    String counted =
        times == 1
            ? PartText.without(tag, "table:number-rows-repeated")
            : PartText.with(tag, "table:number-rows-repeated", String.valueOf(times));
    to.append(PartText.opened(counted)).append(cells).append(end);
  }

  /** The cells of the row that begins here; is at its end then. */
  private static OdsRow gathered(PartCopy part) throws XMLStreamException, IOException {
    OdsRow row = new OdsRow();
    int depth = 1;
    String tag = "";
    String name = "";
    int repeated = 1;
    StringBuilder paragraphs = new StringBuilder();
    StringBuilder others = new StringBuilder();
    long begin = -1;
    boolean paragraph = false;
    while (depth > 0) {
      int event = part.xml().next();
      if (begin >= 0 && depth == 2) {
        (paragraph ? paragraphs : others).append(part.text(begin, part.start()));
        begin = -1;
      }
      if (event == XMLStreamConstants.START_ELEMENT) {
        depth++;
        if (depth == 2) {
          tag = part.tag();
          name = part.named(part.xml().getLocalName());
          repeated = Math.max(1, Xml.number(part.xml(), "number-columns-repeated", 1));
          paragraphs.setLength(0);
          others.setLength(0);
        } else if (depth == 3) {
          begin = part.start();
          paragraph = part.xml().getLocalName().equals("p");
        }
      } else if (event == XMLStreamConstants.END_ELEMENT && --depth == 1) {
        row.add(new OdsRow.Cell(tag, name, repeated, paragraphs.toString(), others.toString()));
      }
    }
    return row;
  }

  /**
   * A table's text under another name: what it says of itself by the old name names the new one.
   *
   * @param root the tag of the document's root, for its prefixes
   */
  static String renamed(String root, String table, String from, String to, Changes changes)
      throws IOException {
    StringBuilder text = new StringBuilder();
    Matcher tags = TAG.matcher(table);
    int at = 0;
    boolean first = true;
    while (tags.find()) {
      text.append(table, at, tags.start());
      String tag = PartText.without(tags.group(), "xml:id");
      if (first) {
        tag = PartText.with(tag, "table:name", to);
        first = false;
      }
      text.append(
          VALUE
              .matcher(tag)
              .replaceAll(
                  value ->
                      Matcher.quoteReplacement(
                          OdsFormula.withSheet(
                              value.group(),
                              PartText.escaped(from),
                              PartText.escaped(to).replace("'", "&apos;&apos;")))));
      at = tags.end();
    }
    text.append(table.substring(at));
    String opened = PartText.opened(root);
    String name = opened.substring(1).split("[\\s>]", 2)[0];
    String document = opened + text + "</" + name + ">";
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    byte[] bytes = document.getBytes(StandardCharsets.UTF_8);
    PartCopy.copy(
        new ByteArrayInputStream(bytes), "content.xml", out, new OdsContent(changes)::write);
    String changed = out.toString(StandardCharsets.UTF_8);
    return changed.substring(opened.length(), changed.length() - name.length() - 3);
  }
}
