package baddle.formats.mail;

import baddle.core.calendar.DateSystem;
import baddle.core.grid.GridSheet;
import baddle.core.grid.RowSink;
import java.io.IOException;

/**
 * A sheet of an attachment.
 *
 * @param attachment the attachment's name
 * @param sheet the sheet
 */
record AttachedSheet(String attachment, GridSheet sheet) implements GridSheet {

  @Override
  public String name() {
    return sheet.name().isEmpty() ? attachment : attachment + "/" + sheet.name();
  }

  @Override
  public boolean visible() {
    return sheet.visible();
  }

  @Override
  public boolean fixedWidth() {
    return sheet.fixedWidth();
  }

  @Override
  public boolean isReport() {
    return sheet.isReport();
  }

  @Override
  public DateSystem dateSystem() {
    return sheet.dateSystem();
  }

  @Override
  public void read(RowSink sink) throws IOException {
    sheet.read(sink);
  }
}
