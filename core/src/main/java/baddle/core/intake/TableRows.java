package baddle.core.intake;

import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridRow;
import baddle.core.grid.GridSheet;
import baddle.core.table.BlockBuilder;
import baddle.core.table.ColumnBuilder;
import baddle.core.table.LongBuilder;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import baddle.core.value.Evidence;
import baddle.core.value.Fit;
import baddle.core.value.Understanding;
import baddle.core.value.ValueReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Takes the rows below the headings into blocks, a stretch of rows at a time, or holds them. */
final class TableRows {

  /** How many rows are gathered before they are taken, column by column. */
  private static final int STRETCH = 64;

  /** With fewer headings, a row with one value may well be a row of the table. */
  private static final int LEAST_HEADINGS_WITH_NOTES = 3;

  private final IntakeSpec spec;
  private final HeadingRow headings;
  private final GridSheet sheet;
  private final CellRange region;
  private final BlockBuilder blocks;
  private final HeldRowSink heldRows;
  private final ColumnIntake[] intakes;

  /** How the values of the row fitted that was taken last by itself. */
  private final Fit[] rowFits;

  private final int[] headingCells;
  private final String[] headingTexts;
  private final Misfits misfits = new Misfits();
  private final GridRow[] stretch = new GridRow[STRETCH];
  private int gathered;
  private boolean lookedAhead;
  private long held;
  private long valuesWithoutHeading;
  private long shortRows;

  TableRows(
      IntakeSpec spec,
      HeadingRow headings,
      GridSheet sheet,
      CellRange region,
      BlockBuilder blocks,
      HeldRowSink heldRows) {
    this.spec = spec;
    this.headings = headings;
    this.sheet = sheet;
    this.region = region;
    this.blocks = blocks;
    this.heldRows = heldRows;
    this.headingCells =
        headings.cells().stream()
            .filter(cell -> cell != HeadingRow.ABSENT && headings.headings().containsKey(cell))
            .mapToInt(Integer::intValue)
            .toArray();
    this.headingTexts = new String[headingCells.length];
    for (int i = 0; i < headingCells.length; i++) {
      headingTexts[i] = headings.headings().getOrDefault(headingCells[i], "");
    }
    this.intakes = new ColumnIntake[spec.columns().size()];
    this.rowFits = new Fit[intakes.length];
    Arrays.fill(rowFits, Fit.FITS);
    for (int i = 0; i < intakes.length; i++) {
      intakes[i] = intake(i, blocks.column(i));
    }
    for (int i = 0; i < STRETCH; i++) {
      stretch[i] = new GridRow();
    }
  }

  private ColumnIntake intake(int index, ColumnBuilder builder) {
    IntakeColumn wanted = spec.columns().get(index);
    ColumnType type = wanted.column().type();
    String named = spec.named().get(wanted.column().name());
    if (named != null) {
      return constant(named, type, builder);
    }
    int cell = wanted.currencyOf().map(this::cellOf).orElse(headings.cells().get(index));
    if (cell == HeadingRow.ABSENT) {
      return SameIntake.blank(builder);
    }
    boolean errorsBlank = spec.rules().errorsBlank();
    if (builder instanceof TextBuilder text) {
      return wanted.currencyOf().isPresent()
          ? new CurrencyIntake(cell, text)
          : new TextIntake(cell, text, wanted.required(), errorsBlank, STRETCH);
    }
    ValueReader reader = ValueReader.of(type, spec.rules(), sheet.dateSystem());
    reader
        .understanding()
        .map(assumed -> spec.understandings().getOrDefault(wanted.column().name(), assumed))
        .ifPresent(reader::understand);
    return new NumberIntake(cell, (LongBuilder) builder, reader, wanted.required(), errorsBlank);
  }

  private int cellOf(String column) {
    for (int i = 0; i < spec.columns().size(); i++) {
      if (spec.columns().get(i).column().name().equals(column)) {
        return headings.cells().get(i);
      }
    }
    return HeadingRow.ABSENT;
  }

  private ColumnIntake constant(String value, ColumnType type, ColumnBuilder builder) {
    char[] characters = value.toCharArray();
    if (builder instanceof TextBuilder text) {
      return SameIntake.text(characters, text);
    }
    ValueReader reader = ValueReader.of(type, spec.rules(), sheet.dateSystem());
    Fit fit = reader.read(characters, 0, characters.length);
    if (fit != Fit.FITS) {
      throw new IllegalArgumentException(value + ": expected " + fit.expectation());
    }
    return SameIntake.number(reader.value(), (LongBuilder) builder);
  }

  /** The row to fill next. */
  GridRow next() {
    return stretch[gathered];
  }

  /** Whether a row repeats the headings. */
  boolean isHeadings(GridRow row) {
    for (int i = 0; i < headingCells.length; i++) {
      if (!row.isText(headingCells[i], headingTexts[i])) {
        return false;
      }
    }
    return headingCells.length > 1;
  }

