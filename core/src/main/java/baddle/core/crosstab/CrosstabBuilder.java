package baddle.core.crosstab;

import baddle.core.calendar.Calendar;
import baddle.core.calendar.Grain;
import baddle.core.crosstab.spec.Bands;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Keep;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.Order;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.expression.AxisItem;
import baddle.core.finding.Nearest;
import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Schema;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.ToLongFunction;
import org.jspecify.annotations.Nullable;

/**
 * Makes a cross-tab: takes the blocks of its datasets in any order, then gives the finished table.
 *
 * <p>Long because all passes over the rows share its axes and cells.
 */
public final class CrosstabBuilder implements BlockSink {

  /** The most innermost cells there may be; some 100 bytes each with three measures. */
  public static final int MOST_CELLS = 1_500_000;

  /** So many rows at a time stay near the processor while all aggregates take them. */
  private static final int CHUNK = 2048;

  private final CrosstabSpec spec;
  private final Calendar calendar;
  private final List<ItemCoder> coders = new ArrayList<>();
  private final List<ColumnType> levelTypes = new ArrayList<>();
  private final AxisTree down;
  private final AxisTree across;
  private final Map<String, RowInput> inputs = new LinkedHashMap<>();
  private final Map<Cells.Source, Accumulator> accumulators = new LinkedHashMap<>();
  private final Map<Cells.Source, ColumnType> types = new HashMap<>();
  private final Map<String, CountAccumulator> rowCounts = new HashMap<>();
  private final CellTable cells = new CellTable(MOST_CELLS);
  private final CellKeys keys;
  private int[] cellOfRow = {};
  private int[] filtered = {};
  private final int[][] codes;
  private final int[] keyOfRow = new int[CHUNK];
  private final BlockSink own;

  /**
   * A builder without rows.
   *
   * @param schema the columns of the cross-tab's own blocks
   * @throws SpecException if a column isn't there, or hasn't the type it takes
   */
  public CrosstabBuilder(CrosstabSpec spec, Schema schema, Calendar calendar) {
    this.spec = spec;
    this.calendar = calendar;
    RowInput input = new RowInput(spec, "", schema, calendar);
    for (int i = 0; i < spec.levels().size(); i++) {
      levelTypes.add(input.levelType(i));
      coders.add(coder(spec.levels().get(i).item(), input.levelType(i)));
    }
    this.keys = new CellKeys(coders.size());
    this.codes = new int[coders.size()][CHUNK];
    this.down = new AxisTree(coders.subList(0, spec.down().size()));
    this.across = new AxisTree(coders.subList(spec.down().size(), coders.size()));
    this.own = sink("", input);
  }

  /** Takes the blocks of another dataset that measures are of. */
  public BlockSink input(String dataset, Schema schema) {
    RowInput input = new RowInput(spec, dataset, schema, calendar);
    for (int i = 0; i < levelTypes.size(); i++) {
      ColumnType type = input.levelType(i);
      boolean same =
          type.kind() == levelTypes.get(i).kind() && type.places() == levelTypes.get(i).places();
      if (!same) {
        throw new SpecException(
            spec.levels().get(i).item()
                + " is "
                + levelTypes.get(i)
                + " here and "
                + type
                + " in "
                + dataset);
      }
    }
    return sink(dataset, input);
  }

  private BlockSink sink(String dataset, RowInput input) {
    inputs.put(dataset, input);
    CountAccumulator allRows = new CountAccumulator();
    rowCounts.put(dataset, allRows);
    List<Accumulator> own = new ArrayList<>();
    for (RowInput.Input one : input.inputs()) {
      Accumulator accumulator = Accumulators.of(one.call(), one.type(), allRows);
      Cells.Source source = new Cells.Source(dataset, one.call());
      accumulators.put(source, accumulator);
      types.put(source, one.type());
      own.add(accumulator);
    }
    return (block, from, to) -> accept(input, own, allRows, block, from, to);
  }

