package baddle.formats.xlsx;

import java.io.IOException;
import java.util.BitSet;
import java.util.HashMap;
import java.util.Map;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** Which cell styles show a number as a date. */
final class DateFormats {

  private final Map<Integer, String> customCodes = new HashMap<>();
  private final BitSet dateStyles = new BitSet();

  /** Whether a cell with this style shows a date; 0 is the style of cells that name none. */
  boolean isDate(int style) {
    return dateStyles.get(style);
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
          dateStyles.set(style++, isDateFormat(id(xml, "numFmtId")));
        }
      } else if (event == XMLStreamConstants.END_ELEMENT && xml.getLocalName().equals("cellXfs")) {
        cellStyles = false;
      }
    }
  }

  private static int id(XMLStreamReader xml, String attribute) {
    return Xml.attribute(xml, attribute).map(Integer::parseInt).orElse(0);
  }

  private boolean isDateFormat(int id) {
    String code = customCodes.get(id);
    return code != null ? isDateCode(code) : isBuiltInDate(id);
  }

  /** The built-in formats of ISO/IEC 29500-1, 18.8.30, that show a date. */
  private static boolean isBuiltInDate(int id) {
    return (id >= 14 && id <= 17) || id == 22 || (id >= 27 && id <= 36) || (id >= 50 && id <= 58);
  }

  /** Whether a format code has a year or a day outside quotes, escapes and brackets. */
  static boolean isDateCode(String code) {
    for (int i = 0; i < code.length(); i++) {
      char c = Character.toLowerCase(code.charAt(i));
      if (c == 'y' || c == 'd') {
        return true;
      }
      if (c == ';') {
        return false;
      }
      if (c == '\\' || c == '_' || c == '*') {
        i++;
      } else if (c == '"' || c == '[') {
        int end = code.indexOf(c == '"' ? '"' : ']', i + 1);
        i = end < 0 ? code.length() : end;
      }
    }
    return false;
  }
}
