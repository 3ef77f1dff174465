package baddle.core.crosstab;

import baddle.core.expression.Aggregate;
import baddle.core.expression.AxisItem;
import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Schema;
import baddle.core.value.Calendar;
import baddle.core.value.ColumnType;
import baddle.core.value.Grain;
import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import java.util.function.LongUnaryOperator;

/** Makes a cross-tab: takes the blocks of a dataset in any order, then gives the finished table. */
public final class CrosstabBuilder implements BlockSink {

  private static final long MICROS_PER_DAY = 86_400_000_000L;

  private final CrosstabSpec spec;
  private final Calendar calendar;
  private final Schema schema;
  private final AxisTree down;
  private final AxisTree across;
  private final List<Accumulator> accumulators = new ArrayList<>();
  private final List<Integer> places = new ArrayList<>();
  private final CellTable cells = new CellTable();
  private final int[] downNodes = new int[Block.MOST_ROWS];
  private final int[] acrossNodes = new int[Block.MOST_ROWS];

  /**
   * A builder without rows.
   *
   * @param schema the columns of the blocks to come, with at least those the specification names
   * @throws SpecException if a column isn't there, or hasn't the type it takes
   */
  public CrosstabBuilder(CrosstabSpec spec, Schema schema, Calendar calendar) {
    spec.check(schema);
    this.spec = spec;
    this.schema = schema;
    this.calendar = calendar;
    this.down = new AxisTree(spec.down().stream().map(this::coder).toList());
    this.across = new AxisTree(spec.across().stream().map(this::coder).toList());
    spec.measures().forEach(this::addAccumulator);
  }

  private int index(String name) {
    return schema.indexOf(name).orElseThrow();
  }

  private ItemCoder coder(AxisItem item) {
    int index = index(item.column());
    ColumnType type = schema.column(index).type();
    if (item.grain().isPresent()) {
      return periods(index, item.grain().get());
    }
    return switch (type.kind()) {
      case TEXT -> new TextCoder(index);
      case DATE -> periods(index, Grain.DAY);
      case BOOLEAN -> new NumberCoder(index, value -> value, value -> value == 0 ? "no" : "yes");
      case TIMESTAMP, INTEGER, DECIMAL -> new NumberCoder(index, value -> value, type::shown);
    };
  }

  private ItemCoder periods(int index, Grain grain) {
    LongUnaryOperator periodOfDay = day -> calendar.period(grain, day);
    return new NumberCoder(
        index,
        schema.column(index).type().kind() == ColumnType.Kind.DATE
            ? periodOfDay
            : micros -> periodOfDay.applyAsLong(Math.floorDiv(micros, MICROS_PER_DAY)),
        period -> calendar.label(grain, (int) period));
  }

  private void addAccumulator(Measure measure) {
    Aggregate aggregate = measure.call().aggregate();
    OptionalInt index =
        measure
            .call()
            .column()
            .map(name -> OptionalInt.of(index(name)))
            .orElse(OptionalInt.empty());
    if (aggregate == Aggregate.COUNT) {
      accumulators.add(new CountAccumulator(index));
      places.add(0);
      return;
    }
    int column = index.orElseThrow();
    int columnPlaces = schema.column(column).type().places();
    accumulators.add(new SumAccumulator(column, columnPlaces, aggregate == Aggregate.AVG));
    places.add(aggregate == Aggregate.AVG ? Math.max(2, columnPlaces) : columnPlaces);
  }

  @Override
  public void accept(Block block, int from, int to) {
    down.nodes(block, from, to, downNodes);
    across.nodes(block, from, to, acrossNodes);
    for (int row = from; row < to; row++) {
      downNodes[row] = cells.cell(downNodes[row], acrossNodes[row]);
    }
    for (Accumulator accumulator : accumulators) {
      accumulator.add(block, from, to, downNodes, cells.size());
    }
  }

  /** The finished cross-tab; call it once, after the last block. */
  public Crosstab build() {
    int innermost = cells.size();
    for (int cell = 0; cell < innermost; cell++) {
      addToTotals(cell);
    }
    return new Crosstab(spec, places, Items.of(down), Items.of(across), cells, accumulators);
  }

  private void addToTotals(int cell) {
    int downNode = cells.down(cell);
    int acrossNode = cells.across(cell);
    for (int row = downNode; ; row = down.parent(row)) {
      for (int column = acrossNode; ; column = across.parent(column)) {
        if (row != downNode || column != acrossNode) {
          int total = cells.cell(row, column);
          accumulators.forEach(accumulator -> accumulator.merge(total, cell, cells.size()));
        }
        if (column == AxisTree.ROOT) {
          break;
        }
      }
      if (row == AxisTree.ROOT) {
        break;
      }
    }
  }
}
