package baddle.formats.ods;

import baddle.core.grid.GridFile;
import baddle.core.grid.GridSheet;
import baddle.core.grid.NamedRange;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.xml.WorkbookZip;
import baddle.formats.xml.Xml;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import org.codehaus.stax2.XMLStreamReader2;

/** A workbook of ISO/IEC 26300, streamed from its one part of content. */
public final class OdsFile implements GridFile {

  /** The media type that tells such a workbook from other zip files. */
  public static final String MEDIA_TYPE = "application/vnd.oasis.opendocument.spreadsheet";

  private static final String TABLE = "urn:oasis:names:tc:opendocument:xmlns:table:1.0";
  private static final String CONTENT = "content.xml";
  private static final String PART =
      CONTENT + " (a workbook locked with a password looks like this too)";

  private final ZipFile zip;
  private final List<GridSheet> sheets = new ArrayList<>();
  private final Set<String> hiddenStyles = new HashSet<>();
  private final List<NamedRange> names = new ArrayList<>();

  private OdsFile(ZipFile zip) {
    this.zip = zip;
  }

  /** Whether a zip file has the parts of such a workbook, wherever its media type is. */
  public static boolean isOne(Path file) throws IOException {
    try (ZipFile zip = WorkbookZip.open(file)) {
      return zip.getEntry(CONTENT) != null && zip.getEntry("_rels/.rels") == null;
    }
  }

  /**
   * Opens a workbook and reads its list of sheets.
   *
   * @throws UnreadableFileException if it is no such workbook
   */
  public static OdsFile open(Path file) throws IOException {
    ZipFile zip = WorkbookZip.open(file);
    OdsFile workbook = new OdsFile(zip);
    try {
      Xml.read(new WithoutRows(workbook.content()), PART, workbook::readOutline);
      if (workbook.sheets.isEmpty()) {
        throw new UnreadableFileException("a workbook without a sheet of cells", 0);
      }
      return workbook;
    } catch (IOException | RuntimeException e) {
      zip.close();
      throw e;
    }
  }

  /** Reads the content from its beginning. */
  void read(Xml.Use use) throws IOException {
    Xml.read(content(), PART, use);
  }

  private InputStream content() throws IOException {
    ZipEntry entry = zip.getEntry(CONTENT);
    if (entry == null) {
      throw new UnreadableFileException("part " + CONTENT + " of the workbook is missing", 0);
    }
    return zip.getInputStream(entry);
  }

  private void readOutline(XMLStreamReader2 xml) throws XMLStreamException, IOException {
    String style = "";
    int depth = 0;
    while (xml.hasNext()) {
      int event = xml.next();
      boolean start = event == XMLStreamConstants.START_ELEMENT;
      if (start && xml.getLocalName().equals("style")) {
        style = Xml.attribute(xml, "name").orElse("");
      } else if (start && xml.getLocalName().equals("table-properties")) {
        if (Xml.attribute(xml, "display").filter(shown -> shown.equals("false")).isPresent()) {
          hiddenStyles.add(style);
        }
      } else if (start && isTable(xml)) {
        if (depth++ == 0) {
          addSheet(xml);
        }
      } else if (event == XMLStreamConstants.END_ELEMENT && isTable(xml)) {
        depth--;
      } else if (start && xml.getLocalName().equals("named-range")) {
        addName(Xml.attribute(xml, "name"), Xml.attribute(xml, "cell-range-address"), false);
      } else if (start && xml.getLocalName().equals("database-range")) {
        addName(Xml.attribute(xml, "name"), Xml.attribute(xml, "target-range-address"), true);
      }
    }
  }

  static boolean isTable(XMLStreamReader2 xml) {
    return xml.getLocalName().equals("table") && TABLE.equals(xml.getNamespaceURI());
  }

  private void addSheet(XMLStreamReader2 xml) {
    boolean hidden = Xml.attribute(xml, "style-name").filter(hiddenStyles::contains).isPresent();
    String name = Xml.attribute(xml, "name").orElse("");
    sheets.add(new OdsSheet(this, name, !hidden, sheets.size()));
  }

  private void addName(Optional<String> name, Optional<String> address, boolean table) {
    name.ifPresent(
        n -> address.flatMap(a -> RangeAddress.named(n, a, table)).ifPresent(names::add));
  }

  @Override
  public List<GridSheet> sheets() {
    return List.copyOf(sheets);
  }

  @Override
  public String kind() {
    return ".ods workbook";
  }

  @Override
  public List<NamedRange> names() {
    return List.copyOf(names);
  }

  @Override
  public void close() throws IOException {
    zip.close();
  }
}
