package baddle.formats.xlsx;

import baddle.core.grid.GridSheet;
import baddle.core.grid.RowSink;
import java.io.IOException;

/** One sheet of a workbook. */
final class XlsxSheet implements GridSheet {

  private final XlsxFile workbook;
  private final String name;
  private final boolean visible;
  private final String part;

  XlsxSheet(XlsxFile workbook, String name, boolean visible, String part) {
    this.workbook = workbook;
    this.name = name;
    this.visible = visible;
    this.part = part;
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
    SheetParser parser =
        new SheetParser(
            workbook.sharedStrings(), workbook.dateFormats(), workbook.from1904(), sink);
    Xml.read(workbook.part(part), part, parser::read);
  }
}
