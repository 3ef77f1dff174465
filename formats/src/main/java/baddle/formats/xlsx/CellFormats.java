package baddle.formats.xlsx;

import baddle.formats.xml.Xml;
import java.io.IOException;
import java.util.HashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import javax.xml.stream.XMLStreamConstants;

/** The numbers that a workbook knows its number formats by (ISO/IEC 29500-1, 18.8.30). */
public final class CellFormats {

  /** The number of the format that values have where none is given. */
  public static final int GENERAL = 0;

  private static final Map<String, Integer> BUILT_IN =
      Map.of("0", 1, "0.00", 2, "#,##0", 3, "#,##0.00", 4, "0%", 9, "0.00%", 10);

  private CellFormats() {}

  /** By their patterns, with those that each workbook has. */
  public static Map<String, Integer> numbers(ZipEntry styles, ZipFile from) throws IOException {
    Map<String, Integer> numbers = new HashMap<>(BUILT_IN);
    Xml.read(
        from.getInputStream(styles),
        styles.getName(),
        xml -> {
          while (xml.hasNext()) {
            boolean begins = xml.next() == XMLStreamConstants.START_ELEMENT;
            if (begins && xml.getLocalName().equals("numFmt")) {
              numbers.put(
                  Xml.attribute(xml, "formatCode").orElse(""),
                  Xml.number(xml, "numFmtId", GENERAL));
            }
          }
        });
    return numbers;
  }
}
