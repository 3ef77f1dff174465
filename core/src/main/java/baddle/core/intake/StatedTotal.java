package baddle.core.intake;

import baddle.core.expression.BoundExpression;
import baddle.core.expression.Expression;
import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.outcome.ControlTotal;
import baddle.core.table.Block;
import baddle.core.table.LongBuilder;
import baddle.core.value.ColumnType;
import baddle.core.value.Fit;
import baddle.core.value.ValueReader;
import baddle.core.value.WideSum;
import java.math.BigDecimal;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/** A column whose total a rule's rows state. */
final class StatedTotal {

  private static final Pattern NUMBER = Pattern.compile("-?\\d[\\d.,' ]*\\d|\\d");
  private static final int NO_COLUMN = -1;

  private final ControlTotals.Source of;
  final int rule;
  private final String column;

  /** Where its values are read, or {@link #NO_COLUMN}. */
  private final int index;

  private final ColumnType type;
  final @Nullable BoundExpression calc;

  /** Where the total is, or {@link HeadingRow#ABSENT} for where the values are. */
  private final int statedCell;

  private final WideSum[] sums;
  private final long[] held;
  private boolean stale;
  private final boolean ofBlock;
  private final long[] values = new long[Stretch.MOST];
  private final boolean[] filled = new boolean[Stretch.MOST];

  StatedTotal(ControlTotals.Source of, int rule, String column, String heading, int labels) {
    this.of = of;
    this.rule = rule;
    this.ofBlock = of.spec().shaping().leaveOut().get(rule).span() == LeaveOut.Span.BLOCK;
    this.column = column;
    Expression expression = of.spec().shaping().calcs().get(column);
    calc =
        expression == null
            ? null
            : expression.bind(of.blocks().schema(), of.spec().shaping().calendar());
    index = of.blocks().schema().indexOf(column).orElse(NO_COLUMN);
    type =
        column.equals(LeaveOut.ROWS)
            ? ColumnType.of(ColumnType.Kind.INTEGER)
            : calc != null ? calc.type() : of.blocks().schema().column(index).type();
    statedCell =
        heading.isEmpty() ? HeadingRow.ABSENT : ColumnIntakes.cellOfHeading(of.headings(), heading);
    sums = new WideSum[labels];
    held = new long[labels];
    for (int i = 0; i < labels; i++) {
      sums[i] = new WideSum();
    }
  }

  void prepare(Stretch stretch, Block block, int base) {
    if (calc != null) {
      calc.numbers(block, base, stretch.size(), values, filled);
      return;
    }
    for (int i = 0; i < stretch.size(); i++) {
      filled[i] = index == NO_COLUMN || isFilled(stretch, i, base + i);
      values[i] =
          index == NO_COLUMN ? 1 : ((LongBuilder) of.blocks().column(index)).value(base + i);
    }
  }

  private boolean isFilled(Stretch stretch, int row, int blockRow) {
    boolean fits =
        index >= of.spec().columns().size()
            || (stretch.fit(row, index) == Fit.FITS && !stretch.isUnreadable(row, index));
    return fits && !of.blocks().column(index).isBlank(blockRow);
  }

  /** Adds a row; the first below a total begins the sums anew, those the total didn't state too. */
  void add(Stretch stretch, int row) {
    if (stale || (ofBlock && stretch.beginsBlock(row))) {
      stale = false;
      for (int i = 0; i < sums.length; i++) {
        sums[i].clear();
        held[i] = 0;
      }
    }
    int label = stretch.labels()[row];
    if (filled[row]) {
      sums[label].add(values[row]);
    }
    held[label] += stretch.fits(row) ? 0 : 1;
  }

  /**
   * Compares what a row states.
   *
   * @return empty where it states nothing
   */
  Optional<ControlTotal> compare(Stretch stretch, int row) {
    int label = stretch.labels()[row];
    GridRow at = stretch.rows()[row];
    BigDecimal stated = null;
    if (statedCell != HeadingRow.ABSENT) {
      stated = stated(at);
    } else if (filled[row] && index != NO_COLUMN) {
      stated = BigDecimal.valueOf(values[row], type.places());
    }
    stale = true;
    if (stated == null) {
      return Optional.empty();
    }
    return Optional.of(
        new ControlTotal(
            column,
            of.labels().isEmpty() ? "" : of.labels().get(label),
            at.number(),
            stated,
            sums[label].value(type.places()),
            held[label]));
  }

  /** What a cell states: a number, or the only number in its text. */
  private @Nullable BigDecimal stated(GridRow row) {
    CellKind kind = row.kind(statedCell);
    if (kind == CellKind.BLANK || kind == CellKind.ERROR || kind == CellKind.FORMULA) {
      return null;
    }
    ColumnType wide = ColumnType.decimal(Math.max(type.places(), 2));
    ValueReader reader = ValueReader.of(wide, of.spec().rules(), of.sheet().dateSystem());
    if (reader.conventionChoice().isPresent()) {
      of.conventionChoice().apply(column).ifPresent(reader::understand);
    }
    if (kind == CellKind.NUMBER || kind == CellKind.DECIMAL) {
      Fit fit = NumberIntake.read(reader, row, statedCell);
      return fit == Fit.FITS ? BigDecimal.valueOf(reader.value(), wide.places()) : null;
    }
    Matcher number = NUMBER.matcher(row.text(statedCell));
    if (!number.find()) {
      return null;
    }
    String written = number.group();
    boolean counts = column.equals(LeaveOut.ROWS);
    char[] digits = (counts ? written.replaceAll("\\D", "") : written).toCharArray();
    boolean fits = reader.read(digits, 0, digits.length) == Fit.FITS && !number.find();
    return fits ? BigDecimal.valueOf(reader.value(), wide.places()) : null;
  }
}
