package baddle.bench;

import baddle.core.calendar.Calendar;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.expression.AxisItem;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.Dictionary;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.stream.IntStream;

/**
 * Counts 10,000,000 rows by two columns down and the month across with three measures, against a
 * bare loop over arrays of item numbers and values; then with one column more, with other
 * aggregates, and with 1,000,000 items. One thread everywhere. Prints lines of a table.
 */
final class CrosstabRatio {

  private static final int BLOCKS = 153;
  private static final int ROWS = Block.MOST_ROWS;
  private static final int TURNS = 7;
  private static final int REGIONS = 8;
  private static final int SITES = 40;
  private static final int CHANNELS = 4;
  private static final int MONTHS = 24;

  private static final Schema SCHEMA =
      new Schema(
          List.of(
              new Column("region", ColumnType.text()),
              new Column("site", ColumnType.text()),
              new Column("channel", ColumnType.text()),
              new Column("day", ColumnType.of(ColumnType.Kind.DATE)),
              new Column("amount", ColumnType.decimal(2)),
              new Column("units", ColumnType.of(ColumnType.Kind.INTEGER)),
              new Column("item", ColumnType.of(ColumnType.Kind.INTEGER))));

  private final Random random = new Random(1);
  private final int[] regions = random.ints(ROWS, 0, REGIONS).toArray();
  private final int[] sites = random.ints(ROWS, 0, SITES).toArray();
  private final int[] channels = random.ints(ROWS, 0, CHANNELS).toArray();
  private final int[] months = random.ints(ROWS, 0, MONTHS).toArray();
  private final long[] amounts = random.longs(ROWS, -1_000_00, 100_000_00).toArray();
  private final long[] units = random.longs(ROWS, 1, 100).toArray();

  private final Block same = block(0);

  /** Runs all of it in turns. */
  public static void main(String[] args) throws IOException {
    new CrosstabRatio().run();
  }

  private void run() throws IOException {
    List<String> two = List.of("region", "site");
    List<String> three = List.of("sum(amount)", "sum(units)", "count(*)");
    double bare = Double.MAX_VALUE;
    double ours = Double.MAX_VALUE;
    double more = Double.MAX_VALUE;
    double sum = Double.MAX_VALUE;
    double distinct = Double.MAX_VALUE;
    double median = Double.MAX_VALUE;
    for (int turn = 0; turn < TURNS; turn++) {
      long start = System.nanoTime();
      long check = bare();
      bare = Math.min(bare, millis(start));
      start = System.nanoTime();
      Crosstab crosstab = crosstab(two, three, List.of());
      ours = Math.min(ours, millis(start));
      BigDecimal total = crosstab.value(crosstab.down(), crosstab.across(), 0).orElseThrow();
      if (total.compareTo(BigDecimal.valueOf(check, 2)) != 0) {
        throw new IllegalStateException("the two differ");
      }
      start = System.nanoTime();
      crosstab(List.of("region", "site", "channel"), three, List.of());
      more = Math.min(more, millis(start));
      start = System.nanoTime();
      crosstab(two, List.of("sum(amount)"), List.of());
      sum = Math.min(sum, millis(start));
      start = System.nanoTime();
      crosstab(two, List.of("count(distinct units)"), List.of());
      distinct = Math.min(distinct, millis(start));
      start = System.nanoTime();
      crosstab(two, List.of("median(amount)"), List.of());
      median = Math.min(median, millis(start));
    }
    line("two columns by months, three measures; ms against a bare loop", bare, ours, "at most 3");
    line("one column more; ms against without", ours, more, "at most 1.35");
    line("count(distinct units) alone; ms against sum(amount) alone", sum, distinct, "at most 3");
    line("median(amount) alone; ms against sum(amount) alone", sum, median, "at most 3");
    Schema asked = SCHEMA.only(List.of("item", "amount"));
    List<Block> blocks = IntStream.range(0, BLOCKS).mapToObj(i -> block(i).only(asked)).toList();
    double items = Double.MAX_VALUE;
    for (int turn = 0; turn < 3; turn++) {
      long start = System.nanoTime();
      crosstab(List.of("item"), List.of("sum(amount)"), blocks);
      items = Math.min(items, millis(start));
    }
    Runtime runtime = Runtime.getRuntime();
    System.out.printf(
        Locale.ROOT,
        "%n1,000,000 items of 10,000,000 rows: %.0f ms, heap of at most %d MiB.%n",
        items,
        runtime.maxMemory() >> 20);
  }

