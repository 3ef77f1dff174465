package baddle.formats.ods;

import baddle.core.grid.GridSheet;
import baddle.core.grid.RowSink;
import java.io.IOException;
import javax.xml.stream.XMLStreamConstants;

/** One sheet of a workbook. */
final class OdsSheet implements GridSheet {

  private final OdsFile workbook;
  private final String name;
  private final boolean visible;
  private final int place;

  OdsSheet(OdsFile workbook, String name, boolean visible, int place) {
    this.workbook = workbook;
    this.name = name;
    this.visible = visible;
    this.place = place;
  }

  @Override
  public String name() {
    return name;
  }

  @Override
  public boolean visible() {
    return visible;
  }

  @Override
  public boolean fixedWidth() {
    return false;
  }

  @Override
  public void read(RowSink sink) throws IOException {
    workbook.read(
        xml -> {
          int tables = 0;
          int depth = 0;
          while (xml.hasNext()) {
            int event = xml.next();
            if (event == XMLStreamConstants.START_ELEMENT && OdsFile.isTable(xml)) {
              if (depth == 0 && tables++ == place) {
                new TableParser(xml, sink).read();
                return;
              }
              depth++;
            } else if (event == XMLStreamConstants.END_ELEMENT && OdsFile.isTable(xml)) {
              depth--;
            }
          }
        });
  }
}
