package baddle.formats.xlsx;

import baddle.formats.number.NumberFormats;
import baddle.formats.xml.Xml;
import java.io.IOException;
import java.util.BitSet;
import java.util.HashMap;
import java.util.Map;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** Which cell styles show a number as a date, a time or duration, or filled up with zeros. */
final class ShownFormats {

  private final Map<Integer, String> customCodes = new HashMap<>();
  private final BitSet dateStyles = new BitSet();
  private final BitSet timeStyles = new BitSet();
  private final Map<Integer, Integer> digits = new HashMap<>();

  /** Whether a cell with this style shows a date; 0 is the style of cells that name none. */
  boolean isDate(int style) {
    return dateStyles.get(style);
  }

  /** Whether a cell with this style shows a time of day or a duration. */
  boolean isTime(int style) {
    return timeStyles.get(style);
  }

  /** How many digits a whole number with this style has at least. */
  int digits(int style) {
    return digits.isEmpty() ? 0 : digits.getOrDefault(style, 0);
  }

  /** Reads the styles part: number formats, and the cells' styles that use them. */
  void read(XMLStreamReader xml) throws XMLStreamException, IOException {
    boolean cellStyles = false;
    int style = 0;
    while (xml.hasNext()) {
      int event = xml.next();
      if (event == XMLStreamConstants.START_ELEMENT) {
        String name = xml.getLocalName();
        if (name.equals("numFmt")) {
          customCodes.put(id(xml, "numFmtId"), Xml.attribute(xml, "formatCode").orElse(""));
        } else if (name.equals("cellXfs")) {
          cellStyles = true;
        } else if (cellStyles && name.equals("xf")) {
          int format = id(xml, "numFmtId");
          String code = customCodes.getOrDefault(format, "");
          if (NumberFormats.filledDigits(code) > 0) {
            digits.put(style, NumberFormats.filledDigits(code));
          }
          dateStyles.set(style, NumberFormats.isDate(format, code));
          timeStyles.set(style++, NumberFormats.isTime(format, code));
        }
      } else if (event == XMLStreamConstants.END_ELEMENT && xml.getLocalName().equals("cellXfs")) {
        cellStyles = false;
      }
    }
  }

  private static int id(XMLStreamReader xml, String attribute) {
    return Xml.number(xml, attribute, 0);
  }
}
