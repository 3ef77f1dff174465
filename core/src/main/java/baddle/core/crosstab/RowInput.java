package baddle.core.crosstab;

import baddle.core.calendar.Calendar;
import baddle.core.calendar.Grain;
import baddle.core.crosstab.spec.Aggregates;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.expression.AggregateCall;
import baddle.core.expression.Expression;
import baddle.core.table.Block;
import baddle.core.table.Dictionary;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What a cross-tab reads of the rows of one dataset, column by column. */
final class RowInput {

  /**
   * An aggregate and what it is of.
   *
   * @param call the aggregate
   * @param type the type of what it is of; that of whole numbers where it counts rows
   */
  record Input(AggregateCall call, ColumnType type) {}

  /** The vectors of some rows. */
  record Rows(Block block, int from, int to, List<Vector> levels) {}

  private final CrosstabSpec spec;
  private final Schema schema;
  private final Calendar calendar;
  private final Optional<InputSlot> where;
  private final List<InputSlot> levels = new ArrayList<>();
  private @Nullable Block chosenOf;
  private @Nullable Block chosen;
  private int[] chosenRows = {};
  private final List<Input> inputs = new ArrayList<>();
  private final List<Optional<InputSlot>> arguments = new ArrayList<>();
  private final List<Optional<InputSlot>> bys = new ArrayList<>();
  private final List<Optional<InputSlot>> filters = new ArrayList<>();

  RowInput(CrosstabSpec spec, String dataset, Schema schema, Calendar calendar) {
    this.spec = spec;
    this.schema = schema;
    this.calendar = calendar;
    this.where =
        dataset.isEmpty() ? spec.where().map(condition -> truth(condition)) : Optional.empty();
    List<Expression> items = spec.items(dataset);
    for (int i = 0; i < items.size(); i++) {
      levels.add(slot(asDates(items.get(i), spec.levels().get(i).item().grain())));
    }
    for (AggregateCall call : spec.calls(dataset)) {
      Optional<InputSlot> argument = call.argument().map(part -> slot(part));
      Input input =
          new Input(
              call, argument.map(slot -> slot.type).orElse(ColumnType.of(ColumnType.Kind.INTEGER)));
      Aggregates.type(call, input.type());
      inputs.add(input);
      arguments.add(argument);
      bys.add(by(call, spec.dates().get(dataset)));
      filters.add(call.filter().map(this::truth));
    }
  }

  private InputSlot slot(Expression expression) {
    return new InputSlot(spec, expression, schema, calendar);
  }

  /** The periods of sources are texts; seen by the calendar, they are the days they begin with. */
  private static Expression asDates(Expression item, Optional<Grain> grain) {
    return grain.isPresent() && item.toString().equals(Aggregates.PERIOD)
        ? Expression.parse("start_of(" + Aggregates.PERIOD + ", '" + grain.get().words() + "')")
        : item;
  }

  private Optional<InputSlot> by(AggregateCall call, @Nullable String date) {
    if (!Aggregates.needsPeriod(call)) {
      return call.by().map(part -> slot(part));
    }
    if (date != null) {
      return Optional.of(slot(monthOf(date)));
    }
    if (schema.indexOf(Aggregates.PERIOD).isEmpty()) {
      throw new SpecException(
          call + " goes by the period of the source, and there is none; name a date after a comma");
    }
    return Optional.of(slot(Expression.parse(Aggregates.PERIOD)));
  }

  /** A number that grows with the months of a column of dates. */
  private static Expression monthOf(String date) {
    String column = Expression.quoted(date);
    return Expression.parse(
        "extract(year from %1$s) * 12 + extract(month from %1$s)".formatted(column));
  }

  private InputSlot truth(Expression condition) {
    InputSlot slot = slot(condition);
    if (slot.type.kind() != ColumnType.Kind.BOOLEAN) {
      throw new SpecException(condition + " is " + slot.type + ", not a condition");
    }
    return slot;
  }

  /** The aggregates, in the order of {@link #argument}. */
  List<Input> inputs() {
    return inputs;
  }

  /** The type of a level's values. */
  ColumnType levelType(int level) {
    return levels.get(level).type;
  }

  /** The rows of a range of a block that the cross-tab is of. */
  Rows rows(Block block, int from, int to) {
    if (where.isEmpty()) {
      return withLevels(block, from, to);
    }
    Vector met = where.get().vector(block, from, to);
    Block known = chosen;
    if (known == null || chosenOf != block) {
      int[] rows = new int[block.size()];
      int count = 0;
      for (int row = 0; row < block.size(); row++) {
        if (isTrue(met, row)) {
          rows[count++] = row;
        }
      }
      chosenRows = Arrays.copyOf(rows, count);
      known = block.rows(rows, count);
      chosen = known;
      chosenOf = block;
    }
    return withLevels(known, chosenBefore(from), chosenBefore(to));
  }

  /** How many of the chosen rows are before a row of the block. */
  private int chosenBefore(int row) {
    int found = Arrays.binarySearch(chosenRows, row);
    return found < 0 ? -found - 1 : found;
  }

  private Rows withLevels(Block block, int from, int to) {
    return new Rows(
        block, from, to, levels.stream().map(slot -> slot.vector(block, from, to)).toList());
  }

  private static boolean isTrue(Vector truths, int row) {
    return !truths.isBlank(row) && ((LongVector) truths).values()[row] == 1;
  }

  /** What an aggregate is of; null where it counts rows. */
  @Nullable Vector argument(int input, Rows rows) {
    return arguments
        .get(input)
        .map(slot -> slot.vector(rows.block(), rows.from(), rows.to()))
        .orElse(null);
  }

  /**
   * What each row gives to an aggregate: 1 where it counts rows, blank where its filter says so.
   */
  Vector contribution(int input, Rows rows) {
    int size = rows.block().size();
    Vector argument = argument(input, rows);
    long[] ones = new long[argument == null ? size : 0];
    Arrays.fill(ones, 1);
    Vector given = argument == null ? new LongVector(ones, null, size) : argument;
    if (filters.get(input).isEmpty()) {
      return given;
    }
    Vector met = filters.get(input).get().vector(rows.block(), rows.from(), rows.to());
    if (given instanceof TextVector texts) {
      int[] codes = Arrays.copyOf(texts.codes(), size);
      for (int row = 0; row < size; row++) {
        codes[row] = isTrue(met, row) ? codes[row] : Dictionary.BLANK;
      }
      return new TextVector(codes, size, texts.dictionary());
    }
    long[] blanks = new long[(size + 63) / 64];
    for (int row = 0; row < size; row++) {
      if (given.isBlank(row) || !isTrue(met, row)) {
        blanks[row >> 6] |= 1L << (row & 63);
      }
    }
    return new LongVector(((LongVector) given).values(), blanks, size);
  }

  /** What orders the rows of an aggregate; null where nothing does. */
  @Nullable Vector by(int input, Rows rows) {
    return bys.get(input)
        .map(slot -> slot.vector(rows.block(), rows.from(), rows.to()))
        .orElse(null);
  }

  /** The condition of an aggregate's rows; null for all. */
  @Nullable Vector filter(int input, Rows rows) {
    return filters
        .get(input)
        .map(slot -> slot.vector(rows.block(), rows.from(), rows.to()))
        .orElse(null);
  }

  /**
   * The cells of some rows, those discarded that don't meet a condition.
   *
   * @param cells the cell of each row
   * @param into receives them
   */
  static void filtered(Vector met, int from, int to, int[] cells, int[] into) {
    for (int row = from; row < to; row++) {
      into[row] = isTrue(met, row) ? cells[row] : CellTable.DISCARD;
    }
  }
}