  /**
   * Whether the only value of a row is a note below the table: a required column is blank, or,
   * where none is required, it stands in no column of numbers or dates.
   */
  boolean isNote(GridRow row) {
    boolean anyRequired = false;
    boolean inTyped = false;
    int cells = 0;
    for (int i = 0; i < intakes.length; i++) {
      int cell = headings.cells().get(i);
      if (cell == HeadingRow.ABSENT) {
        continue;
      }
      cells++;
      boolean filled = row.kind(cell) != CellKind.BLANK;
      IntakeColumn column = spec.columns().get(i);
      if (column.required() && !filled) {
        return headings.headings().size() >= LEAST_HEADINGS_WITH_NOTES;
      }
      anyRequired |= column.required();
      inTyped |= filled && column.column().type().kind() != ColumnType.Kind.TEXT;
    }
    return !anyRequired && !inTyped && cells >= LEAST_HEADINGS_WITH_NOTES;
  }

  /** Takes a row, which from now on may be lent by {@link #next}. */
  void add(GridRow row) throws IOException {
    stretch[gathered++] = row;
    if (gathered == STRETCH) {
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
        if (intake instanceof NumberIntake number) {
          number.lookAhead(stretch, gathered);
        }
      }
    }
    int taken = 0;
    while (taken < gathered) {
      int end = Math.min(gathered, taken + blocks.room());
      take(taken, end);
      taken = end;
    }
    gathered = 0;
  }

  private void take(int from, int to) throws IOException {
    boolean fit = true;
    for (int i = from; i < to; i++) {
      int width = stretch[i].width();
      fit &= width <= headings.end();
      shortRows += width < headings.end() ? 1 : 0;
    }
    for (ColumnIntake intake : intakes) {
      intake.mark();
      fit &= intake.takeAll(stretch, from, to, blocks.row());
    }
    for (int i = 0; !fit && i < intakes.length; i++) {
      intakes[i].backToMark();
    }
    for (int i = from; i < to; i++) {
      if (fit) {
        blocks.endRow(stretch[i].number());
      } else {
        take(stretch[i]);
      }
    }
  }

  /** Takes one row by itself. */
  void take(GridRow row) throws IOException {
    boolean fits = row.width() <= headings.end() || !standsBeyond(row);
    for (int i = 0; i < intakes.length; i++) {
      rowFits[i] = intakes[i].take(row, blocks.row());
      fits &= rowFits[i] == Fit.FITS;
    }
    if (fits) {
      blocks.endRow(row.number());
    } else {
      hold(row);
    }
  }

  /** Whether cells beyond the last heading hold the row; in a workbook they are only counted. */
  private boolean standsBeyond(GridRow row) {
    boolean filled = beyond(row) != HeadingRow.ABSENT;
    if (filled && !sheet.fixedWidth()) {
      valuesWithoutHeading++;
    }
    return filled && sheet.fixedWidth();
  }

  private int beyond(GridRow row) {
    for (int cell = headings.end(); cell < Math.min(row.width(), region.endColumn()); cell++) {
      if (row.kind(cell) != CellKind.BLANK) {
        return cell;
      }
    }
    return HeadingRow.ABSENT;
  }

  private void hold(GridRow row) throws IOException {
    held++;
    List<HeldValue> values = new ArrayList<>();
    for (int i = 0; i < intakes.length; i++) {
      if (rowFits[i] != Fit.FITS) {
        values.add(heldValue(row, i, rowFits[i]));
      }
    }
    int beyond = sheet.fixedWidth() ? beyond(row) : HeadingRow.ABSENT;
    if (beyond != HeadingRow.ABSENT) {
      values.add(
          new HeldValue(
              "cell " + (beyond + 1), row.text(beyond), Fit.BEYOND_HEADINGS.expectation()));
    }
    List<String> cells = new ArrayList<>();
    for (int cell = 0; cell < row.width(); cell++) {
      cells.add(row.text(cell));
    }
    values.forEach(value -> misfits.add(row.number(), value));
    heldRows.held(new HeldRow(row.number(), values, cells));
  }

  private HeldValue heldValue(GridRow row, int index, Fit fit) {
    int cell = headings.cells().get(index);
    ColumnType type = spec.columns().get(index).column().type();
    return new HeldValue(
        headings.headings().getOrDefault(cell, Headings.ofColumn(cell)),
        row.text(cell),
        fit.expectation(type));
  }

  Misfits misfits() {
    return misfits;
  }

  long held() {
    return held;
  }

  long valuesWithoutHeading() {
    return valuesWithoutHeading;
  }

  /** The days of the column that states the period, if any was read. */
  Optional<SourceIntake.Days> days() {
    for (int i = 0; i < intakes.length; i++) {
      IntakeColumn column = spec.columns().get(i);
      if (intakes[i] instanceof NumberIntake number
          && spec.periodColumn().filter(column.column().name()::equals).isPresent()) {
        return number.range().map(range -> days(range, column.column().type()));
      }
    }
    return Optional.empty();
  }

  private static SourceIntake.Days days(NumberIntake.Range range, ColumnType type) {
    return new SourceIntake.Days(type.epochDay(range.least()), type.epochDay(range.greatest()));
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
    for (int i = 0; i < intakes.length; i++) {
      if (intakes[i] instanceof NumberIntake number
          && number.reader().understanding().isPresent()) {
        int cell = headings.cells().get(i);
        readings.put(
            spec.columns().get(i).column().name(),
            new Reading(
                headings.headings().getOrDefault(cell, Headings.ofColumn(cell)), number.reader()));
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
