package baddle.formats.edit;

import baddle.core.calendar.DateSystem;
import baddle.core.grid.CellRange;
import baddle.formats.xlsx.AttributeText;
import baddle.formats.xml.Xml;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.UnaryOperator;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;

/**
 * Copies a sheet's part with other cells; all else stays as it is written.
 *
 * <p>Long because the standard wants a sheet's parts in one order, which one place keeps.
 */
final class XlsxSheetWriter {

  /** Elements whose text is a formula that can name its own sheet. */
  private static final Set<String> FORMULAS = Set.of("f", "formula", "formula1", "formula2");

  /** What comes after a sheet's tables, at most. */
  private static final Set<String> BEHIND_TABLES = Set.of("extLst");

  /**
   * What is written otherwise.
   *
   * @param cells by place
   * @param stale results that aren't right any more, with those that are known to be
   * @param formulas what becomes of formulas; for a sheet that is a copy of another
   * @param tables the relations of tables that are new
   */
  record Changes(
      SortedMap<CellAt, CellContent> cells,
      Map<CellAt, Optional<BigDecimal>> stale,
      Optional<UnaryOperator<String>> formulas,
      List<String> tables) {}

  /** A style that columns have where no cell has one. */
  private record ColumnStyle(int from, int to, int style) {}

  private final Changes changes;
  private final DateSystem days;
  private final XlsxStyles styles;
  private final SortedMap<CellAt, CellContent> left;
  private final List<ColumnStyle> columns = new ArrayList<>();
  private XlsxCell cells;
  private String prefix = "";
  private int row;
  private int rowStyle;
  private int column = -1;

  /** Whether any cell of the row changes; those of others aren't looked at. */
  private boolean concerned;

  /** The next column of the row in which a cell changes. */
  private int nextColumn;

  private boolean staleRow;
  private final AttributeText attribute = new AttributeText();
  private boolean hasTables;
  private final BitSet staleRows = new BitSet();

  XlsxSheetWriter(Changes changes, DateSystem days, XlsxStyles styles) {
    this.changes = changes;
    this.days = days;
    this.styles = styles;
    this.left = new TreeMap<>(changes.cells());
    this.cells = new XlsxCell("", days, styles);
    changes.stale().keySet().forEach(at -> staleRows.set(at.row()));
  }

  void write(PartCopy part) throws XMLStreamException, IOException {
    while (part.xml().hasNext()) {
      int event = part.next();
      if (event == XMLStreamConstants.START_ELEMENT) {
        begin(part, part.xml().getLocalName());
      } else if (event == XMLStreamConstants.END_ELEMENT) {
        end(part, part.xml().getLocalName());
      }
    }
  }

  private boolean isCopy() {
    return changes.formulas().isPresent();
  }

  private void begin(PartCopy part, String name) throws XMLStreamException, IOException {
    switch (name) {
      case "dimension" -> dimension(part);
      case "sheetPr" -> drop(part, "codeName");
      case "sheetView" -> drop(part, "tabSelected");
      case "col" ->
          columns.add(
              new ColumnStyle(
                  Xml.number(part.xml(), "min", 1) - 1,
                  Xml.number(part.xml(), "max", 1) - 1,
                  Xml.number(part.xml(), "style", 0)));
      case "sheetData" -> beginRows(part);
      case "row" -> beginRow(part);
      case "c" -> {
        if (concerned) {
          cell(part);
        }
      }
      case "tableParts" -> tables(part);
      default -> {
        if (isCopy() && FORMULAS.contains(name)) {
          formula(part);
        } else if (BEHIND_TABLES.contains(name) && !hasTables) {
          newTables(part);
        }
      }
    }
  }

  private void end(PartCopy part, String name) throws IOException {
    switch (name) {
      case "row" -> rowEnds(part);
      case "sheetData" -> {
        if (!left.isEmpty()) {
          part.insert(rowsBefore(Integer.MAX_VALUE));
        }
      }
      case "worksheet" -> {
        if (!hasTables) {
          newTables(part);
        }
      }
      default -> {}
    }
  }

  private void drop(PartCopy part, String attribute) throws IOException {
    if (isCopy() && Xml.attribute(part.xml(), attribute).isPresent()) {
      part.replaceTag(PartText.without(part.tag(), attribute));
    }
  }