  /** What is gathered of a dataset's rows: how many there are, then each aggregate once. */
  List<Accumulator> gathered(String dataset) {
    List<Accumulator> gathered = new ArrayList<>();
    gathered.add(Objects.requireNonNull(rowCounts.get(dataset)));
    accumulators.forEach(
        (source, accumulator) -> {
          if (source.dataset().equals(dataset) && !gathered.contains(accumulator)) {
            gathered.add(accumulator);
          }
        });
    return gathered;
  }

  /** What numbers the items of each level. */
  List<ItemCoder> coders() {
    return coders;
  }

  /** How many cells there are so far, and one more. */
  public int cellCount() {
    return cells.size();
  }

  /** The codes of a cell's items, level by level. */
  int[] codes(int cell) {
    int[] codes = new int[coders.size()];
    down.codes(cells.down(cell), codes, spec.down().size());
    across.codes(cells.across(cell), codes, codes.length);
    return codes;
  }

  /** The cell of some items. */
  int cell(int[] items) {
    for (int level = 0; level < items.length; level++) {
      codes[level][0] = items[level];
    }
    return cell(0);
  }

  /**
   * Checks what depends on all datasets; call it once they are all named.
   *
   * @throws SpecException if something doesn't go together
   */
  public void check() {
    check(Axis.of(down, spec.down()), Axis.of(across, spec.across()));
  }

  private void check(Axis downAxis, Axis acrossAxis) {
    List<String> names = spec.measures().stream().map(Measure::name).toList();
    for (int i = 0; i < spec.levels().size(); i++) {
      Level level = spec.levels().get(i);
      List<String> wanted = new ArrayList<>();
      level.keep().ifPresent(keep -> wanted.add(keep.by()));
      if (!level.order().measure().isEmpty()) {
        wanted.add(level.order().measure());
      }
      for (String name : wanted) {
        if (!names.contains(name)) {
          throw new SpecException(
              level.item() + ": no measure " + name + Nearest.hint(name, names));
        }
      }
      boolean byPeriod =
          level.empty().kind() == Level.Empty.Kind.GAPS
              || level.empty().kind() == Level.Empty.Kind.YEARS;
      if (byPeriod && isWithinPeriods(i)) {
        throw new SpecException(
            level.item() + " is within other periods; show those without data on the outermost");
      }
      if (level.keep().isPresent() && level.empty().kind() != Level.Empty.Kind.NONE) {
        throw new SpecException(
            level.item() + ": items that weren't kept would be shown without data; leave one out");
      }
      if (byPeriod && level.item().grain().isEmpty()) {
        throw new SpecException(level.item() + " has no periods that could be without data");
      }
    }
    Cells all = cells(downAxis, acrossAxis);
    for (int i = 0; i < spec.measures().size(); i++) {
      all.type(i);
    }
    Views.check(spec);
  }

  /** Whether a level outside of it on its axis is of the calendar. */
  private boolean isWithinPeriods(int level) {
    int first = level < spec.down().size() ? 0 : spec.down().size();
    return spec.levels().subList(first, level).stream()
        .anyMatch(outer -> outer.item().grain().isPresent());
  }

  private ItemCoder coder(AxisItem item, ColumnType type) {
    if (item.grain().isPresent()) {
      if (!type.isCalendar()) {
        throw new SpecException(item + ": " + item.heading() + " is " + type + ", not a date");
      }
      return periods(type, item.grain().get());
    }
    if (!item.bands().isEmpty()) {
      if (!type.isNumber()) {
        throw new SpecException(item + ": " + item.heading() + " is " + type + ", not a number");
      }
      Bands bands = new Bands(item.bands(), type.places());
      return new NumberCoder(bands::band, bands::label);
    }
    return switch (type.kind()) {
      case TEXT -> new TextCoder();
      case DATE -> periods(type, Grain.DAY);
      case BOOLEAN -> new NumberCoder(value -> value, value -> value == 0 ? "no" : "yes");
      case TIMESTAMP, INTEGER, DECIMAL -> new NumberCoder(value -> value, type::shown);
    };
  }

