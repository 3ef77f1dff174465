package baddle.core.intake;

import baddle.core.expression.BoundExpression;
import baddle.core.expression.Expression;
import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.grid.GridSheet;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.outcome.ControlTotal;
import baddle.core.table.Block;
import baddle.core.table.BlockBuilder;
import baddle.core.table.LongBuilder;
import baddle.core.value.ColumnType;
import baddle.core.value.ConventionChoice;
import baddle.core.value.Fit;
import baddle.core.value.ValueReader;
import baddle.core.value.WideSum;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;

/**
 * Adds up the rows of one source and compares the sums with the totals that left-out rows state.
 * Each rule adds up from the row it left out last; a total right below another of the same rule is
 * compared with the same rows.
 */
final class ControlTotals {

  private static final Pattern NUMBER = Pattern.compile("-?\\d[\\d.,' ]*\\d|\\d");
  private static final int NO_COLUMN = -1;

  /** A column whose total a rule's rows state. */
  private final class Control {

    private final int rule;
    private final String column;

    /** Where its values are read, or {@link #NO_COLUMN}. */
    private final int index;

    private final ColumnType type;
    private final @Nullable BoundExpression calc;

    /** Where the total is, or {@link HeadingRow#ABSENT} for where the values are. */
    private final int statedCell;

    private final WideSum[] sums;
    private final long[] held;
    private boolean stale;
    private final boolean ofBlock;
    private final long[] values = new long[Stretch.MOST];
    private final boolean[] filled = new boolean[Stretch.MOST];

    Control(int rule, String column, String heading, int labels) {
      this.rule = rule;
      this.ofBlock = spec.shaping().leaveOut().get(rule).span() == LeaveOut.Span.BLOCK;
      this.column = column;
      Expression expression = spec.shaping().calcs().get(column);
      calc =
          expression == null ? null : expression.bind(blocks.schema(), spec.shaping().calendar());
      index = blocks.schema().indexOf(column).orElse(NO_COLUMN);
      type =
          column.equals(LeaveOut.ROWS)
              ? ColumnType.of(ColumnType.Kind.INTEGER)
              : calc != null ? calc.type() : blocks.schema().column(index).type();
      statedCell =
          heading.isEmpty() ? HeadingRow.ABSENT : ColumnIntakes.cellOfHeading(headings, heading);
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
        values[i] = index == NO_COLUMN ? 1 : ((LongBuilder) blocks.column(index)).value(base + i);
      }
    }

    private boolean isFilled(Stretch stretch, int row, int blockRow) {
      boolean fits =
          index >= spec.columns().size()
              || (stretch.fit(row, index) == Fit.FITS && !stretch.isUnreadable(row, index));
      return fits && !blocks.column(index).isBlank(blockRow);
    }

    /**
     * Adds a row; the first below a total begins the sums anew, those the total didn't state too.
     */
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

    /** Compares what a row states, and tells whether it states anything. */
    boolean compare(Stretch stretch, int row) {
      int label = stretch.labels()[row];
      GridRow at = stretch.rows()[row];
      BigDecimal stated = null;
      if (statedCell != HeadingRow.ABSENT) {
        stated = stated(at);
      } else if (filled[row] && index != NO_COLUMN) {
        stated = BigDecimal.valueOf(values[row], type.places());
      }
      if (stated != null) {
        totals.add(
            new ControlTotal(
                column,
                labels.isEmpty() ? "" : labels.get(label),
                at.number(),
                stated,
                sums[label].value(type.places()),
                held[label]));
      }
      stale = true;
      return stated != null;
    }

    /** What a cell states: a number, or the only number in its text. */
    private @Nullable BigDecimal stated(GridRow row) {
      CellKind kind = row.kind(statedCell);
      if (kind == CellKind.BLANK || kind == CellKind.ERROR || kind == CellKind.FORMULA) {
        return null;
      }
      ColumnType wide = ColumnType.decimal(Math.max(type.places(), 2));
      ValueReader reader = ValueReader.of(wide, spec.rules(), sheet.dateSystem());
      if (reader.conventionChoice().isPresent()) {
        conventionChoice.apply(column).ifPresent(reader::understand);
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

  private final IntakeSpec spec;
  private final HeadingRow headings;
  private final GridSheet sheet;
  private final BlockBuilder blocks;
  private final Function<String, Optional<ConventionChoice>> conventionChoice;
  private final List<String> labels;
  private final List<Control> controls = new ArrayList<>();
  private final List<ControlTotal> totals = new ArrayList<>();
  private final List<Integer> unread = new ArrayList<>();

  ControlTotals(
      IntakeSpec spec,
      HeadingRow headings,
      GridSheet sheet,
      BlockBuilder blocks,
      Function<String, Optional<ConventionChoice>> conventionChoice) {
    this.conventionChoice = conventionChoice;
    this.spec = spec;
    this.headings = headings;
    this.sheet = sheet;
    this.blocks = blocks;
    this.labels = List.copyOf(headings.turned().values());
    List<LeaveOut> rules = spec.shaping().leaveOut();
    for (int rule = 0; rule < rules.size(); rule++) {
      for (Map.Entry<String, String> stated : rules.get(rule).stated().entrySet()) {
        controls.add(
            new Control(rule, stated.getKey(), stated.getValue(), Math.max(1, labels.size())));
      }
    }
  }

  boolean isEmpty() {
    return controls.isEmpty();
  }

  /** Forgets the dictionaries of the block before. */
  void begin() {
    for (Control control : controls) {
      if (control.calc != null) {
        control.calc.begin();
      }
    }
  }

  /** Adds a stretch of rows whose fate is known. */
  void apply(Stretch stretch, Block block, int base) {
    controls.forEach(control -> control.prepare(stretch, block, base));
    for (int i = 0; i < stretch.size(); i++) {
      boolean shouldState = false;
      boolean states = false;
      for (Control control : controls) {
        if (!stretch.isLeftOut(i)) {
          control.add(stretch, i);
        } else if (stretch.rule(i) == control.rule) {
          shouldState = true;
          states |= control.compare(stretch, i);
        }
      }
      if (shouldState && !states) {
        unread.add(stretch.rows()[i].number());
      }
    }
  }

  List<ControlTotal> totals() {
    return totals;
  }

  /** Rows that should state a total and don't. */
  List<Integer> unread() {
    return unread;
  }
}
