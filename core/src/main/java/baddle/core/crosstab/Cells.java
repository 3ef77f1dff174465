package baddle.core.crosstab;

import baddle.core.crosstab.spec.Aggregates;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.expression.AggregateCall;
import baddle.core.expression.BoundExpression;
import baddle.core.expression.Expression;
import baddle.core.expression.ExpressionException;
import baddle.core.expression.Failure;
import baddle.core.expression.MeasureExpression;
import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The measures of all cells, whose values are made of the innermost ones once they are asked for.
 */
final class Cells {

  /** An aggregate of one dataset's rows. */
  record Source(String dataset, AggregateCall call) {

    /** Written out, like the hash, since a record's own is put together anew in every process. */
    @Override
    public boolean equals(Object other) {
      return other instanceof Source source
          && dataset.equals(source.dataset)
          && call.equals(source.call);
    }

    @Override
    public int hashCode() {
      return 31 * dataset.hashCode() + call.hashCode();
    }
  }

  /** Cells of one depth down and across. */
  private static final class Layer {

    private final CellTable table = new CellTable(Integer.MAX_VALUE);
    private final int[] target;
    private final Map<Source, Accumulator.Values> values = new HashMap<>();

    Layer(int innermostCells) {
      target = new int[innermostCells];
    }

    Accumulator.Values values(Source source, Accumulator of, Axis down, Axis across) {
      return values.computeIfAbsent(
          source, s -> of.rollUp(target, table.size()).withinGroups(groups(down, across)));
    }

    /** The cells that are in the same periods of both axes, whatever else they are of. */
    private int[] groups(Axis down, Axis across) {
      Map<List<Long>, Integer> groupOf = new HashMap<>();
      int[] groups = new int[table.size()];
      for (int cell = 1; cell < groups.length; cell++) {
        List<Long> periods = new ArrayList<>(down.periods(table.down(cell)));
        periods.addAll(across.periods(table.across(cell)));
        Integer known = groupOf.get(periods);
        groups[cell] = known == null ? groupOf.size() : known;
        groupOf.putIfAbsent(periods, groups[cell]);
      }
      return groups;
    }
  }

  /** The key of a layer that has one cell without rows. */
  private static final int NO_LAYER = -1;

  private final CrosstabSpec spec;
  private final Map<Source, ColumnType> types;
  private final Map<Source, Accumulator> accumulators;
  private final CellTable innermost;
  private final Axis down;
  private final Axis across;
  private final Map<Integer, Layer> layers = new HashMap<>();
  private final Map<List<Integer>, Vector> computed = new HashMap<>();
  private final Map<Integer, Optional<BigDecimal>> noRows = new HashMap<>();
  private final Map<Integer, ColumnType> typeOf = new HashMap<>();
  private final Map<Integer, Integer> placesOf = new HashMap<>();

  Cells(
      CrosstabSpec spec,
      Map<Source, ColumnType> types,
      Map<Source, Accumulator> accumulators,
      CellTable innermost,
      Axis down,
      Axis across) {
    this.spec = spec;
    this.types = types;
    this.accumulators = accumulators;
    this.innermost = innermost;
    this.down = down;
    this.across = across;
  }

  private static int key(int downDepth, int acrossDepth) {
    return downDepth << 8 | acrossDepth;
  }

  private Layer layer(int downDepth, int acrossDepth) {
    return layers.computeIfAbsent(
        key(downDepth, acrossDepth), k -> newLayer(downDepth, acrossDepth));
  }

  private Layer newLayer(int downDepth, int acrossDepth) {
    Layer layer = new Layer(innermost.size());
    for (int cell = 1; cell < innermost.size(); cell++) {
      layer.target[cell] =
          layer.table.cell(
              down.above(down.ofTree(innermost.down(cell)), downDepth),
              across.above(across.ofTree(innermost.across(cell)), acrossDepth));
    }
    return layer;
  }

  void each(Crosstab.CellSink sink) {
    for (int cell = 1; cell < innermost.size(); cell++) {
      sink.accept(down.ofTree(innermost.down(cell)), across.ofTree(innermost.across(cell)));
    }
  }

