package baddle.formats.xls;

import baddle.formats.number.NumberFormats;
import java.util.BitSet;
import java.util.HashMap;
import java.util.Map;
import org.apache.poi.hssf.record.ExtendedFormatRecord;
import org.apache.poi.hssf.record.FormatRecord;
import org.apache.poi.hssf.record.Record;

/** Which cell formats of an old workbook show dates, times or numbers filled up with zeros. */
final class XlsFormats {

  private final Map<Integer, String> codes = new HashMap<>();
  private final BitSet dates = new BitSet();
  private final BitSet times = new BitSet();
  private final Map<Integer, Integer> digits = new HashMap<>();
  private int formats;

  /** Takes a record of the workbook's own part; number formats come before what uses them. */
  void add(Record record) {
    if (record instanceof FormatRecord format) {
      codes.put(format.getIndexCode(), format.getFormatString());
    } else if (record instanceof ExtendedFormatRecord extended) {
      int id = extended.getFormatIndex();
      String code = codes.getOrDefault(id, "");
      if (NumberFormats.filledDigits(code) > 0) {
        digits.put(formats, NumberFormats.filledDigits(code));
      }
      dates.set(formats, NumberFormats.isDate(id, code));
      times.set(formats++, NumberFormats.isTime(id, code));
    }
  }

  boolean isDate(int format) {
    return dates.get(format);
  }

  /** How many digits a whole number has at least. */
  int digits(int format) {
    return digits.getOrDefault(format, 0);
  }

  boolean isTime(int format) {
    return times.get(format);
  }
}