  private static double millis(long start) {
    return (System.nanoTime() - start) / 1e6;
  }

  private static void line(String what, double floor, double ours, String target) {
    System.out.printf(
        Locale.ROOT,
        "| 10,027,008 rows: %s | %.0f | %.0f | %.2f | %s |%n",
        what,
        floor,
        ours,
        ours / floor,
        target);
  }

  private long bare() {
    int cells = REGIONS * SITES * MONTHS;
    long[] sums = new long[cells];
    long[] counts = new long[cells];
    long[] others = new long[cells];
    for (int block = 0; block < BLOCKS; block++) {
      for (int row = 0; row < ROWS; row++) {
        int cell = (regions[row] * SITES + sites[row]) * MONTHS + months[row];
        sums[cell] += amounts[row];
        others[cell] += units[row];
        counts[cell]++;
      }
    }
    long total = 0;
    for (long one : sums) {
      total += one;
    }
    return total;
  }

  private Crosstab crosstab(List<String> down, List<String> measures, List<Block> blocks)
      throws IOException {
    boolean items = !blocks.isEmpty();
    List<Measure> all = new ArrayList<>();
    measures.forEach(measure -> all.add(Measure.of(measure, measure)));
    CrosstabSpec spec =
        CrosstabSpec.of(
            "bench",
            down.stream().map(AxisItem::parse).toList(),
            items ? List.of() : List.of(AxisItem.parse("day by month")),
            all);
    List<String> columns = spec.columns("");
    CrosstabBuilder builder = new CrosstabBuilder(spec, SCHEMA.only(columns), Calendar.standard());
    for (int i = 0; i < BLOCKS; i++) {
      Block block = items ? blocks.get(i) : same;
      builder.accept(block.only(SCHEMA.only(columns)), 0, ROWS);
    }
    Crosstab crosstab = builder.build();
    crosstab.value(crosstab.down(), crosstab.across(), 0);
    if (!items) {
      crosstab
          .down()
          .children()
          .forEach(
              line ->
                  crosstab.across().children().forEach(column -> crosstab.value(line, column, 0)));
    }
    return crosstab;
  }

  /** The same rows again, but for the items, of which each block has others. */
  private Block block(int number) {
    long[] days = new long[ROWS];
    long[] numbers = new long[ROWS];
    for (int row = 0; row < ROWS; row++) {
      days[row] = LocalDate.EPOCH.toEpochDay() + 20_000 + months[row] * 30L + (row & 15);
      numbers[row] = (number * (long) ROWS + row) % 1_000_000;
    }
    return new Block(
        SCHEMA,
        List.of(
            texts("Region ", regions, REGIONS),
            texts("Site ", sites, SITES),
            texts("Channel ", channels, CHANNELS),
            new LongVector(days, null, ROWS),
            new LongVector(amounts, null, ROWS),
            new LongVector(units, null, ROWS),
            new LongVector(numbers, null, ROWS)),
        new int[0],
        ROWS);
  }

  private static TextVector texts(String prefix, int[] codes, int count) {
    Dictionary dictionary = new Dictionary();
    for (int i = 0; i < count; i++) {
      dictionary.code(prefix + i);
    }
    int[] own = new int[codes.length];
    for (int i = 0; i < own.length; i++) {
      own[i] = codes[i] + 1;
    }
    return new TextVector(own, own.length, dictionary);
  }
}
