package baddle.formats.xlsx;

import baddle.formats.xml.Xml;
import java.io.IOException;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/** The content of {@code si} and {@code is}: plain text, or runs of rich text. */
final class StringItem {

  private StringItem() {}

  /** Appends the text of the element the reader is on, and stops at its end. */
  static void read(XMLStreamReader xml, TextBuffer text) throws XMLStreamException, IOException {
    int depth = 1;
    int phoneticDepth = 0;
    boolean inText = false;
    int textStart = text.length();
    while (depth > 0) {
      int event = xml.next();
      if (event == XMLStreamConstants.START_ELEMENT) {
        depth++;
        if (xml.getLocalName().equals("rPh")) {
          phoneticDepth = depth;
        }
        inText = phoneticDepth == 0 && xml.getLocalName().equals("t");
        textStart = text.length();
      } else if (event == XMLStreamConstants.END_ELEMENT) {
        if (inText) {
          text.unescape(textStart);
        }
        inText = false;
        phoneticDepth = phoneticDepth == depth ? 0 : phoneticDepth;
        depth--;
      } else if (inText && Xml.isText(event)) {
        text.append(xml);
      }
    }
  }
}
