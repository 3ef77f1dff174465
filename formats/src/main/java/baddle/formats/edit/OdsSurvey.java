package baddle.formats.edit;

import baddle.core.grid.CellRange;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.xml.Xml;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;

/** What the content of a workbook says besides values: formulas, what is merged and protected. */
final class OdsSurvey {

  private static final int MOST_RESULTS = 1_000_000;

  /** More cells than these that are alike, in a row, have no formula worth noting. */
  private static final int MOST_REPEATED = 1_024;

  /**
   * A sheet.
   *
   * @param formulas as they are written
   * @param merged ranges that show as one cell
   * @param unlocked cells that aren't locked
   */
  record Sheet(
      String name,
      boolean isProtected,
      Map<CellAt, String> formulas,
      List<CellRange> merged,
      Set<CellAt> unlocked) {

    boolean isLocked(CellAt at) {
      return !unlocked.contains(at);
    }
  }

  private final List<Sheet> sheets = new ArrayList<>();
  private final Set<String> unlocking = new HashSet<>();
  private String root = "";

  List<Sheet> sheets() {
    return List.copyOf(sheets);
  }

  Optional<Sheet> sheet(String name) {
    return sheets.stream().filter(sheet -> sheet.name().equalsIgnoreCase(name)).findFirst();
  }

  /** The tag of the document's root. */
  String root() {
    return root;
  }

  void read(PartCopy part) throws XMLStreamException, IOException {
    String style = "";
    int depth = 0;
    int row = 0;
    int rows = 1;
    int column = 0;
    while (part.xml().hasNext()) {
      int event = part.next();
      part.insert("");
      if (event == XMLStreamConstants.END_ELEMENT && part.xml().getLocalName().equals("table")) {
        depth--;
      }
      if (event != XMLStreamConstants.START_ELEMENT) {
        continue;
      }
      if (root.isEmpty()) {
        root = part.tag().strip();
        refuseOtherPrefixes();
      }
      switch (part.xml().getLocalName()) {
        case "style" -> style = Xml.attribute(part.xml(), "name").orElse("");
        case "table-cell-properties" -> {
          if (Xml.attribute(part.xml(), "cell-protect").filter("none"::equals).isPresent()) {
            unlocking.add(style);
          }
        }
        case "table" -> {
          if (depth++ == 0) {
            begin(part);
            row = 0;
            rows = 0;
          }
        }
        case "table-row" -> {
          row += rows;
          rows = Math.max(1, Xml.number(part.xml(), "number-rows-repeated", 1));
          column = 0;
        }
        case "table-cell", "covered-table-cell" -> {
          if (depth == 1) {
            int repeated = Math.max(1, Xml.number(part.xml(), "number-columns-repeated", 1));
            cell(part, row + 1, rows, column, repeated);
            column += repeated;
          }
        }
        default -> {}
      }
    }
  }

  private void refuseOtherPrefixes() throws UnreadableFileException {
    for (String prefix : List.of("table", "office", "text")) {
      String space = "urn:oasis:names:tc:opendocument:xmlns:" + prefix + ":1.0";
      if (!root.matches("(?s).*xmlns:" + prefix + "\\s*=\\s*[\"']" + space + "[\"'].*")) {
        throw new UnreadableFileException(
            "content.xml has other prefixes than usual; save the workbook anew", 0);
      }
    }
  }

  private void begin(PartCopy part) {
    boolean isProtected = Xml.attribute(part.xml(), "protected").filter("true"::equals).isPresent();
    sheets.add(
        new Sheet(
            Xml.attribute(part.xml(), "name").orElse(""),
            isProtected,
            new TreeMap<>(),
            new ArrayList<>(),
            new HashSet<>()));
  }

  private void cell(PartCopy part, int row, int rows, int column, int columns) {
    Sheet sheet = sheets.get(sheets.size() - 1);
    Optional<String> formula = Xml.attribute(part.xml(), "formula");
    boolean open = Xml.attribute(part.xml(), "style-name").filter(unlocking::contains).isPresent();
    int across = Math.max(1, Xml.number(part.xml(), "number-columns-spanned", 1));
    int down = Math.max(1, Xml.number(part.xml(), "number-rows-spanned", 1));
    if (across > 1 || down > 1) {
      sheet.merged().add(new CellRange(row, row + down - 1, column, column + across));
    }
    int matrixAcross = Xml.number(part.xml(), "number-matrix-columns-spanned", 1);
    int matrixDown = Xml.number(part.xml(), "number-matrix-rows-spanned", 1);
    boolean matrix = (long) matrixAcross * matrixDown <= MOST_RESULTS;
    for (int i = 0; matrix && formula.isPresent() && i < matrixDown; i++) {
      for (int j = 0; j < matrixAcross; j++) {
        sheet.formulas().put(new CellAt(row + i, column + j), formula.get());
      }
    }
    boolean few = rows <= MOST_REPEATED && columns <= MOST_REPEATED;
    for (int i = 0; few && (open || formula.isPresent()) && i < rows; i++) {
      for (int j = 0; j < columns; j++) {
        CellAt at = new CellAt(row + i, column + j);
        formula.ifPresent(text -> sheet.formulas().put(at, text));
        if (open) {
          sheet.unlocked().add(at);
        }
      }
    }
  }

  /** The text of a sheet's table. */
  String text(InputStream content, String sheet) throws IOException {
    String[] found = {""};
    PartCopy.copy(
        content, "content.xml", OutputStream.nullOutputStream(), part -> find(part, sheet, found));
    return found[0];
  }

  private static void find(PartCopy part, String sheet, String[] found)
      throws XMLStreamException, IOException {
    int depth = 0;
    long begin = -1;
    while (part.xml().hasNext()) {
      int event = part.next();
      if (begin < 0) {
        part.insert("");
      }
      boolean table =
          (event == XMLStreamConstants.START_ELEMENT || event == XMLStreamConstants.END_ELEMENT)
              && part.xml().getLocalName().equals("table");
      if (table && event == XMLStreamConstants.START_ELEMENT) {
        String name = Xml.attribute(part.xml(), "name").orElse("");
        if (depth++ == 0 && name.equalsIgnoreCase(sheet)) {
          begin = part.start();
        }
      } else if (table && --depth == 0 && begin >= 0) {
        found[0] = part.text(begin, part.tagEnd());
        return;
      }
    }
  }
}
