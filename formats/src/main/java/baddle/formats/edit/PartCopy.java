package baddle.formats.edit;

import baddle.core.grid.UnreadableFileException;
import baddle.formats.xml.Xml;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import org.codehaus.stax2.XMLStreamReader2;

/**
 * A part of XML that is copied byte for byte, but for what is written in the place of something.
 */
final class PartCopy {

  /** What is done on the way. */
  @FunctionalInterface
  interface Use {
    void with(PartCopy part) throws XMLStreamException, IOException;
  }

  private final ByteTrail trail;
  private final XMLStreamReader2 xml;
  private final OutputStream out;
  private boolean leavesOut;

  private PartCopy(ByteTrail trail, XMLStreamReader2 xml, OutputStream out) {
    this.trail = trail;
    this.xml = xml;
    this.out = out;
  }

  /**
   * Copies a part.
   *
   * @param name what it is called in messages
   * @param use goes over its events
   */
  static void copy(InputStream part, String name, OutputStream out, Use use) throws IOException {
    ByteTrail trail = new ByteTrail(part);
    Xml.read(
        trail,
        name,
        xml -> {
          if (!"UTF-8".equalsIgnoreCase(String.valueOf(xml.getEncoding()))
              && !"US-ASCII".equalsIgnoreCase(String.valueOf(xml.getEncoding()))) {
            throw new UnreadableFileException(
                "part " + name + " of the workbook isn't in UTF-8; save the workbook anew", 0);
          }
          use.with(new PartCopy(trail, xml, out));
          trail.copyAll(out);
        });
  }

  XMLStreamReader2 xml() {
    return xml;
  }

  /** Goes on to the next event; there is one. */
  int next() throws XMLStreamException {
    int event = xml.next();
    if (leavesOut) {
      trail.skipTo(start());
      leavesOut = false;
    }
    return event;
  }

  /** Where the event begins. */
  long start() {
    return xml.getLocationInfo().getStartingByteOffset();
  }

  /** The tag that is here, as it is written. */
  String tag() throws IOException {
    return trail.text(start(), trail.tagEnd(start()));
  }

  /** Where the tag that is here ends, exclusive. */
  long tagEnd() throws IOException {
    return trail.tagEnd(start());
  }

  /** What is written between two places, neither of which is copied yet. */
  String text(long from, long to) {
    return trail.text(from, to);
  }

  /** Writes something before what is here. */
  void insert(String text) throws IOException {
    trail.copyTo(start(), out);
    write(text);
  }

  /** Writes something in the place of the tag that is here. */
  void replaceTag(String text) throws IOException {
    long end = trail.tagEnd(start());
    insert(text);
    trail.skipTo(end);
  }

  /** Leaves out all from here until the next event begins. */
  void leaveOut() throws IOException {
    trail.copyTo(start(), out);
    leavesOut = true;
  }

  /**
   * Leaves out all to the end of the element that ends here, which nothing was copied of yet; the
   * events between were taken from the parser itself.
   */
  void leaveOutToEnd() {
    leavesOut = true;
  }

  /** Copies all before a place. */
  void copyTo(long place) throws IOException {
    trail.copyTo(place, out);
  }

  /** Leaves out what isn't copied yet before what is here. */
  void skipToHere() {
    trail.skipTo(start());
  }

  void write(String text) throws IOException {
    out.write(text.getBytes(StandardCharsets.UTF_8));
  }

  /** Whether an element begins or ends here that has a name. */
  boolean is(int event, int wanted, String localName) {
    return event == wanted && xml.getLocalName().equals(localName);
  }

  /** The text up to the end of the element that begins here, which is here then. */
  String content() throws XMLStreamException {
    StringBuilder text = new StringBuilder();
    for (int event = next(); event != XMLStreamConstants.END_ELEMENT; event = next()) {
      if (Xml.isText(event)) {
        text.append(xml.getText());
      }
    }
    return text.toString();
  }

  /** The name of an element beside one that is here, with the same prefix. */
  String named(String localName) {
    String prefix = xml.getPrefix();
    return prefix == null || prefix.isEmpty() ? localName : prefix + ":" + localName;
  }
}
