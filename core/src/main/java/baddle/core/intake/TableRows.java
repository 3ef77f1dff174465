package baddle.core.intake;

import baddle.core.finding.Finding;
import baddle.core.finding.Place;
import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridRow;
import baddle.core.grid.GridSheet;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.intake.heading.Headings;
import baddle.core.outcome.Corrected;
import baddle.core.outcome.HeldRowSink;
import baddle.core.outcome.MendedValue;
import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.value.ColumnType;
import baddle.core.value.Evidence;
import baddle.core.value.Fit;
import baddle.core.value.Habit;
import baddle.core.value.Understanding;
import baddle.core.value.ValueReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * Takes the rows below the headings into blocks, a stretch of rows at a time, or holds them, or
 * leaves them out.
 */
final class TableRows {

  /** With fewer headings, a row with one value may well be a row of the table. */
  private static final int LEAST_HEADINGS_WITH_NOTES = 3;

  private final Place source;
  private final IntakeSpec spec;
  private final HeadingRow headings;
  private final GridSheet sheet;
  private final BlockBuilder blocks;
  private final ColumnIntake[] intakes;
  private final int[] headingCells;

  /** What the last line of the headings has in these; null where it has nothing. */
  private final @Nullable String[] lastLine;

  private final boolean[] blanksUnreadable;
  private final GridRow[] gathered = new GridRow[Stretch.MOST];
  private final boolean[] afterBlankRow = new boolean[Stretch.MOST];
  private final Stretch stretch;
  private final RowShaping shaping;
  private final RowHolder holder;
  private final Mending mending;

  /** Where the values stand that become rows, by label; empty where none do. */
  private final int[] turnedCells;

  private int size;
  private boolean lookedAhead;
  private long read;
  private long leftOut;
  private long shortRows;

  TableRows(
      IntakeSpec spec,
      Place source,
      HeadingRow headings,
      GridSheet sheet,
      CellRange region,
      BlockBuilder blocks,
      HeldRowSink heldRows) {
    this.spec = spec;
    this.source = source;
    this.headings = headings;
    this.sheet = sheet;
    this.blocks = blocks;
    this.mending = new Mending(spec.mended(), headings);
    this.holder = new RowHolder(spec, source, headings, sheet, region, heldRows);
    this.headingCells =
        headings.cells().stream()
            .filter(cell -> cell != HeadingRow.ABSENT && headings.headings().containsKey(cell))
            .mapToInt(Integer::intValue)
            .toArray();
    int lines = headings.lines().size();
    Map<Integer, String> line = lines == 0 ? Map.of() : headings.lines().get(lines - 1);
    this.lastLine = new @Nullable String[headingCells.length];
    for (int i = 0; i < headingCells.length; i++) {
      lastLine[i] = line.get(headingCells[i]);
    }
    this.turnedCells = headings.turnedCells().stream().mapToInt(Integer::intValue).toArray();
    for (int i = 0; i < Stretch.MOST; i++) {
      gathered[i] = new GridRow();
    }
    this.stretch = new Stretch(spec.columns().size());
    ColumnIntakes made = new ColumnIntakes(spec, headings, sheet, blocks, stretch);
    this.intakes = made.all().toArray(ColumnIntake[]::new);
    this.blanksUnreadable = new boolean[spec.columns().size()];
    for (int i = 0; i < blanksUnreadable.length; i++) {
      blanksUnreadable[i] = made.blanksUnreadable(spec.columns().get(i));
    }
    this.shaping =
        new RowShaping(
            spec, headings, sheet, blocks, made, TableRows.understandings(spec, intakes));
  }

