package baddle.core.intake;

import baddle.core.finding.Finding;
import baddle.core.finding.Place;
import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridRow;
import baddle.core.grid.GridSheet;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.outcome.Corrected;
import baddle.core.outcome.HeldRowSink;
import baddle.core.outcome.MendedValue;
import baddle.core.table.BlockBuilder;
import baddle.core.value.Fit;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Takes the rows below the headings into blocks, a stretch of rows at a time, or holds them, or
 * leaves them out.
 */
final class TableRows {

  private final CellLedger cells;
  private final Place source;
  private final IntakeSpec spec;
  private final HeadingRow headings;
  private final GridSheet sheet;
  private final BlockBuilder blocks;
  private final ColumnIntake[] intakes;
  private final boolean[] blanksUnreadable;
  private final ColumnReadings readings;
  private final Stretch stretch;

  /** Rows to be filled; the first {@link #gathered} of them are in the stretch. */
  private final GridRow[] lent = new GridRow[Stretch.MOST];

  private final RowShaper shaping;
  private final TotalScan totals;
  private final RowHolder holder;
  private final RowCorrections mending;

  /** Where the values are that become rows, by label; empty where none do. */
  private final int[] stackedCells;

  private int gathered;
  private boolean lookedAhead;
  private long read;
  private long leftOut;
  private long totalsLeftOut;
  private long shortRows;

  TableRows(
      IntakeSpec spec,
      Place source,
      HeadingRow headings,
      GridSheet sheet,
      CellRange region,
      BlockBuilder blocks,
      HeldRowSink heldRows,
      CellLedger cells) {
    this.cells = cells;
    this.spec = spec;
    this.source = source;
    this.headings = headings;
    this.sheet = sheet;
    this.blocks = blocks;
    this.mending = new RowCorrections(spec.mended(), headings);
    this.holder = new RowHolder(spec, source, headings, sheet, region, heldRows);
    this.stackedCells = headings.turnedCells().stream().mapToInt(Integer::intValue).toArray();
    for (int i = 0; i < Stretch.MOST; i++) {
      lent[i] = new GridRow();
    }
    this.stretch = new Stretch(spec.columns().size());
    ColumnIntakes made = new ColumnIntakes(spec, headings, sheet, blocks, stretch);
    this.intakes = made.all().toArray(ColumnIntake[]::new);
    this.blanksUnreadable = new boolean[spec.columns().size()];
    for (int i = 0; i < blanksUnreadable.length; i++) {
      blanksUnreadable[i] = made.blanksUnreadable(spec.columns().get(i));
    }
    this.readings = new ColumnReadings(spec, headings, intakes);
    this.shaping = new RowShaper(spec, headings, sheet, blocks, made, readings::ofNumbers);
    this.totals = new TotalScan(spec, headings, blocks);
  }

  /** The row to fill next. */
  GridRow next() {
    return lent[gathered];
  }

  /**
   * Takes a row, which from now on may be lent by {@link #next}.
   *
   * @param isAfterBlankRow whether the row above it is wholly blank
   */
  void add(GridRow row, boolean isAfterBlankRow) throws IOException {
    GridRow mended = mending.apply(row);
    lent[gathered] = mended;
    shortRows += mended.width() < headings.end() ? 1 : 0;
    if (stackedCells.length == 0) {
      stretch.add(mended, 0, isAfterBlankRow);
    } else if (!addStacked(mended, isAfterBlankRow)) {
      read++;
      leftOut++;
      cells.row(mended, true);
      return;
    }
    gathered++;
    if (stretch.isFull()) {
      take();
    }
  }

  /** Takes what is still gathered. */
  void finish() throws IOException {
    take();
  }

  /** Adds one row for each heading that is filled; tells whether any is. */
  private boolean addStacked(GridRow row, boolean isAfterBlankRow) throws IOException {
    boolean keepBlanks = spec.shaping().headingsToRows().orElseThrow().keepBlanks();
    boolean any = false;
    for (int label = 0; label < stackedCells.length; label++) {
      if (keepBlanks || row.kind(stackedCells[label]) != CellKind.BLANK) {
        if (stretch.isFull()) {
          int at = gathered;
          take();
          lent[at] = lent[0];
          lent[0] = row;
        }
        stretch.add(row, label, isAfterBlankRow && !any);
        any = true;
      }
    }
    return any;
  }