  private ItemCoder periods(ColumnType type, Grain grain) {
    return new NumberCoder(
        value -> calendar.period(grain, type.epochDay(value)),
        period -> calendar.label(grain, (int) period));
  }

  @Override
  public void accept(Block block, int from, int to) throws IOException {
    own.accept(block, from, to);
  }

  private void accept(
      RowInput input,
      List<Accumulator> into,
      CountAccumulator allRows,
      Block block,
      int from,
      int to) {
    RowInput.Rows rows = input.rows(block, from, to);
    if (cellOfRow.length < rows.to()) {
      cellOfRow = new int[rows.to()];
      filtered = new int[rows.to()];
    }
    List<Run> runs = new ArrayList<>();
    for (int i = 0; i < into.size(); i++) {
      boolean counted = into.get(i) == allRows;
      if (!counted) {
        runs.add(
            new Run(
                into.get(i), input.argument(i, rows), input.by(i, rows), input.filter(i, rows)));
      }
    }
    for (int start = rows.from(); start < rows.to(); start += CHUNK) {
      int end = Math.min(rows.to(), start + CHUNK);
      findCells(rows, start, end);
      allRows.add(null, null, start, end, cellOfRow, cells.size());
      for (Run run : runs) {
        int[] own = cellOfRow;
        if (run.filter != null) {
          RowInput.filtered(run.filter, start, end, cellOfRow, filtered);
          own = filtered;
        }
        run.into.add(run.argument, run.by, start, end, own, cells.size());
      }
    }
  }

  /** One aggregate over a block. */
  private record Run(
      Accumulator into, @Nullable Vector argument, @Nullable Vector by, @Nullable Vector filter) {}

  private void findCells(RowInput.Rows rows, int from, int to) {
    if (!keys.areTooMany()) {
      findKeys(rows, from, to);
    }
    if (keys.areTooMany()) {
      for (int level = 0; level < coders.size(); level++) {
        coders.get(level).code(rows.levels().get(level), from, to, codes[level]);
      }
      for (int row = from; row < to; row++) {
        cellOfRow[row] = cell(row - from);
      }
      return;
    }
    int[] known = keys.cells();
    int[] wanted = keyOfRow;
    int[] found = cellOfRow;
    int missing = 0;
    for (int row = from; row < to; row++) {
      int cell = known[wanted[row - from]];
      found[row] = cell;
      missing |= cell - 1;
    }
    if (missing < 0) {
      addCells(from, to, known);
    }
  }

  /** Finds the cells of a range again, some of whose keys are new. */
  private void addCells(int from, int to, int[] known) {
    for (int row = from; row < to; row++) {
      int cell = known[keyOfRow[row - from]];
      cellOfRow[row] = cell == CellTable.DISCARD ? newCell(keyOfRow[row - from], known) : cell;
    }
  }

  private void findKeys(RowInput.Rows rows, int from, int to) {
    do {
      Arrays.fill(keyOfRow, 0, to - from, 0);
      for (int level = 0; level < coders.size(); level++) {
        coders.get(level).addCodes(rows.levels().get(level), from, to, keys.shift(level), keyOfRow);
      }
    } while (keys.widen(coders));
  }

  private int newCell(int key, int[] known) {
    for (int level = 0; level < coders.size(); level++) {
      codes[level][0] = keys.code(level, key);
    }
    int cell = cell(0);
    known[key] = cell;
    return cell;
  }

  /** The cell of a row of the chunk. */
  private int cell(int row) {
    return cells.cell(down.node(codes, 0, row), across.node(codes, spec.down().size(), row));
  }

  private Cells cells(Axis downAxis, Axis acrossAxis) {
    return new Cells(spec, types, accumulators, cells, downAxis, acrossAxis);
  }

