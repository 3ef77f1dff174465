package baddle.formats.edit;

import baddle.formats.number.NumberFormats;
import baddle.formats.xml.Xml;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;

/** The styles of a workbook's cells, and those that days need where a style shows none. */
final class XlsxStyles {

  /** The standard's number format of a day, in the reader's order. */
  private static final String DAY = "14";

  private final List<Boolean> locked = new ArrayList<>();
  private final List<Boolean> showsDay = new ArrayList<>();
  private final List<Boolean> general = new ArrayList<>();
  private final byte[] part;
  private final Map<Integer, Integer> added = new LinkedHashMap<>();

  /** Reads a styles part. */
  XlsxStyles(byte[] part) throws IOException {
    this.part = part;
    PartCopy.copy(
        new ByteArrayInputStream(part), "styles", OutputStream.nullOutputStream(), this::read);
  }

  private void read(PartCopy copy) throws XMLStreamException, IOException {
    Map<Integer, String> codes = new HashMap<>();
    boolean cells = false;
    while (copy.xml().hasNext()) {
      int event = copy.next();
      if (copy.is(event, XMLStreamConstants.START_ELEMENT, "numFmt")) {
        codes.put(
            Xml.number(copy.xml(), "numFmtId", 0),
            Xml.attribute(copy.xml(), "formatCode").orElse(""));
      } else if (copy.is(event, XMLStreamConstants.START_ELEMENT, "cellXfs")) {
        cells = true;
      } else if (copy.is(event, XMLStreamConstants.END_ELEMENT, "cellXfs")) {
        cells = false;
      } else if (cells && copy.is(event, XMLStreamConstants.START_ELEMENT, "xf")) {
        int format = Xml.number(copy.xml(), "numFmtId", 0);
        String code = codes.getOrDefault(format, "");
        locked.add(true);
        showsDay.add(NumberFormats.isDate(format, code));
        general.add(format == 0);
      } else if (cells && copy.is(event, XMLStreamConstants.START_ELEMENT, "protection")) {
        boolean open = Xml.attribute(copy.xml(), "locked").filter(t -> !Xml.isTrue(t)).isPresent();
        locked.set(locked.size() - 1, !open);
      }
    }
  }

  /** Whether cells of a style can't be changed once their sheet is protected. */
  boolean isLocked(int style) {
    return style >= locked.size() || locked.get(style);
  }

  /** The style a day has in a cell: its own where it shows days or anything but plain numbers. */
  int forDay(int style) {
    if (style < showsDay.size() && (showsDay.get(style) || !general.get(style))) {
      return style;
    }
    return added.computeIfAbsent(style, s -> locked.size() + added.size());
  }

  boolean isChanged() {
    return !added.isEmpty();
  }

  /** The part with the styles that were added. */
  byte[] changed() throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    PartCopy.copy(new ByteArrayInputStream(part), "styles", out, this::add);
    return out.toByteArray();
  }

  private void add(PartCopy copy) throws XMLStreamException, IOException {
    boolean cells = false;
    List<String> styles = new ArrayList<>();
    long begin = 0;
    while (copy.xml().hasNext()) {
      int event = copy.next();
      if (copy.is(event, XMLStreamConstants.START_ELEMENT, "cellXfs")) {
        cells = true;
        String count = String.valueOf(locked.size() + added.size());
        copy.replaceTag(PartText.with(copy.tag(), "count", count));
      } else if (cells && copy.is(event, XMLStreamConstants.START_ELEMENT, "xf")) {
        begin = copy.start();
      } else if (cells && copy.is(event, XMLStreamConstants.END_ELEMENT, "xf")) {
        styles.add(copy.text(begin, copy.tagEnd()));
      } else if (copy.is(event, XMLStreamConstants.END_ELEMENT, "cellXfs")) {
        cells = false;
        for (int style : added.keySet()) {
          String whole = style < styles.size() ? styles.get(style) : "<" + copy.named("xf") + "/>";
          String tag = whole.substring(0, whole.indexOf('>') + 1);
          copy.insert(
              PartText.with(PartText.with(tag, "numFmtId", DAY), "applyNumberFormat", "1")
                  + whole.substring(tag.length()));
        }
      }
    }
  }
}
