package baddle.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.List;
import org.apache.poi.hssf.eventusermodel.HSSFEventFactory;
import org.apache.poi.hssf.eventusermodel.HSSFRequest;
import org.apache.poi.hssf.record.LabelSSTRecord;
import org.apache.poi.hssf.record.NumberRecord;
import org.apache.poi.hssf.record.Record;
import org.apache.poi.hssf.record.SSTRecord;
import org.apache.poi.poifs.filesystem.POIFSFileSystem;

/** A floor: reads every cell of old workbooks as events, {@code XlsFloor FOLDER THREADS}. */
final class XlsFloor {

  private XlsFloor() {}

  /** Reads the files and prints what their cells add up to. */
  public static void main(String[] args) throws Exception {
    List<Path> files = Floor.files(Path.of(args[0]), ".xls");
    System.out.println(Floor.sum(files, Integer.parseInt(args[1]), XlsFloor::sum));
  }

  private static long sum(Path file) {
    Counter counter = new Counter();
    HSSFRequest request = new HSSFRequest();
    request.addListenerForAllRecords(counter::count);
    try (POIFSFileSystem files = new POIFSFileSystem(file.toFile(), true)) {
      new HSSFEventFactory().processWorkbookEvents(request, files);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return counter.sum;
  }

  private static final class Counter {
    private SSTRecord texts = new SSTRecord();
    private long sum;

    void count(Record record) {
      if (record instanceof SSTRecord shared) {
        texts = shared;
      } else if (record instanceof LabelSSTRecord label) {
        sum += texts.getString(label.getSSTIndex()).getString().length();
      } else if (record instanceof NumberRecord number) {
        sum += (long) number.getValue();
      }
    }
  }
}