  /**
   * The range of used cells is optional in a sheet. It is kept if it contains all changed cells,
   * and left out otherwise; many writers state only the first cell.
   */
  private void dimension(PartCopy part) throws XMLStreamException, IOException {
    if (!isCopy() && (left.isEmpty() || holdsAll(Xml.attribute(part.xml(), "ref").orElse("")))) {
      return;
    }
    boolean isEmpty = part.xml().isEmptyElement();
    part.replaceTag("");
    if (!isEmpty) {
      part.next();
      part.leaveOut();
    }
  }

  private boolean holdsAll(String range) {
    return range.contains(":")
        && CellRange.parse(range)
            .filter(all -> left.keySet().stream().allMatch(at -> at.liesIn(all)))
            .isPresent();
  }

  private void beginRows(PartCopy part) throws XMLStreamException, IOException {
    String named = part.named("sheetData");
    prefix = named.substring(0, named.length() - "sheetData".length());
    cells = new XlsxCell(prefix, days, styles);
    if (part.xml().isEmptyElement() && !left.isEmpty()) {
      part.replaceTag(
          PartText.opened(part.tag()) + rowsBefore(Integer.MAX_VALUE) + "</" + named + ">");
    }
  }

  private void beginRow(PartCopy part) throws XMLStreamException, IOException {
    row = Xml.number(part.xml(), "r", row + 1);
    column = -1;
    boolean styled = Xml.attribute(part.xml(), "customFormat").filter(Xml::isTrue).isPresent();
    rowStyle = styled ? Xml.number(part.xml(), "s", 0) : 0;
    staleRow = staleRows.get(row);
    concerned = staleRow || (!left.isEmpty() && left.firstKey().row() <= row);
    findNext();
    if (left.isEmpty() || left.firstKey().row() > row) {
      return;
    }
    String before = rowsBefore(row);
    findNext();
    boolean changed = !left.isEmpty() && left.firstKey().row() == row;
    if (!changed) {
      part.insert(before);
      return;
    }
    String tag = PartText.without(part.tag(), "spans");
    if (part.xml().isEmptyElement()) {
      String name = part.named("row");
      part.replaceTag(
          before + PartText.opened(tag) + cellsBefore(Integer.MAX_VALUE) + "</" + name + ">");
    } else {
      part.replaceTag(before + tag);
    }
  }

  private void rowEnds(PartCopy part) throws IOException {
    if (!left.isEmpty() && left.firstKey().row() == row) {
      part.insert(cellsBefore(Integer.MAX_VALUE));
    }
  }

  /** Rows that aren't there yet, before a row. */
  private String rowsBefore(int before) throws IOException {
    StringBuilder rows = new StringBuilder();
    while (!left.isEmpty() && left.firstKey().row() < before) {
      int number = left.firstKey().row();
      int known = rowStyle;
      rowStyle = 0;
      rows.append('<').append(prefix).append("row r=\"").append(number).append("\">");
      while (!left.isEmpty() && left.firstKey().row() == number) {
        rows.append(next());
      }
      rows.append("</").append(prefix).append("row>");
      rowStyle = known;
    }
    return rows.toString();
  }

  /** Cells of the row that aren't there yet, before a column. */
  private String cellsBefore(int before) throws IOException {
    StringBuilder written = new StringBuilder();
    while (!left.isEmpty() && left.firstKey().row() == row && left.firstKey().column() < before) {
      written.append(next());
    }
    return written.toString();
  }

  /** The next cell that isn't there yet, in the style of its row or column. */
  private String next() throws IOException {
    CellAt at = left.firstKey();
    CellContent content = left.remove(at);
    int style =
        rowStyle != 0
            ? rowStyle
            : columns.stream()
                .filter(one -> at.column() >= one.from() && at.column() <= one.to())
                .mapToInt(ColumnStyle::style)
                .findFirst()
                .orElse(0);
    boolean nothing = content instanceof CellContent.Blank && style == 0;
    return nothing ? "" : cells.of(at, style, content);
  }

  private void cell(PartCopy part) throws XMLStreamException, IOException {
    column = column(part);
    if (column < nextColumn && !staleRow) {
      return;
    }
    boolean before =
        !left.isEmpty() && left.firstKey().row() == row && left.firstKey().column() < column;
    if (before) {
      part.insert(cellsBefore(column));
    }
    CellAt at = new CellAt(row, column);
    int style = Xml.number(part.xml(), "s", 0);
    CellContent content = left.remove(at);
    findNext();
    if (content != null) {
      part.insert(cells.of(at, style, content));
      skip(part);
    } else if (changes.stale().containsKey(at)) {
      stale(part, at);
    }
  }