  /**
   * Tells how the numbers of a column are written; for one that isn't read, how those of others
   * are, decimal commas before points.
   */
  private static Function<String, Optional<Understanding>> understandings(
      IntakeSpec spec, ColumnIntake[] intakes) {
    return wanted -> {
      Optional<Understanding> ofOthers = Optional.empty();
      for (int i = 0; i < spec.columns().size(); i++) {
        Column column = spec.columns().get(i).column();
        Optional<Understanding> of =
            column.type().isNumber()
                ? numberIntake(intakes[i]).flatMap(taker -> taker.reader().understanding())
                : Optional.empty();
        if (of.isPresent() && column.name().equals(wanted)) {
          return of;
        }
        boolean comma = of.filter(one -> one.habit() == Habit.DECIMAL_COMMA).isPresent();
        ofOthers = comma ? of : ofOthers.or(() -> of);
      }
      return ofOthers;
    };
  }

  /** The row to fill next. */
  GridRow next() {
    return gathered[size];
  }

  /** Whether a row repeats the headings, or their second line where they have two. */
  boolean isHeadings(GridRow row) {
    for (int i = 0; i < headingCells.length; i++) {
      int cell = headingCells[i];
      String text = lastLine[i];
      if (text == null ? row.kind(cell) != CellKind.BLANK : !row.isText(cell, text)) {
        return false;
      }
    }
    return headingCells.length > 1;
  }

  /** Whether a row repeats the first line of headings that have two. */
  boolean isFirstLineOfHeadings(GridRow row) {
    if (headings.lines().size() < 2) {
      return false;
    }
    for (Map.Entry<Integer, String> cell : headings.lines().get(0).entrySet()) {
      if (!row.isText(cell.getKey(), cell.getValue())) {
        return false;
      }
    }
    return row.filled(headings.firstCell(), headings.end()) == headings.lines().get(0).size();
  }

  /**
   * Whether the only value of a row is a note below the table: a required column is blank, or,
   * where none is required, it stands in no column of numbers or dates.
   */
  boolean isNote(GridRow row) {
    boolean anyRequired = false;
    boolean inTyped = false;
    int cells = 0;
    for (int i = 0; i < spec.columns().size(); i++) {
      int cell = headings.cells().get(i);
      if (cell == HeadingRow.ABSENT) {
        continue;
      }
      cells++;
      boolean filled = row.kind(cell) != CellKind.BLANK;
      IntakeColumn column = spec.columns().get(i);
      boolean carriedDown = spec.shaping().carryDown().contains(column.column().name());
      if (column.required() && !filled && !carriedDown) {
        return headings.headings().size() >= LEAST_HEADINGS_WITH_NOTES;
      }
      anyRequired |= column.required();
      inTyped |= filled && column.column().type().kind() != ColumnType.Kind.TEXT;
    }
    return !anyRequired && !inTyped && cells >= LEAST_HEADINGS_WITH_NOTES;
  }

  /**
   * Takes a row, which from now on may be lent by {@link #next}.
   *
   * @param isAfterBlankRow whether the row above it is wholly blank
   */
  void add(GridRow row, boolean isAfterBlankRow) throws IOException {
    afterBlankRow[size] = isAfterBlankRow;
    gathered[size++] = mending.apply(row);
    if (size == Stretch.MOST) {
      takeGathered();
    }
  }

  /** Takes what is still gathered. */
  void finish() throws IOException {
    takeGathered();
  }

  private void takeGathered() throws IOException {
    if (!lookedAhead) {
      lookedAhead = true;
      for (ColumnIntake intake : intakes) {
        numberIntake(intake).ifPresent(number -> number.lookAhead(gathered, size));
      }
    }
    for (int i = 0; i < size; i++) {
      shortRows += gathered[i].width() < headings.end() ? 1 : 0;
      if (turnedCells.length == 0) {
        stretch.add(gathered[i], 0, afterBlankRow[i]);
      } else {
        turn(gathered[i], afterBlankRow[i]);
      }
    }
    take();
    size = 0;
  }

  /** One row for each heading that is filled; a row with none filled is left out, and counted. */
  private void turn(GridRow row, boolean isAfterBlankRow) throws IOException {
    boolean keepBlanks = spec.shaping().headingsToRows().orElseThrow().keepBlanks();
    boolean any = false;
    for (int label = 0; label < turnedCells.length; label++) {
      if (keepBlanks || row.kind(turnedCells[label]) != CellKind.BLANK) {
        if (stretch.isFull()) {
          take();
        }
        stretch.add(row, label, isAfterBlankRow && !any);
        any = true;
      }
    }
    if (!any) {
      read++;
      leftOut++;
    }
  }

