package baddle.bench.loops;

import baddle.core.table.Dictionary;
import baddle.core.value.ColumnType;
import baddle.core.value.ValueReader;
import java.nio.charset.StandardCharsets;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import org.openjdk.jmh.annotations.Benchmark;
import org.openjdk.jmh.annotations.BenchmarkMode;
import org.openjdk.jmh.annotations.Mode;
import org.openjdk.jmh.annotations.OperationsPerInvocation;
import org.openjdk.jmh.annotations.OutputTimeUnit;
import org.openjdk.jmh.annotations.Scope;
import org.openjdk.jmh.annotations.State;

/** Reads values of cells; the score is for one value. */
@State(Scope.Benchmark)
@BenchmarkMode(Mode.AverageTime)
@OutputTimeUnit(TimeUnit.NANOSECONDS)
public class ValueLoop {

  private static final int VALUES = 4096;
  private static final int LONGEST = 16;

  private final Random random = new Random(1);
  private final ValueReader amounts = ValueReader.of(ColumnType.decimal(2));
  private final ValueReader days = ValueReader.of(ColumnType.of(ColumnType.Kind.DATE));
  private final byte[] amountText = new byte[(VALUES + 1) * LONGEST];
  private final byte[] dayText = new byte[(VALUES + 1) * LONGEST];
  private final int[] amountEnds = new int[VALUES];
  private final char[] names = new char[VALUES * LONGEST];

  /** Makes the texts. */
  public ValueLoop() {
    for (int i = 0; i < VALUES; i++) {
      int cents = random.nextInt(10_000_000);
      int at = (i + 1) * LONGEST;
      amountEnds[i] = at + put(amountText, at, cents / 100 + "." + cents % 100 / 10 + cents % 10);
      put(dayText, at, "2024-0" + (1 + random.nextInt(9)) + "-1" + random.nextInt(10));
      String name = String.format("Customer %07d", random.nextInt(1000));
      name.getChars(0, LONGEST, names, i * LONGEST);
    }
  }

  private static int put(byte[] into, int at, String text) {
    byte[] bytes = text.getBytes(StandardCharsets.US_ASCII);
    System.arraycopy(bytes, 0, into, at, bytes.length);
    return bytes.length;
  }

  /** Amounts with two places. */
  @Benchmark
  @OperationsPerInvocation(VALUES)
  public long amounts() {
    long sum = 0;
    for (int i = 0; i < VALUES; i++) {
      if (amounts.readCommon(amountText, (i + 1) * LONGEST, amountEnds[i])) {
        sum += amounts.value();
      }
    }
    return sum;
  }

  /** Days as ISO 8601 writes them. */
  @Benchmark
  @OperationsPerInvocation(VALUES)
  public long days() {
    long sum = 0;
    for (int i = 0; i < VALUES; i++) {
      int at = (i + 1) * LONGEST;
      if (days.readCommon(dayText, at, at + 10)) {
        sum += days.value();
      }
    }
    return sum;
  }

  /** Texts of sixteen characters, of which there are a thousand. */
  @Benchmark
  @OperationsPerInvocation(VALUES)
  public long texts() {
    Dictionary dictionary = new Dictionary();
    long sum = 0;
    for (int i = 0; i < VALUES; i++) {
      sum += dictionary.code(names, i * LONGEST, (i + 1) * LONGEST);
    }
    return sum;
  }
}
