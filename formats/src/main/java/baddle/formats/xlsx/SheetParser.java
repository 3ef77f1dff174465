package baddle.formats.xlsx;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import baddle.core.grid.UnreadableFileException;
import baddle.core.value.DateSystem;
import baddle.formats.number.SerialDate;
import baddle.formats.xml.Xml;
import java.io.IOException;
import java.util.Optional;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import org.codehaus.stax2.XMLStreamReader2;

/** Streams the rows of a sheet's part (ISO/IEC 29500-1, 18.3) to a sink. */
final class SheetParser {

  private static final int MOST_COLUMNS = 16_384;
  private static final int MOST_ROWS = 1_048_576;

  private final SharedStrings sharedStrings;
  private final DateFormats dateFormats;
  private final DateSystem dateSystem;
  private final RowSink sink;
  private GridRow row;
  private final TextBuffer text = new TextBuffer();
  private final AttributeText attribute = new AttributeText();

  private int rowNumber;
  private int column;
  private String type = "";
  private int style;

  SheetParser(
      SharedStrings sharedStrings, DateFormats dateFormats, DateSystem dateSystem, RowSink sink) {
    this.sharedStrings = sharedStrings;
    this.dateFormats = dateFormats;
    this.dateSystem = dateSystem;
    this.sink = sink;
    this.row = sink.next();
  }

  void read(XMLStreamReader2 xml) throws XMLStreamException, IOException {
    boolean inValue = false;
    while (xml.hasNext()) {
      int event = xml.next();
      if (event == XMLStreamConstants.START_ELEMENT) {
        inValue = startElement(xml);
      } else if (event == XMLStreamConstants.END_ELEMENT) {
        inValue = false;
        if (endElement(xml.getLocalName())) {
          return;
        }
      } else if (inValue && xml.hasText()) {
        text.append(xml);
      }
    }
  }

  /** Whether characters that follow belong to a value. */
  private boolean startElement(XMLStreamReader2 xml) throws XMLStreamException, IOException {
    String name = xml.getLocalName();
    switch (name) {
      case "v" -> {
        return true;
      }
      case "c" -> startCell(xml);
      case "row" -> startRow(xml);
      case "is" -> StringItem.read(xml, text);
      default -> {}
    }
    return false;
  }

  /** Whether there is nothing more to read. */
  private boolean endElement(String name) throws IOException {
    switch (name) {
      case "c" -> addCell();
      case "row" -> {
        sink.row(row);
        return !sink.wantsMore();
      }
      case "sheetData" -> {
        return true;
      }
      default -> {}
    }
    return false;
  }

  private void startRow(XMLStreamReader2 xml) throws IOException {
    Optional<String> reference = Xml.attribute(xml, "r");
    int stated = reference.isEmpty() ? rowNumber + 1 : Xml.number(xml, "r", 0);
    if (stated <= rowNumber || stated > MOST_ROWS) {
      throw new UnreadableFileException("rows are not in order", stated);
    }
    rowNumber = stated;
    column = -1;
    row = sink.next();
    row.begin(rowNumber);
    if (Xml.attribute(xml, "hidden").filter(Xml::isTrue).isPresent()) {
      row.hide();
    }
  }

  private void startCell(XMLStreamReader2 xml) throws XMLStreamException, IOException {
    int next = column + 1;
    type = "n";
    style = 0;
    for (int i = 0; i < xml.getAttributeCount(); i++) {
      switch (xml.getAttributeLocalName(i)) {
        case "r" -> {
          xml.getAttributeAs(i, attribute);
          next = attribute.column();
        }
        case "t" -> type = xml.getAttributeValue(i);
        case "s" -> {
          xml.getAttributeAs(i, attribute);
          style = attribute.number();
        }
        default -> {}
      }
    }
    if (next <= column || next >= MOST_COLUMNS) {
      throw new UnreadableFileException("cells are not in order", rowNumber);
    }
    column = next;
    text.clear();
  }

  private void addCell() throws IOException {
    if (text.length() == 0) {
      return;
    }
    switch (type) {
      case "s" -> addShared();
      case "n" -> addNumber();
      case "str" -> {
        text.unescape(0);
        add(CellKind.TEXT);
      }
      case "b" -> row.add(column, CellKind.BOOLEAN, isTrue() ? "true" : "false");
      case "e" -> add(CellKind.ERROR);
      case "d" -> add(CellKind.DATE);
      default -> add(CellKind.TEXT);
    }
  }

  private void add(CellKind kind) {
    row.add(column, kind, text.characters(), 0, text.length());
  }

  private boolean isTrue() {
    char first = text.characters()[0];
    return first == '1' || first == 't';
  }

  private void addNumber() {
    if (dateFormats.isDate(style)) {
      addShown(CellKind.DATE, SerialDate.iso(text.characters(), text.length(), dateSystem));
    } else if (dateFormats.isTime(style)) {
      addShown(CellKind.TIME, SerialDate.time(text.characters(), text.length()));
    } else {
      add(CellKind.NUMBER);
    }
  }

  private void addShown(CellKind kind, Optional<String> shown) {
    if (shown.isPresent()) {
      row.add(column, kind, shown.get());
    } else {
      add(CellKind.NUMBER);
    }
  }

  private void addShared() throws IOException {
    int index = 0;
    for (int i = 0; i < text.length(); i++) {
      index = index * 10 + text.characters()[i] - '0';
    }
    if (index < 0 || index >= sharedStrings.size()) {
      throw new UnreadableFileException("a cell refers to a text that isn't there", rowNumber);
    }
    row.addShared(
        column,
        sharedStrings.pool(),
        sharedStrings.start(index),
        sharedStrings.end(index),
        index + 1);
  }
}
