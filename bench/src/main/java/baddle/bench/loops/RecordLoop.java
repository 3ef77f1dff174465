package baddle.bench.loops;

import baddle.core.grid.Dialect;
import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import baddle.formats.csv.DelimitedFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OperationsPerInvocation;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Param;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.Setup;
import org.openjdk.jmh.annotations.State;
import org.openjdk.jmh.annotations.TearDown;

/** Takes delimited text apart; the score is for one record of twelve cells. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.NANOSECONDS)
public class RecordLoop implements RowSink {

  private static final int RECORDS = 100_000;

  /** What the cells are like: plain ASCII, all in quotes, or with other letters in each record. */
  @Param({"plain", "quoted", "letters"})
  public String cells = "plain";

  private final GridRow row = new GridRow();
  private Path file = Path.of("");
  private long filled;

  /** Writes the file that is read. */
  @Setup
  public void write() throws IOException {
    String record =
        "2024-01-01,R00000001,1,003029,pots no 3029,pots,Customer 59,web,8,32.73,261.84,";
    StringBuilder text = new StringBuilder("a,b,c,d,e,f,g,h,i,j,k,l\n");
    for (int i = 0; i < RECORDS; i++) {
      String end = cells.equals("letters") ? "pass\u00e9" : "return";
      text.append(
          cells.equals("quoted") ? ('"' + record.replace(",", "\",\"") + '"') : record + end);
      text.append('\n');
    }
    file = Files.writeString(Files.createTempFile("loop", ".csv"), text);
  }

  /** Removes it. */
  @TearDown
  public void remove() throws IOException {
    Files.delete(file);
  }

  /** Reads all records. */
  @Benchmark
  @OperationsPerInvocation(RECORDS)
  public long read() throws IOException {
    filled = 0;
    try (DelimitedFile opened = DelimitedFile.open(file, Dialect.TOLD_BY_CONTENT)) {
      opened.read(this);
    }
    return filled;
  }

  @Override
  public GridRow next() {
    return row;
  }

  @Override
  public void row(GridRow next) {
    filled += next.filled();
  }

  @Override
  public boolean wantsMore() {
    return true;
  }
}
