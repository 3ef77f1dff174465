package baddle.formats.xlsx;

import baddle.core.grid.CellRange;
import baddle.core.grid.NamedRange;
import baddle.formats.xml.Xml;
import java.util.Optional;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** A table of a workbook (ISO/IEC 29500-1, 18.5). */
final class TablePart {

  private TablePart() {}

  /** The table's name and range; the row that it declares to hold totals is no part of it. */
  static Optional<NamedRange> read(XMLStreamReader xml, String sheet) throws XMLStreamException {
    while (xml.hasNext()) {
      if (xml.next() == XMLStreamConstants.START_ELEMENT && xml.getLocalName().equals("table")) {
        String name =
            Xml.attribute(xml, "displayName").or(() -> Xml.attribute(xml, "name")).orElse("");
        boolean totals =
            Xml.attribute(xml, "totalsRowCount").filter(count -> !count.equals("0")).isPresent();
        return Xml.attribute(xml, "ref")
            .flatMap(CellRange::parse)
            .map(range -> new NamedRange(name, sheet, totals ? withoutLast(range) : range, true));
      }
    }
    return Optional.empty();
  }

  private static CellRange withoutLast(CellRange range) {
    return new CellRange(
        range.firstRow(), range.lastRow() - 1, range.firstColumn(), range.endColumn());
  }
}
