package baddle.formats.xlsx;

import baddle.core.grid.CellRange;
import baddle.core.grid.GridSheet;
import baddle.core.grid.NamedRange;
import baddle.formats.xml.Xml;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** The names that a workbook defines for ranges (ISO/IEC 29500-1, 18.2.5). */
final class DefinedNames {

  private final List<NamedRange> ranges = new ArrayList<>();
  private final BitSet reports = new BitSet();

  /** Reads the element the reader is on. */
  void read(XMLStreamReader xml) throws XMLStreamException {
    String name = Xml.attribute(xml, "name").orElse("");
    Optional<String> sheet = Xml.attribute(xml, "localSheetId");
    String formula = xml.getElementText();
    if (name.toLowerCase(Locale.ROOT).startsWith(GridSheet.REPORT_MARK)) {
      sheet
          .filter(place -> place.matches("\\d{1,5}"))
          .ifPresent(place -> reports.set(Integer.parseInt(place)));
    } else if (!name.startsWith("_xlnm.")) {
      range(name, formula).ifPresent(ranges::add);
    }
  }

  /** The name as a range of one sheet, such as {@code 'Site 1'!$C$4}; empty for anything else. */
  static Optional<NamedRange> range(String name, String formula) {
    int mark = formula.lastIndexOf('!');
    if (mark < 1) {
      return Optional.empty();
    }
    String sheet = formula.substring(0, mark);
    if (sheet.startsWith("'") && sheet.endsWith("'") && sheet.length() > 2) {
      sheet = sheet.substring(1, sheet.length() - 1).replace("''", "'");
    }
    String named = sheet;
    return CellRange.parse(formula.substring(mark + 1))
        .map(range -> new NamedRange(name, named, range, false));
  }

  List<NamedRange> ranges() {
    return ranges;
  }

  /** Whether a sheet, by its place among all sheets from 0, is marked as a report. */
  boolean marks(int place) {
    return reports.get(place);
  }
}
