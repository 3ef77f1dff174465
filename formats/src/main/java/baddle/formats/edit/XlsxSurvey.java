package baddle.formats.edit;

import baddle.core.grid.CellRange;
import baddle.formats.xlsx.AttributeText;
import baddle.formats.xml.Xml;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.function.Predicate;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import org.codehaus.stax2.XMLStreamReader2;

/** What a sheet's part says besides values: formulas, styles, what is merged and protected. */
final class XlsxSurvey {

  private static final char CELL = 'c';
  private static final char FORMULA = 'f';

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

  private final Map<String, Shared> sharedTexts = new HashMap<>();
  private final AttributeText attribute = new AttributeText();
  private final Predicate<CellAt> wanted;
  private final boolean all;
  private int row;
  private int column;

  /**
   * A survey.
   *
   * @param wanted which cells' styles are noted
   * @param all whether any are
   */
  XlsxSurvey(Predicate<CellAt> wanted, boolean all) {
    this.wanted = wanted;
    this.all = all;
  }

  void read(XMLStreamReader2 xml) throws XMLStreamException, IOException {
    while (xml.hasNext()) {
      if (xml.next() == XMLStreamConstants.START_ELEMENT) {
        String name = xml.getLocalName();
        if (name.length() == 1 && name.charAt(0) == CELL) {
          cell(xml);
        } else if (name.length() == 1 && name.charAt(0) == FORMULA) {
          formula(xml);
        } else if (name.length() > 1) {
          other(xml, name);
        }
      }
    }
  }

  private void other(XMLStreamReader2 xml, String name) {
    switch (name) {
      case "row" -> {
        row = Xml.number(xml, "r", row + 1);
        column = -1;
        lastRow = Math.max(lastRow, row);
      }
      case "mergeCell" ->
          Xml.attribute(xml, "ref").flatMap(CellRange::parse).ifPresent(merged::add);
      case "sheetProtection" ->
          isProtected = Xml.attribute(xml, "sheet").filter(Xml::isTrue).isPresent();
      default -> {}
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
    if (all) {
      CellAt at = new CellAt(row, column);
      if (wanted.test(at)) {
        styles.put(at, style);
      }
    }
  }

  private void formula(XMLStreamReader2 xml) throws XMLStreamException {
    CellAt at = new CellAt(row, column);
    String type = Xml.attribute(xml, "t").orElse("normal");
    String group = Xml.attribute(xml, "si").orElse("");
    Xml.attribute(xml, "ref").flatMap(CellRange::parse).ifPresent(shared::add);
    String text = xml.getElementText();
    if (type.equals("shared") && !text.isEmpty()) {
      sharedTexts.put(group, new Shared(at, text));
    } else if (type.equals("shared")) {
      Shared of = sharedTexts.get(group);
      if (of != null) {
        text =
            FormulaText.of(of.text())
                .moved(at.row() - of.first().row(), at.column() - of.first().column());
      }
    }
    formulas.put(at, text);
  }
}