  /** The finished cross-tab; call it once, after the last block. */
  public Crosstab build() {
    Axis downAxis = Axis.of(down, spec.down());
    Axis acrossAxis = Axis.of(across, spec.across());
    check(downAxis, acrossAxis);
    for (int depth = 1; depth <= spec.down().size(); depth++) {
      Cells now = cells(downAxis, acrossAxis);
      downAxis = kept(downAxis, depth, (node, measure) -> now.value(node, Axis.ROOT, measure));
    }
    for (int depth = 1; depth <= spec.across().size(); depth++) {
      Cells now = cells(downAxis, acrossAxis);
      acrossAxis = kept(acrossAxis, depth, (node, measure) -> now.value(Axis.ROOT, node, measure));
    }
    Periods periods = new Periods(calendar);
    downAxis.addEmpty(periods);
    acrossAxis.addEmpty(periods);
    Cells all = cells(downAxis, acrossAxis);
    sort(downAxis, acrossAxis, (node, at, measure) -> all.value(node, at, measure));
    sort(acrossAxis, downAxis, (node, at, measure) -> all.value(at, node, measure));
    return new Crosstab(spec, downAxis, acrossAxis, all, inputs, down, across);
  }

  private interface Total {
    Optional<BigDecimal> of(int node, int measure);
  }

  private interface Meeting {
    Optional<BigDecimal> of(int node, int at, int measure);
  }

  private Axis kept(Axis axis, int depth, Total total) {
    Optional<Keep> keep = axis.levels().get(depth - 1).keep();
    if (keep.isEmpty()) {
      return axis;
    }
    int measure = spec.measure(keep.get().by());
    Set<Integer> kept = new HashSet<>();
    for (int parent = 0; parent < axis.size(); parent++) {
      if (axis.depth(parent) == depth - 1) {
        kept.addAll(kept(axis, parent, keep.get(), measure, total));
      }
    }
    return axis.keeping(depth, kept::contains);
  }

  private static List<Integer> kept(Axis axis, int parent, Keep keep, int measure, Total total) {
    List<Integer> all = new ArrayList<>(axis.children(parent));
    Map<Integer, BigDecimal> values = new HashMap<>();
    all.forEach(node -> total.of(node, measure).ifPresent(value -> values.put(node, value)));
    Comparator<Integer> order =
        Comparator.comparing(
            values::get, Comparator.nullsFirst(Comparator.<@Nullable BigDecimal>naturalOrder()));
    all.sort((keep.bottom() ? order : order.reversed()).thenComparing(axis::compare));
    if (keep.until().isEmpty()) {
      return all.subList(0, Math.min(keep.count(), all.size()));
    }
    BigDecimal enough =
        total.of(parent, measure).orElse(BigDecimal.ZERO).multiply(keep.until().get());
    BigDecimal sum = BigDecimal.ZERO;
    int count = 0;
    while (count < all.size() && sum.compareTo(enough) < 0) {
      sum = sum.add(values.getOrDefault(all.get(count++), BigDecimal.ZERO));
    }
    return all.subList(0, count);
  }

  private void sort(Axis axis, Axis other, Meeting meeting) {
    for (int depth = 1; depth <= axis.levels().size(); depth++) {
      Order order = axis.levels().get(depth - 1).order();
      Comparator<Integer> natural = axis::compare;
      Comparator<Integer> by = order.descending() ? axis::compareDescending : natural;
      if (!order.list().isEmpty()) {
        ToLongFunction<Integer> place =
            node -> {
              int index = order.list().indexOf(axis.label(node));
              return index < 0 ? order.list().size() : index;
            };
        by = Comparator.comparingLong(place).thenComparing(natural);
      } else if (!order.measure().isEmpty()) {
        Integer at = order.at().isEmpty() ? Integer.valueOf(Axis.ROOT) : other.find(order.at());
        if (at == null) {
          throw new SpecException(
              axis.levels().get(depth - 1).item() + ": no item " + order.at() + " to order by");
        }
        int measure = spec.measure(order.measure());
        Comparator<@Nullable BigDecimal> values = Comparator.naturalOrder();
        Comparator<Integer> byValue =
            Comparator.comparing(
                node -> meeting.of(node, at, measure).orElse(null),
                Comparator.nullsLast(order.descending() ? values.reversed() : values));
        by = byValue.thenComparing(natural);
      }
      axis.sort(depth, by);
    }
  }
}
