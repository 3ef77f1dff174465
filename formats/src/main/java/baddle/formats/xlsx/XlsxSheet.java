package baddle.formats.xlsx;

import baddle.core.calendar.DateSystem;
import baddle.core.grid.GridSheet;
import baddle.core.grid.RowSink;
import baddle.formats.xml.Xml;
import java.io.IOException;

/** One sheet of a workbook. */
final class XlsxSheet implements GridSheet {

  private final XlsxFile workbook;
  private final String name;
  private final boolean visible;
  private final int place;
  private final String part;

  XlsxSheet(XlsxFile workbook, String name, boolean visible, int place, String part) {
    this.workbook = workbook;
    this.name = name;
    this.visible = visible;
    this.place = place;
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
  public boolean isReport() {
    return workbook.isReport(place);
  }

  @Override
  public DateSystem dateSystem() {
    return workbook.dateSystem();
  }

  String part() {
    return part;
  }

  @Override
  public void read(RowSink sink) throws IOException {
    SheetParser parser =
        new SheetParser(workbook.sharedStrings(), workbook.formats(), workbook.dateSystem(), sink);
    Xml.read(workbook.part(part), part, parser::read);
  }

  /** The same, and tells what else the part says. */
  void read(RowSink sink, SheetFacts facts) throws IOException {
    SheetParser parser =
        new SheetParser(
            workbook.sharedStrings(), workbook.formats(), workbook.dateSystem(), sink, facts);
    Xml.read(workbook.part(part), part, parser::read);
  }
}
