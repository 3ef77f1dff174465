package baddle.formats.ods;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.xml.Xml;
import java.io.IOException;
import java.time.DateTimeException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import org.codehaus.stax2.XMLStreamReader2;

/** Streams the rows of one table (ISO/IEC 26300-1, 9.1) to a sink. */
final class TableParser {

  private static final int MOST_ROWS = 1_048_576;
  private static final int MOST_COLUMNS = 16_384;
  private static final int MOST_TEXT = 1 << 24;

  /** More cells than any sheet written by people or their programs has. */
  private static final long MOST_CELLS = 200_000_000L;

  private record Cell(int column, int repeated, CellKind kind, String text) {}

  private final XMLStreamReader2 xml;
  private final RowSink sink;
  private final List<Cell> cells = new ArrayList<>();
  private GridRow row = new GridRow();
  private boolean single;
  private int rowNumber;
  private int column;
  private long pushed;

  TableParser(XMLStreamReader2 xml, RowSink sink) {
    this.xml = xml;
    this.sink = sink;
  }

  /** Reads from the table's start tag to its end tag, or until the sink wants no more. */
  void read() throws XMLStreamException, IOException {
    int nested = 0;
    while (xml.hasNext() && sink.wantsMore()) {
      int event = xml.next();
      if (event == XMLStreamConstants.START_ELEMENT) {
        if (OdsFile.isTable(xml)) {
          nested++;
        } else if (nested == 0 && xml.getLocalName().equals("table-row")) {
          row();
        }
      } else if (event == XMLStreamConstants.END_ELEMENT && OdsFile.isTable(xml) && nested-- == 0) {
        return;
      }
    }
  }

  private void row() throws XMLStreamException, IOException {
    int repeated = count("number-rows-repeated", MOST_ROWS);
    boolean hidden =
        Xml.attribute(xml, "visibility").filter(shown -> !shown.equals("visible")).isPresent();
    cells.clear();
    column = 0;
    single = repeated == 1 && rowNumber < MOST_ROWS;
    if (single) {
      row = sink.next();
      row.begin(rowNumber + 1);
    }
    int depth = 1;
    while (depth > 0) {
      int event = xml.next();
      if (event == XMLStreamConstants.START_ELEMENT) {
        String name = xml.getLocalName();
        if (name.equals("table-cell") || name.equals("covered-table-cell")) {
          cell();
        } else {
          depth++;
        }
      } else if (event == XMLStreamConstants.END_ELEMENT) {
        depth--;
      }
    }
    if (single && row.filled() > 0) {
      end(row, hidden);
    }
    for (int i = 0; i < repeated && !cells.isEmpty() && sink.wantsMore(); i++) {
      push(rowNumber + i + 1, hidden);
    }
    rowNumber += repeated;
  }

  private void push(int number, boolean hidden) throws IOException {
    if (number > MOST_ROWS) {
      throw new UnreadableFileException("more rows than a sheet can have", number);
    }
    GridRow copy = sink.next();
    copy.begin(number);
    for (Cell cell : cells) {
      for (int i = 0; i < cell.repeated; i++) {
        copy.add(cell.column + i, cell.kind, cell.text);
      }
    }
    end(copy, hidden);
  }

  private void end(GridRow filled, boolean hidden) throws IOException {
    if (hidden) {
      filled.hide();
    }
    pushed += filled.filled();
    if (pushed > MOST_CELLS) {
      throw new UnreadableFileException(
          "more than 200 million filled cells in a sheet", filled.number());
    }
    sink.row(filled);
  }

  private int count(String attribute, int most) {
    return Math.max(1, Math.min(most, Xml.number(xml, attribute, 1)));
  }

  private void cell() throws XMLStreamException, IOException {
    int repeated = count("number-columns-repeated", MOST_COLUMNS);
    String type = "";
    String value = "";
    String formula = "";
    for (int i = 0; i < xml.getAttributeCount(); i++) {
      String name = xml.getAttributeLocalName(i);
      if (name.equals("value-type")) {
        boolean error = xml.getAttributeValue(i).equals("error");
        type = type.equals("error") || error ? "error" : xml.getAttributeValue(i);
      } else if (name.equals("value") || name.endsWith("-value")) {
        value = xml.getAttributeValue(i);
      } else if (name.equals("formula")) {
        formula = xml.getAttributeValue(i);
      }
    }
    boolean stated = !value.isEmpty() && !type.equals("string") && !type.equals("error");
    boolean whole = stated && isWhole(value);
    String text = stated && !whole ? skipText() : text();
    boolean noResult = type.isEmpty() || (value.isEmpty() && text.isEmpty() && !isText(type));
    if (column + repeated <= MOST_COLUMNS && !formula.isEmpty() && noResult) {
      add(CellKind.FORMULA, formula.substring(Math.max(0, formula.indexOf('='))), repeated);
    } else if (!type.isEmpty() && column + repeated <= MOST_COLUMNS) {
      add(type, value, text, repeated);
    }
    column += repeated;
  }