  /** Takes one row by itself. */
  void take(GridRow row) throws IOException {
    stretch.add(mending.apply(row), 0, false);
    take();
  }

  private void take() throws IOException {
    int rows = stretch.size();
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
    if (fit && shaping.isNone()) {
      for (int i = 0; i < rows; i++) {
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
      keep(base);
    }
    stretch.clear();
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
      if (stretch.isLeftOut(i)) {
        leftOut++;
        String because = shaping.rules().rule(stretch.rule(i)).because();
        spec.watch().leftOut(source, headings.headings(), stretch.rows()[i], because);
      } else if (stretch.fits(i)) {
        blocks.keep(base + i, stretch.rows()[i].number());
        if (stretch.isAnyBlanked(i)) {
          holder.noteBlanked(stretch, i);
        }
      } else {
        holder.hold(stretch, i);
      }
    }
  }

  /** What takes the values of a column, if they are held as numbers. */
  private static Optional<NumberIntake> numberIntake(ColumnIntake intake) {
    if (intake instanceof TurnedIntake turned) {
      return numberIntake(turned.first());
    }
    if (intake instanceof CorrectedIntake corrected) {
      return numberIntake(corrected.taker());
    }
    return intake instanceof NumberIntake number ? Optional.of(number) : Optional.empty();
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
    long byPlan = shaping.rules().total();
    if (leftOut > byPlan) {
      byRule.add(
          new SourceIntake.LeftOut(
              "no value under any of the headings that become rows", leftOut - byPlan));
    }
    return byRule;
  }

  ControlTotals totals() {
    return shaping.totals();
  }

  /** The values that were replaced. */
  List<Corrected> corrected() {
    List<Corrected> all = new ArrayList<>();
    for (ColumnIntake intake : intakes) {
      List<ColumnIntake> parts =
          intake instanceof TurnedIntake turned ? turned.all() : List.of(intake);
      for (ColumnIntake part : parts) {
        if (part instanceof CorrectedIntake corrected) {
          all.addAll(corrected.corrected());
        }
      }
    }
    for (IntakeColumn column : spec.columns()) {
      String stated = spec.named().getOrDefault(column.column().name(), "");
      String right = column.corrections().get(stated);
      if (right != null) {
        all.add(new Corrected(column.column().name(), stated, right, read));
      }
    }
    return all;
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

  /** What reading one column has shown. */
  record Reading(String heading, ValueReader reader) {}

  /** The columns whose values could be written in more than one way, by name. */
  Map<String, Reading> readings() {
    Map<String, Reading> readings = new LinkedHashMap<>();
    for (int i = 0; i < spec.columns().size(); i++) {
      Optional<NumberIntake> number = numberIntake(intakes[i]);
      if (number.flatMap(taker -> taker.reader().understanding()).isPresent()) {
        int cell = number.get().cell();
        readings.put(
            spec.columns().get(i).column().name(),
            new Reading(
                headings.headings().getOrDefault(cell, Headings.ofColumn(cell)),
                number.get().reader()));
      }
    }
    return readings;
  }

  /**
   * How all columns are to be read, if the values of any turned out to be written otherwise than it
   * was read by; else nothing.
   */
  Map<String, Understanding> shown() {
    Map<String, Understanding> shown = new LinkedHashMap<>();
    boolean again = false;
    for (Map.Entry<String, Reading> column : readings().entrySet()) {
      ValueReader reader = column.getValue().reader();
      Understanding taken = reader.understanding().orElseThrow();
      Evidence evidence = reader.evidence();
      Understanding decided = taken.isAssumed() ? evidence.decide() : taken;
      again |= taken.isAssumed() && evidence.contradicts(taken);
      shown.put(column.getKey(), decided);
    }
    return again ? shown : Map.of();
  }
}