  /**
   * Whether any row is in the period of a cell, whatever else the cell is of; true where neither
   * axis has periods.
   */
  boolean hasRowsInPeriod(int downNode, int acrossNode) {
    boolean isAcross = across.calendarDepth(acrossNode) > 0;
    int down = isAcross ? Axis.ROOT : this.down.above(downNode, this.down.calendarDepth(downNode));
    int across =
        isAcross ? this.across.above(acrossNode, this.across.calendarDepth(acrossNode)) : Axis.ROOT;
    return layer(this.down.depth(down), this.across.depth(across)).table.find(down, across)
        != CellTable.DISCARD;
  }

  /** A measure of a cell, as it is; empty where it has no value. */
  Optional<BigDecimal> value(int downNode, int acrossNode, int measure) {
    int downDepth = down.depth(downNode);
    int acrossDepth = across.depth(acrossNode);
    Layer layer = layer(downDepth, acrossDepth);
    int cell = layer.table.find(downNode, acrossNode);
    MeasureExpression expression = spec.measures().get(measure).value();
    if (cell == CellTable.DISCARD) {
      return expression.isOneCall() ? Optional.empty() : withoutRows(measure);
    }
    if (expression.isOneCall()) {
      return aggregate(layer, source(measure, expression.calls().get(0)), cell);
    }
    LongVector vector = (LongVector) vector(layer, key(downDepth, acrossDepth), measure);
    return vector.isBlank(cell)
        ? Optional.empty()
        : Optional.of(
            Aggregates.trimmed(
                BigDecimal.valueOf(vector.values()[cell], type(measure).places()),
                shownPlaces(measure)));
  }

  /** What a calculation comes to where there is no row: {@code coalesce(sum(x), 0)} is 0. */
  private Optional<BigDecimal> withoutRows(int measure) {
    Optional<BigDecimal> known = noRows.get(measure);
    if (known == null) {
      Layer nothing = new Layer(0);
      nothing.table.cell(Axis.ROOT, Axis.ROOT);
      LongVector vector = (LongVector) compute(nothing, NO_LAYER, measure);
      int cell = nothing.table.size() - 1;
      known =
          vector.isBlank(cell)
              ? Optional.empty()
              : Optional.of(
                  Aggregates.trimmed(
                      BigDecimal.valueOf(vector.values()[cell], type(measure).places()),
                      shownPlaces(measure)));
      noRows.put(measure, known);
    }
    return known;
  }

  private Source source(int measure, AggregateCall call) {
    return new Source(spec.measures().get(measure).dataset(), call);
  }

  private Optional<BigDecimal> aggregate(Layer layer, Source source, int cell) {
    Accumulator of = accumulators.get(source);
    return of == null ? Optional.empty() : layer.values(source, of, down, across).value(cell);
  }

  private Vector vector(Layer layer, int layerKey, int measure) {
    List<Integer> key = List.of(layerKey, measure);
    Vector known = computed.get(key);
    if (known == null) {
      known = compute(layer, layerKey, measure);
      computed.put(key, known);
    }
    return known;
  }

  private Vector compute(Layer layer, int layerKey, int measure) {
    MeasureExpression expression = spec.measures().get(measure).value();
    int size = layer.table.size();
    List<Column> columns = new ArrayList<>();
    List<Vector> vectors = new ArrayList<>();
    for (AggregateCall call : expression.calls()) {
      Source source = source(measure, call);
      ColumnType type = type(source);
      columns.add(new Column(MeasureExpression.column(call), type));
      vectors.add(vector(size, type.places(), cell -> aggregate(layer, source, cell)));
    }
    for (Expression.Reference name : expression.measures()) {
      int other = spec.measure(name.name());
      if (columns.stream().noneMatch(column -> column.name().equals(name.name()))) {
        columns.add(new Column(name.name(), type(other)));
        boolean one = spec.measures().get(other).value().isOneCall();
        AggregateCall call = one ? spec.measures().get(other).value().calls().get(0) : null;
        vectors.add(
            call == null
                ? vector(layer, layerKey, other)
                : vector(
                    size,
                    type(other).places(),
                    cell -> aggregate(layer, source(other, call), cell)));
      }
    }
    Block block = new Block(new Schema(columns), vectors, new int[0], size);
    return values(expression.bind(block.schema()), block, expression);
  }