  private void take() throws IOException {
    int rows = stretch.size();
    if (!lookedAhead) {
      lookedAhead = true;
      readings.lookAhead(stretch.rows(), rows);
    }
    if (blocks.room() < rows) {
      blocks.flush();
    }
    int base = blocks.row();
    read += rows;
    boolean fit = true;
    for (int i = 0; i < rows; i++) {
      fit &= stretch.rows()[i].width() <= headings.end();
    }
    for (ColumnIntake intake : intakes) {
      intake.mark();
      fit &= intake.takeAll(stretch.rows(), 0, rows, base);
    }
    if (fit && shaping.isNone() && spec.totals() == TotalPolicy.REPORT) {
      totals.apply(stretch, base, Optional.empty());
      for (int i = 0; i < rows; i++) {
        cells.row(stretch.rows()[i], false);
        blocks.endRow(stretch.rows()[i].number());
      }
    } else {
      stretch.forget();
      if (!fit) {
        takeOneByOne(base);
      }
      if (!shaping.isNone()) {
        shaping.apply(stretch, base);
      }
      totals.apply(stretch, base, Optional.of(shaping.rules()));
      keep(base);
    }
    stretch.clear();
    gathered = 0;
  }

  private void takeOneByOne(int base) {
    for (ColumnIntake intake : intakes) {
      intake.backToMark();
    }
    for (int i = 0; i < stretch.size(); i++) {
      GridRow row = stretch.rows()[i];
      if (row.width() > headings.end() && holder.standsBeyond(row)) {
        stretch.setUnfit(i);
      }
      for (int column = 0; column < intakes.length; column++) {
        Fit fit = intakes[column].take(stretch.rows(), i, base + i);
        if (fit != Fit.FITS && column < spec.columns().size()) {
          if (blanksUnreadable[column] && fit.isUnreadable()) {
            stretch.blank(i, column, fit);
          } else {
            stretch.setFit(i, column, fit);
          }
          blocks.column(column).blank(base + i);
        }
      }
    }
  }

  private void keep(int base) throws IOException {
    for (int i = 0; i < stretch.size(); i++) {
      cells.row(stretch.rows()[i], stretch.isLeftOut(i));
      if (stretch.isLeftOut(i)) {
        leftOut++;
        String because = because(stretch.rule(i));
        spec.watch().leftOut(source, headings.headings(), stretch.rows()[i], because);
      } else if (stretch.fits(i)) {
        blocks.keep(base + i, stretch.rows()[i].number());
        if (stretch.isAnyBlanked(i)) {
          holder.noteBlanked(stretch, i);
        }
      } else {
        holder.hold(stretch, i, totals.at(i));
      }
    }
  }

  private String because(int rule) {
    boolean ofPlan = rule < spec.shaping().leaveOut().size();
    totalsLeftOut += ofPlan ? 0 : 1;
    return ofPlan ? shaping.rules().rule(rule).because() : SourceIntake.TOTALS;
  }

  /** How many rows were taken, whatever became of them. */
  long read() {
    return read;
  }

  /** How many of them were left out. */
  long leftOut() {
    return leftOut;
  }

  /** How many each rule has left out. */
  List<SourceIntake.LeftOut> leftOutByRule() {
    List<SourceIntake.LeftOut> byRule = new ArrayList<>(shaping.rules().leftOut());
    if (totalsLeftOut > 0) {
      byRule.add(new SourceIntake.LeftOut(SourceIntake.TOTALS, totalsLeftOut));
    }
    long byPlan = shaping.rules().total() + totalsLeftOut;
    if (leftOut > byPlan) {
      byRule.add(
          new SourceIntake.LeftOut(
              "no value under any of the headings that become rows", leftOut - byPlan));
    }
    return byRule;
  }

  /** What looks like totals among the rows that count. */
  TotalScan suspected() {
    return totals;
  }

  ControlTotals totals() {
    return shaping.totals();
  }

  /** The values that were replaced. */
  List<Corrected> corrected() {
    return readings.corrected(read);
  }

  /** The values that were read as a person mended them. */
  List<MendedValue> mended() {
    return mending.values();
  }

  /** What is to be said of the values that don't fit. */
  List<Finding> misfits() {
    List<Finding> findings = new ArrayList<>(holder.misfits().findings());
    findings.addAll(holder.blanked().findings());
    return findings;
  }

  long held() {
    return holder.held();
  }

  long valuesWithoutHeading() {
    return holder.valuesWithoutHeading();
  }

  /** How many rows of delimited text end before the last heading. */
  long shortRows() {
    return sheet.fixedWidth() ? shortRows : 0;
  }

  /** What reading the columns has shown. */
  ColumnReadings readings() {
    return readings;
  }
}