  private int column(PartCopy part) throws XMLStreamException {
    for (int i = 0; i < part.xml().getAttributeCount(); i++) {
      if (part.xml().getAttributeLocalName(i).equals("r")) {
        part.xml().getAttributeAs(i, attribute);
        return attribute.column();
      }
    }
    return column + 1;
  }

  /** Finds the next column of the row in which a cell changes. */
  private void findNext() {
    boolean more = !left.isEmpty() && left.firstKey().row() == row;
    nextColumn = more ? left.firstKey().column() : Integer.MAX_VALUE;
  }

  /** Leaves out the element that begins here. */
  private static void skip(PartCopy part) throws XMLStreamException, IOException {
    part.leaveOut();
    int depth = 1;
    while (depth > 0) {
      int event = part.xml().next();
      depth += event == XMLStreamConstants.START_ELEMENT ? 1 : 0;
      depth -= event == XMLStreamConstants.END_ELEMENT ? 1 : 0;
    }
  }

  /** A formula stays; its result is the one that is known, or none. */
  private void stale(PartCopy part, CellAt at) throws XMLStreamException, IOException {
    boolean number = Xml.attribute(part.xml(), "t").filter(type -> !type.equals("n")).isEmpty();
    String tag = number ? part.tag() : PartText.without(part.tag(), "t");
    part.leaveOut();
    StringBuilder formula = new StringBuilder();
    int depth = 1;
    long begin = -1;
    while (depth > 0) {
      int event = part.xml().next();
      if (begin >= 0 && depth == 1) {
        formula.append(part.text(begin, part.start()));
        begin = -1;
      }
      if (event == XMLStreamConstants.START_ELEMENT) {
        depth++;
        boolean is = depth == 2 && part.xml().getLocalName().equals("f");
        begin = is ? part.start() : begin;
      } else if (event == XMLStreamConstants.END_ELEMENT) {
        depth--;
      }
    }
    String value = changes.stale().getOrDefault(at, Optional.empty()).map(cells::value).orElse("");
    part.write(tag + renamed(formula.toString()) + value + cells.close());
  }

  /** A formula's element with what becomes of its text. */
  private String renamed(String element) {
    int from = element.indexOf('>') + 1;
    int to = element.lastIndexOf("</");
    if (!isCopy() || to < from) {
      return element;
    }
    String text = PartText.unescaped(element.substring(from, to));
    return element.substring(0, from)
        + PartText.escaped(changes.formulas().get().apply(text))
        + element.substring(to);
  }

  private void formula(PartCopy part) throws XMLStreamException, IOException {
    if (part.xml().isEmptyElement()) {
      return;
    }
    long end = part.tagEnd();
    String text = part.content();
    String renamed = changes.formulas().orElseThrow().apply(text);
    if (!renamed.equals(text)) {
      part.copyTo(end);
      part.write(PartText.escaped(renamed));
      part.skipToHere();
    }
  }

  private void tables(PartCopy part) throws IOException {
    hasTables = true;
    if (!changes.tables().isEmpty()) {
      int count = Xml.number(part.xml(), "count", 0) + changes.tables().size();
      part.replaceTag(PartText.with(part.tag(), "count", String.valueOf(count)) + tableParts());
    }
  }

  private void newTables(PartCopy part) throws IOException {
    hasTables = true;
    if (!changes.tables().isEmpty()) {
      part.insert(
          "<"
              + prefix
              + "tableParts count=\""
              + changes.tables().size()
              + "\">"
              + tableParts()
              + "</"
              + prefix
              + "tableParts>");
    }
  }

  private String tableParts() {
    StringBuilder parts = new StringBuilder();
    for (String relation : changes.tables()) {
      parts
          .append('<')
          .append(prefix)
          .append("tablePart xmlns:r=\"")
          .append("http://schemas.openxmlformats.org/officeDocument/2006/relationships")
          .append("\" r:id=\"")
          .append(relation)
          .append("\"/>");
    }
    return parts.toString();
  }
}
