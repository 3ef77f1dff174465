package baddle.core.intake;

import baddle.core.grid.GridSheet;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.table.BlockBuilder;
import baddle.core.value.ColumnType;
import baddle.core.value.ConventionChoice;
import baddle.core.value.Fit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * What happens to the rows of a source once their values are taken: some are left out, blanks are
 * filled from above or by default, and totals are compared.
 */
final class RowShaper {

  private static final int NO_COLUMN = -1;

  private final IntakeSpec spec;
  private final BlockBuilder blocks;
  private final LeaveOutRules rules;
  private final ControlTotals totals;
  private final List<CarryDown> carried = new ArrayList<>();
  private final List<Defaults> defaults = new ArrayList<>();

  /** Columns that must be filled once blanks were filled from above or by default. */
  private final List<Integer> requiredAfterwards = new ArrayList<>();

  /** Where the value is that begins a block of rows, or {@link #NO_COLUMN}. */
  private final int blockColumn;

  private int blockBegun = -1;

  /**
   * The shaping of a source.
   *
   * @param conventionChoice how a column's numbers turned out to be written so far
   */
  RowShaper(
      IntakeSpec spec,
      HeadingRow headings,
      GridSheet sheet,
      BlockBuilder blocks,
      ColumnIntakes made,
      Function<String, Optional<ConventionChoice>> conventionChoice) {
    this.spec = spec;
    this.blocks = blocks;
    this.rules = new LeaveOutRules(spec, blocks.schema());
    this.totals = new ControlTotals(spec, headings, sheet, blocks, conventionChoice);
    this.blockColumn =
        spec.shaping().blockColumn().map(name -> made.indexOf(name)).orElse(NO_COLUMN);
    for (int i = 0; i < spec.columns().size(); i++) {
      addFilling(i, made);
    }
  }

  private void addFilling(int index, ColumnIntakes made) {
    IntakeColumn column = spec.columns().get(index);
    if (spec.named().containsKey(column.column().name()) || !made.isFilledLater(column)) {
      return;
    }
    if (spec.shaping().carryDown().contains(column.column().name())) {
      List<LeaveOut> leaveOut = spec.shaping().leaveOut();
      boolean[] endsAt = new boolean[leaveOut.size()];
      for (int rule = 0; rule < endsAt.length; rule++) {
        endsAt[rule] = leaveOut.get(rule).ends(column.column().name());
      }
      carried.add(
          new CarryDown(index, blocks.column(index), endsAt, made.blanksUnreadable(column)));
    }
    column
        .otherwise()
        .ifPresent(
            value -> {
              char[] text = value.toCharArray();
              ColumnType type = column.column().type();
              long number = type.kind() == ColumnType.Kind.TEXT ? 0 : made.number(type, text);
              defaults.add(new Defaults(index, blocks.column(index), text, number));
            });
    if (column.required()) {
      requiredAfterwards.add(index);
    }
  }

  /** Whether rows stay unchanged taken. */
  boolean isNone() {
    return rules.isEmpty() && carried.isEmpty() && defaults.isEmpty();
  }

  /**
   * Shapes a stretch of rows.
   *
   * @param base where the first is in the block being built
   */
  void apply(Stretch stretch, int base) {
    int end = base + stretch.size();
    if (blockBegun != blocks.blocks()) {
      blockBegun = blocks.blocks();
      rules.begin();
      totals.begin();
    }
    if (!rules.isEmpty()) {
      rules.apply(stretch, blocks.soFar(end), base);
    }
    markBlocks(stretch, base);
    for (CarryDown column : carried) {
      column.apply(stretch, base, spec.shaping().untilBlankRow());
    }
    for (Defaults column : defaults) {
      column.apply(stretch, base);
    }
    for (int column : requiredAfterwards) {
      for (int i = 0; i < stretch.size(); i++) {
        if (stretch.fit(i, column) == Fit.FITS && blocks.column(column).isBlank(base + i)) {
          stretch.setFit(i, column, Fit.BLANK);
        }
      }
    }
    if (!totals.isEmpty()) {
      totals.apply(stretch, blocks.soFar(end), base);
    }
  }

  private void markBlocks(Stretch stretch, int base) {
    for (int i = 0; blockColumn != NO_COLUMN && i < stretch.size(); i++) {
      boolean filled =
          !blocks.column(blockColumn).isBlank(base + i) || stretch.isUnreadable(i, blockColumn);
      if (filled && !stretch.isLeftOut(i)) {
        stretch.beginBlock(i);
      }
    }
  }

  LeaveOutRules rules() {
    return rules;
  }

  ControlTotals totals() {
    return totals;
  }
}
