package baddle.formats.xls;

import baddle.core.calendar.DateSystem;
import baddle.core.grid.GridSheet;
import baddle.core.grid.RowSink;
import java.io.IOException;
import java.io.InputStream;
import org.apache.poi.hssf.record.BoundSheetRecord;
import org.apache.poi.hssf.record.EOFRecord;
import org.apache.poi.hssf.record.Record;
import org.apache.poi.hssf.record.RecordFactoryInputStream;

/** One sheet of an old workbook. */
final class XlsSheet implements GridSheet {

  private final XlsFile workbook;
  private final BoundSheetRecord bound;
  private final boolean report;

  XlsSheet(XlsFile workbook, BoundSheetRecord bound, boolean report) {
    this.workbook = workbook;
    this.bound = bound;
    this.report = report;
  }

  @Override
  public String name() {
    return bound.getSheetname();
  }

  @Override
  public boolean visible() {
    return !bound.isHidden() && !bound.isVeryHidden();
  }

  @Override
  public boolean fixedWidth() {
    return false;
  }

  @Override
  public boolean isReport() {
    return report;
  }

  @Override
  public DateSystem dateSystem() {
    return workbook.dateSystem();
  }

  @Override
  public void read(RowSink sink) throws IOException {
    RecordRows rows = new RecordRows(workbook, sink);
    try (InputStream in = XlsFile.guarded(workbook::stream)) {
      RecordFactoryInputStream records =
          XlsFile.guarded(
              () -> {
                in.skipNBytes(bound.getPositionOfBof());
                return workbook.records(in);
              });
      boolean more = true;
      while (more && sink.wantsMore()) {
        Record record = XlsFile.guarded(() -> next(records));
        more = !(record instanceof EOFRecord);
        rows.add(record);
      }
      rows.end();
    }
  }

  private static Record next(RecordFactoryInputStream records) {
    Record record = records.nextRecord();
    return record == null ? EOFRecord.instance : record;
  }
}