  /** The values of all cells; one that divides by zero is blank. */
  private static Vector values(BoundExpression bound, Block block, MeasureExpression expression) {
    Vector vector = bound.vector(block);
    for (int row = 1; bound.anyFailure() && row < block.size(); row++) {
      Optional<Failure> failure = bound.failure(row);
      if (failure.isPresent() && failure.get() != Failure.DIVISION_BY_ZERO) {
        throw new SpecException(expression + ": " + failure.get().expectation());
      }
    }
    return vector;
  }

  private static LongVector vector(int size, int places, ValueOfCell values) {
    long[] numbers = new long[size];
    long[] blanks = new long[(size + 63) / 64];
    for (int cell = 0; cell < size; cell++) {
      Optional<BigDecimal> value = cell == 0 ? Optional.empty() : values.of(cell);
      if (value.isPresent()) {
        try {
          numbers[cell] =
              value.get().setScale(places, RoundingMode.HALF_UP).unscaledValue().longValueExact();
        } catch (ArithmeticException e) {
          throw new SpecException(
              value.get().toPlainString() + " is too large to be calculated with");
        }
      } else {
        blanks[cell >> 6] |= 1L << (cell & 63);
      }
    }
    return new LongVector(numbers, blanks, size);
  }

  private interface ValueOfCell {
    Optional<BigDecimal> of(int cell);
  }

  private ColumnType type(Source source) {
    ColumnType of = types.get(source);
    return Aggregates.type(source.call(), of == null ? ColumnType.of(ColumnType.Kind.INTEGER) : of);
  }

  /** The type of a measure's values. */
  ColumnType type(int measure) {
    ColumnType known = typeOf.get(measure);
    if (known == null) {
      known = findType(measure);
      typeOf.put(measure, known);
    }
    return known;
  }

  private ColumnType findType(int measure) {
    MeasureExpression expression = spec.measures().get(measure).value();
    if (expression.isOneCall()) {
      return type(source(measure, expression.calls().get(0)));
    }
    List<Column> columns = new ArrayList<>();
    for (AggregateCall call : expression.calls()) {
      columns.add(new Column(MeasureExpression.column(call), type(source(measure, call))));
    }
    for (Expression.Reference name : expression.measures()) {
      int other = spec.measure(name.name());
      if (other < 0 || other == measure) {
        throw new SpecException(expression.problem("no measure " + name.name(), name).getMessage());
      }
      if (columns.stream().noneMatch(column -> column.name().equals(name.name()))) {
        columns.add(new Column(name.name(), type(other)));
      }
    }
    try {
      ColumnType type = expression.bind(new Schema(columns)).type();
      if (!type.isNumber()) {
        throw new SpecException(expression + " is " + type + ", not a number");
      }
      return type;
    } catch (ExpressionException e) {
      throw new SpecException(e.getMessage());
    }
  }

  /** How many places of a measure are shown where nothing else is stated. */
  int shownPlaces(int measure) {
    Integer known = placesOf.get(measure);
    if (known == null) {
      known = findShownPlaces(measure);
      placesOf.put(measure, known);
    }
    return known;
  }

  private int findShownPlaces(int measure) {
    MeasureExpression expression = spec.measures().get(measure).value();
    int most = 0;
    int widest = 0;
    for (AggregateCall call : expression.calls()) {
      Source source = source(measure, call);
      ColumnType of = types.get(source);
      ColumnType known = of == null ? ColumnType.of(ColumnType.Kind.INTEGER) : of;
      most = Math.max(most, Aggregates.shownPlaces(call, known));
      widest = Math.max(widest, Aggregates.type(call, known).places());
    }
    for (Expression.Reference name : expression.measures()) {
      most = Math.max(most, shownPlaces(spec.measure(name.name())));
      widest = Math.max(widest, type(spec.measure(name.name())).places());
    }
    return !expression.isOneCall() && type(measure).places() > widest ? Math.max(2, most) : most;
  }
}
