package baddle.formats.edit;

import baddle.core.grid.CellRange;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.xlsx.AttributeText;
import baddle.formats.xlsx.SheetFacts;
import baddle.formats.xml.Xml;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Predicate;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.codehaus.stax2.XMLStreamReader2;

/** What a sheet's part says besides values: formulas, styles, what is merged and protected. */
final class XlsxSurvey implements SheetFacts {

  private static final int MOST_RESULTS = 1_000_000;
  private static final char CELL = 'c';

  /** Formulas by their cells, each as that cell has it. */
  final Map<CellAt, String> formulas = new TreeMap<>();

  /** The ranges of formulas that several cells share or are the result of. */
  final List<CellRange> shared = new ArrayList<>();

  /** The styles of the cells that were asked for. */
  final Map<CellAt, Integer> styles = new HashMap<>();

  final List<CellRange> merged = new ArrayList<>();
  boolean isProtected;
  int lastRow;

  private record Shared(CellAt first, String text) {}

  private final Map<CellRange, String> arrays = new HashMap<>();
  private final Map<String, Shared> sharedTexts = new HashMap<>();
  private final AttributeText attribute = new AttributeText();
  private final Predicate<CellAt> wanted;
  private int row;
  private int column;

  /**
   * A survey.
   *
   * @param wanted which cells' styles are noted
   */
  XlsxSurvey(Predicate<CellAt> wanted) {
    this.wanted = wanted;
  }

  /** Reads the styles of cells. */
  void read(XMLStreamReader2 xml) throws XMLStreamException {
    while (xml.hasNext()) {
      if (xml.next() == XMLStreamConstants.START_ELEMENT) {
        String name = xml.getLocalName();
        if (name.length() == 1 && name.charAt(0) == CELL) {
          cell(xml);
        } else if (name.equals("row")) {
          row = Xml.number(xml, "r", row + 1);
          column = -1;
        }
      }
    }
  }

  private void cell(XMLStreamReader2 xml) throws XMLStreamException {
    column++;
    int style = 0;
    for (int i = 0; i < xml.getAttributeCount(); i++) {
      String name = xml.getAttributeLocalName(i);
      if (name.length() == 1 && (name.charAt(0) == 'r' || name.charAt(0) == 's')) {
        xml.getAttributeAs(i, attribute);
        if (name.charAt(0) == 'r') {
          column = attribute.column();
        } else {
          style = attribute.number();
        }
      }
    }
    CellAt at = new CellAt(row, column);
    if (wanted.test(at)) {
      styles.put(at, style);
    }
  }

  @Override
  public void formula(
      int ofRow, int ofColumn, String type, String group, String range, String text) {
    CellAt at = new CellAt(ofRow, ofColumn);
    CellRange.parse(range).ifPresent(shared::add);
    String own = text;
    if (type.equals("shared") && !text.isEmpty()) {
      sharedTexts.put(group, new Shared(at, text));
    } else if (type.equals("shared")) {
      Shared of = sharedTexts.get(group);
      if (of != null) {
        own =
            FormulaText.of(of.text())
                .moved(at.row() - of.first().row(), at.column() - of.first().column());
      }
    }
    formulas.put(at, own);
    if (!type.isEmpty() && !type.equals("shared")) {
      CellRange.parse(range).ifPresent(of -> arrays.put(of, text));
    }
  }

  @Override
  public void behind(XMLStreamReader xml) {
    switch (xml.getLocalName()) {
      case "mergeCell" ->
          Xml.attribute(xml, "ref").flatMap(CellRange::parse).ifPresent(merged::add);
      case "sheetProtection" ->
          isProtected = Xml.attribute(xml, "sheet").filter(Xml::isTrue).isPresent();
      default -> {}
    }
  }

  /**
   * Notes the formula of an array, or of a table of results, for all cells that are its results.
   */
  void spread() throws UnreadableFileException {
    for (Map.Entry<CellRange, String> array : arrays.entrySet()) {
      CellRange range = array.getKey();
      int last = Math.min(range.lastRow(), lastRow);
      long size = (last - range.firstRow() + 1L) * (range.endColumn() - range.firstColumn());
      if (size > MOST_RESULTS) {
        throw new UnreadableFileException(
            "a formula with more than " + MOST_RESULTS + " results", range.firstRow());
      }
      for (int ofRow = range.firstRow(); ofRow <= last; ofRow++) {
        for (int of = range.firstColumn(); of < range.endColumn(); of++) {
          formulas.putIfAbsent(new CellAt(ofRow, of), array.getValue());
        }
      }
    }
  }

  @Override
  public void row(int number) {
    lastRow = Math.max(lastRow, number);
  }
}