  private static boolean isWhole(String value) {
    return value.chars().allMatch(c -> c >= '0' && c <= '9');
  }

  /** Whether a number is shown with zeros before it. */
  private static boolean isFilledUp(String text, String value) {
    return text.length() > value.length()
        && isWhole(text)
        && text.equals("0".repeat(text.length() - value.length()) + value);
  }

  private static boolean isText(String type) {
    return type.equals("string");
  }

  private void add(String type, String value, String text, int repeated) {
    if (value.isEmpty() && !type.equals("error")) {
      add(CellKind.TEXT, text, repeated);
      return;
    }
    switch (type) {
      case "float", "percentage", "currency" ->
          add(CellKind.NUMBER, isFilledUp(text, value) ? text : value, repeated);
      case "date" -> add(CellKind.DATE, value, repeated);
      case "time" -> add(CellKind.TIME, time(value), repeated);
      case "boolean" -> add(CellKind.BOOLEAN, value, repeated);
      case "error" -> add(CellKind.ERROR, text.isEmpty() ? "#ERROR" : text, repeated);
      default -> add(CellKind.TEXT, text.isEmpty() ? value : text, repeated);
    }
  }

  private void add(CellKind kind, String text, int repeated) {
    if (text.isEmpty()) {
      return;
    }
    if (!single) {
      cells.add(new Cell(column, repeated, kind, text));
      return;
    }
    for (int i = 0; i < repeated; i++) {
      row.add(column + i, kind, text);
    }
  }

  /** A duration such as {@code PT37H30M00S} as hours, minutes and seconds. */
  private static String time(String duration) {
    try {
      Duration time = Duration.parse(duration);
      return String.format(
          Locale.ROOT,
          "%02d:%02d:%02d",
          time.toHours(),
          time.toMinutesPart(),
          time.toSecondsPart());
    } catch (DateTimeException e) {
      return duration;
    }
  }

  /** Stops at the end of a cell whose value an attribute has stated. */
  private String skipText() throws XMLStreamException {
    int depth = 1;
    while (depth > 0) {
      int event = xml.next();
      depth += event == XMLStreamConstants.START_ELEMENT ? 1 : 0;
      depth -= event == XMLStreamConstants.END_ELEMENT ? 1 : 0;
    }
    return "";
  }

  /** The paragraphs of a cell, without the notes that hang on it; stops at the cell's end. */
  private String text() throws XMLStreamException, IOException {
    StringBuilder text = new StringBuilder();
    int depth = 1;
    int noteDepth = 0;
    while (depth > 0) {
      int event = xml.next();
      if (event == XMLStreamConstants.START_ELEMENT) {
        depth++;
        noteDepth = noteDepth == 0 && xml.getLocalName().equals("annotation") ? depth : noteDepth;
        if (noteDepth == 0) {
          mark(text);
        }
      } else if (event == XMLStreamConstants.END_ELEMENT) {
        noteDepth = noteDepth == depth ? 0 : noteDepth;
        depth--;
      } else if (noteDepth == 0 && depth > 1 && Xml.isText(event)) {
        text.append(xml.getTextCharacters(), xml.getTextStart(), xml.getTextLength());
      }
      if (text.length() > MOST_TEXT) {
        throw new UnreadableFileException(
            "a cell of more than 16 million characters", rowNumber + 1);
      }
    }
    return text.toString();
  }

  private void mark(StringBuilder text) {
    switch (xml.getLocalName()) {
      case "p" -> text.append(text.isEmpty() ? "" : "\n");
      case "s" -> text.append(" ".repeat(count("c", MOST_COLUMNS)));
      case "tab" -> text.append('\t');
      case "line-break" -> text.append('\n');
      default -> {}
    }
  }
}
