package baddle.formats.xlsx;

import baddle.core.calendar.DateSystem;
import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import baddle.core.grid.UnreadableFileException;
import baddle.core.value.StoredNumber;
import baddle.formats.number.NumberFormats;
import baddle.formats.number.SerialDate;
import baddle.formats.xml.Xml;
import java.io.IOException;
import java.util.Optional;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import org.codehaus.stax2.XMLStreamReader2;
import org.jspecify.annotations.Nullable;

/** Streams the rows of a sheet's part (ISO/IEC 29500-1, 18.3) to a sink. */
final class SheetParser {

  private static final int MOST_COLUMNS = 16_384;
  private static final int MOST_ROWS = 1_048_576;

  /** The element of a cell. */
  private static final char CELL = 'c';

  /** The element of a cell's value. */
  private static final char VALUE = 'v';

  /** The element of a cell's formula. */
  private static final char FORMULA = 'f';

  private final SharedStrings sharedStrings;
  private final ShownFormats formats;
  private final DateSystem dateSystem;
  private final DayTexts dayTexts;
  private final RowSink sink;
  private final @Nullable SheetFacts facts;
  private String[] formulaSays = {"", "", ""};
  private GridRow row;
  private final TextBuffer text = new TextBuffer();
  private final TextBuffer formula = new TextBuffer();
  private final AttributeText attribute = new AttributeText();

  private int rowNumber;
  private int column;
  private CellType type = CellType.NUMBER;
  private int style;
  private boolean hasFormula;
  private boolean inFormula;
  private boolean hasValue;

  SheetParser(
      SharedStrings sharedStrings, ShownFormats formats, DateSystem dateSystem, RowSink sink) {
    this(sharedStrings, formats, dateSystem, sink, null);
  }

  /** The same that tells what else the part says. */
  SheetParser(
      SharedStrings sharedStrings,
      ShownFormats formats,
      DateSystem dateSystem,
      RowSink sink,
      @Nullable SheetFacts facts) {
    this.facts = facts;
    this.sharedStrings = sharedStrings;
    this.formats = formats;
    this.dateSystem = dateSystem;
    this.dayTexts = DayTexts.of(dateSystem);
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
        inFormula = false;
        if (endElement(xml.getLocalName())) {
          readBehind(xml);
          return;
        }
      } else if (inValue && Xml.isText(event)) {
        (inFormula ? formula : text).append(xml);
      }
    }
  }

  private void readBehind(XMLStreamReader2 xml) throws XMLStreamException {
    while (facts != null && xml.hasNext()) {
      if (xml.next() == XMLStreamConstants.START_ELEMENT) {
        facts.behind(xml);
      }
    }
  }

  /** Whether characters that follow belong to a value. */
  private boolean startElement(XMLStreamReader2 xml) throws XMLStreamException, IOException {
    String name = xml.getLocalName();
    if (name.length() == 1) {
      char letter = name.charAt(0);
      if (letter == CELL) {
        startCell(xml);
      } else if (letter == FORMULA) {
        formula.clear();
        hasFormula = true;
        inFormula = true;
        if (facts != null) {
          formulaSays =
              new String[] {
                Xml.attribute(xml, "t").orElse(""),
                Xml.attribute(xml, "si").orElse(""),
                Xml.attribute(xml, "ref").orElse("")
              };
        }
      }
      hasValue |= letter == VALUE;
      return letter == VALUE || letter == FORMULA;
    }
    if (name.equals("row")) {
      startRow(xml);
    } else if (name.equals("is")) {
      StringItem.read(xml, text);
    }
    return false;
  }

  /** Whether there is nothing more to read. */
  private boolean endElement(String name) throws IOException {
    if (name.length() == 1) {
      if (name.charAt(0) == CELL) {
        addCell();
      } else if (name.charAt(0) == FORMULA && facts != null) {
        facts.formula(
            rowNumber,
            column,
            formulaSays[0],
            formulaSays[1],
            formulaSays[2],
            new String(formula.characters(), 0, formula.length()));
      }
      return false;
    }
    if (name.equals("row")) {
      sink.row(row);
      return !sink.wantsMore();
    }
    return name.equals("sheetData");
  }

  private void startRow(XMLStreamReader2 xml) throws IOException {
    Optional<String> reference = Xml.attribute(xml, "r");
    int stated = reference.isEmpty() ? rowNumber + 1 : Xml.number(xml, "r", 0);
    if (stated > MOST_ROWS) {
      throw new UnreadableFileException(
          "a row beyond the last that a sheet can have, " + MOST_ROWS, stated);
    }
    if (stated <= rowNumber) {
      throw new UnreadableFileException(
          "rows are not in order; open the workbook and save it anew", stated);
    }
    rowNumber = stated;
    if (facts != null) {
      facts.row(rowNumber);
    }
    column = -1;
    row = sink.next();
    row.begin(rowNumber);
    if (Xml.attribute(xml, "hidden").filter(Xml::isTrue).isPresent()) {
      row.hide();
    }
  }

  private void startCell(XMLStreamReader2 xml) throws XMLStreamException, IOException {
    int next = column + 1;
    type = CellType.NUMBER;
    style = 0;
    hasFormula = false;
    hasValue = false;
    for (int i = 0; i < xml.getAttributeCount(); i++) {
      String name = xml.getAttributeLocalName(i);
      if (name.length() == 1) {
        xml.getAttributeAs(i, attribute);
        switch (name.charAt(0)) {
          case 'r' -> next = attribute.column();
          case 't' -> type = CellType.of(attribute);
          case 's' -> style = attribute.number();
          default -> {}
        }
      }
    }
    if (next >= MOST_COLUMNS) {
      throw new UnreadableFileException(
          "a cell beyond the last column that a sheet can have, "
              + CellRange.letters(MOST_COLUMNS - 1),
          rowNumber);
    }
    if (next <= column) {
      throw new UnreadableFileException(
          "cells are not in order; open the workbook and save it anew", rowNumber);
    }
    column = next;
    text.clear();
  }

  private void addCell() throws IOException {
    if (text.length() == 0) {
      boolean emptyText = type == CellType.FORMULA_TEXT && hasValue;
      if (hasFormula && !emptyText) {
        String written = new String(formula.characters(), 0, formula.length());
        row.add(column, CellKind.FORMULA, "=" + written);
      }
      return;
    }
    switch (type) {
      case SHARED_TEXT -> addShared();
      case NUMBER -> addNumber();
      case FORMULA_TEXT -> {
        text.unescape(0);
        add(CellKind.TEXT);
      }
      case TEXT -> add(CellKind.TEXT);
      case BOOLEAN -> row.add(column, CellKind.BOOLEAN, isTrue() ? "true" : "false");
      case ERROR -> add(CellKind.ERROR);
      case DATE -> add(CellKind.DATE);
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
    if (formats.isDate(style)) {
      addDate();
    } else if (formats.isTime(style)) {
      addShown(CellKind.TIME, SerialDate.time(text.characters(), text.length()));
    } else if (formats.digits(style) > 0) {
      String number = StoredNumber.asText(text.characters(), 0, text.length());
      row.add(column, CellKind.NUMBER, NumberFormats.zeros(formats.digits(style), number) + number);
    } else {
      add(CellKind.NUMBER);
    }
  }

  private void addDate() {
    char[] day = dayTexts.text(text.characters(), text.length());
    if (day == null) {
      addShown(CellKind.DATE, SerialDate.iso(text.characters(), text.length(), dateSystem));
    } else {
      row.add(column, CellKind.DATE, day, 0, day.length);
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
