package baddle.formats.xlsx;

import baddle.core.calendar.DateSystem;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridSheet;
import baddle.core.grid.NamedRange;
import baddle.core.grid.RowSink;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.xml.WorkbookZip;
import baddle.formats.xml.Xml;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;
import org.jspecify.annotations.Nullable;

/**
 * A workbook of ISO/IEC 29500, transitional or strict, read part by part: a sheet is streamed, only
 * the shared texts and the styles are held.
 */
public final class XlsxFile implements GridFile {

  private final ZipFile zip;
  private final PackageParts parts;
  private final List<GridSheet> sheets = new ArrayList<>();
  private final Map<String, String> partOfRelation = new HashMap<>();
  private int places;
  private String sharedStringsPart = "";
  private String stylesPart = "";
  private DateSystem dateSystem = DateSystem.FROM_1900;
  private final DefinedNames definedNames = new DefinedNames();
  private @Nullable SharedStrings sharedStrings;
  private @Nullable ShownFormats formats;

  private XlsxFile(ZipFile zip) {
    this.zip = zip;
    this.parts = new PackageParts(zip);
  }

  /**
   * Opens a workbook and reads its list of sheets.
   *
   * @throws UnreadableFileException if it is no such workbook
   */
  public static XlsxFile open(Path file) throws IOException {
    ZipFile zip = WorkbookZip.open(file);
    XlsxFile workbook = new XlsxFile(zip);
    try {
      workbook.readContents();
      return workbook;
    } catch (IOException | RuntimeException e) {
      zip.close();
      throw e;
    }
  }

  private void readContents() throws IOException {
    String workbook = parts.workbook();
    if (workbook.endsWith(".bin")) {
      throw new UnreadableFileException(
          "a workbook in binary parts (.xlsb); expected .xlsx, .xls or .ods", 0);
    }
    parts.relations(workbook).forEach(this::keepRelation);
    Xml.read(part(workbook), workbook, this::readWorkbook);
    if (sheets.isEmpty()) {
      throw new UnreadableFileException("a workbook without a sheet of cells", 0);
    }
  }

  private void keepRelation(PackageParts.Relation relation) {
    String type = relation.type();
    partOfRelation.put(relation.id(), type.equals("worksheet") ? relation.part() : "");
    if (type.equals("sharedStrings")) {
      sharedStringsPart = relation.part();
    } else if (type.equals("styles")) {
      stylesPart = relation.part();
    }
  }

  private void readWorkbook(XMLStreamReader xml) throws XMLStreamException, IOException {
    while (xml.hasNext()) {
      if (xml.next() != XMLStreamConstants.START_ELEMENT) {
        continue;
      }
      if (xml.getLocalName().equals("workbookPr")) {
        boolean from1904 = Xml.attribute(xml, "date1904").filter(Xml::isTrue).isPresent();
        dateSystem = from1904 ? DateSystem.FROM_1904 : DateSystem.FROM_1900;
      } else if (xml.getLocalName().equals("sheet")) {
        addSheet(
            Xml.attribute(xml, "name").orElse(""),
            Xml.attribute(xml, "state"),
            Xml.attribute(xml, "id").orElse(""));
      } else if (xml.getLocalName().equals("definedName")) {
        definedNames.read(xml);
      }
    }
  }

  private void addSheet(String name, Optional<String> state, String relation) {
    String part = partOfRelation.getOrDefault(relation, "");
    if (!part.isEmpty()) {
      boolean visible = state.orElse("visible").equals("visible");
      sheets.add(new XlsxSheet(this, name, visible, places, part));
    }
    places++;
  }

  /**
   * Reads a sheet of this workbook.
   *
   * @param sink wants all rows
   * @param facts takes what is no value
   */
  public void read(GridSheet sheet, RowSink sink, SheetFacts facts) throws IOException {
    ((XlsxSheet) sheet).read(sink, facts);
  }

  InputStream part(String name) throws IOException {
    return parts.open(name);
  }

  DateSystem dateSystem() {
    return dateSystem;
  }

  /** Whether a sheet, by its place among all sheets from 0, is a report that Baddle wrote. */
  boolean isReport(int place) {
    return definedNames.marks(place);
  }

  @Override
  public String kind() {
    return ".xlsx workbook";
  }

  @Override
  public List<NamedRange> names() throws IOException {
    List<NamedRange> names = new ArrayList<>(definedNames.ranges());
    for (GridSheet sheet : sheets) {
      addTables((XlsxSheet) sheet, names);
    }
    return names;
  }

  private void addTables(XlsxSheet sheet, List<NamedRange> names) throws IOException {
    for (PackageParts.Relation relation : parts.relations(sheet.part())) {
      if (relation.type().equals("table")) {
        String part = relation.part();
        Xml.read(part(part), part, xml -> TablePart.read(xml, sheet.name()).ifPresent(names::add));
      }
    }
  }

  SharedStrings sharedStrings() throws IOException {
    if (sharedStrings == null) {
      SharedStrings read = new SharedStrings();
      if (!sharedStringsPart.isEmpty()) {
        Xml.read(part(sharedStringsPart), sharedStringsPart, read::read);
      }
      sharedStrings = read;
    }
    return sharedStrings;
  }

  ShownFormats formats() throws IOException {
    if (formats == null) {
      ShownFormats read = new ShownFormats();
      if (!stylesPart.isEmpty()) {
        Xml.read(part(stylesPart), stylesPart, read::read);
      }
      formats = read;
    }
    return formats;
  }

  @Override
  public List<GridSheet> sheets() {
    return List.copyOf(sheets);
  }

  @Override
  public void close() throws IOException {
    zip.close();
  }
}
