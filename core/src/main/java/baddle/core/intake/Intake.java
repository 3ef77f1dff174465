package baddle.core.intake;

import baddle.core.finding.Place;
import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridRow;
import baddle.core.grid.GridSheet;
import baddle.core.grid.RowSink;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.outcome.CellAccount;
import baddle.core.outcome.HeldRowSink;
import baddle.core.outcome.RowCounts;
import baddle.core.table.BlockBuilder;
import baddle.core.value.ConventionChoice;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Reads one source: looks for the headings, then brings every row below them into the blocks, or
 * holds it, or leaves it out by a rule. It stops where another table begins. Push the sheet's rows,
 * then ask for the {@link #result}.
 */
public final class Intake implements RowSink {

  /** How many filled rows are looked at to find the headings. */
  public static final int ROWS_SEARCHED = 60;

  private static final String HEADINGS_REPEATED = "headings repeated";
  private static final String NOTES = "notes below the table";

  private enum State {
    /** No headings were found yet. */
    SEARCHING,
    /** Headings were found; the next row may be their second line. */
    FOUND,
    /** Rows are taken. */
    READING,
    /** No more rows are wanted. */
    DONE
  }

  private final IntakeSpec spec;
  private final Place place;
  private final GridSheet sheet;
  private final BlockBuilder blocks;
  private final HeldRowSink heldRows;
  private final HeadingMatcher matcher;
  private final IntakeFindings findings;
  private final long keptBefore;

  /** Where the cells begin that no table to the left has. */
  private final int firstColumn;

  private State state = State.SEARCHING;
  private CellRange region;

  /** The columns that rows of the table fill. */
  private CellRange stretch = CellRange.EVERYTHING;

  private final HeadingSearch search;
  private @Nullable HeadingRow headings;
  private @Nullable TableRows rows;
  private @Nullable NonDataRows nonData;
  private final CellLedger cells;

  /** The rows in which headings are looked for, kept until they are found. */
  private final List<GridRow> searched = new ArrayList<>();

  private final List<CellRange> more = new ArrayList<>();

  private int lastRow;
  private long blankRows;
  private long blankRowsPending;
  private boolean afterGap;
  private boolean noteSinceGap;
  private boolean blankSinceRow;

  /** The first line of repeated headings of two, until their second line; 0 for none. */
  private int firstLineRow;

  private long headingsAgain;
  private long notes;
  private long hiddenRows;

  /**
   * An intake for one source.
   *
   * @param place how findings name it
   * @param sheet where its rows come from
   * @param region the cells in which its table is looked for
   * @param blocks takes the rows, at least 64 to a block; its schema is the spec's working one
   * @param heldRows takes the rows that don't fit
   */
  public Intake(
      IntakeSpec spec,
      Place place,
      GridSheet sheet,
      CellRange region,
      BlockBuilder blocks,
      HeldRowSink heldRows) {
    this.spec = spec;
    this.place = place;
    this.sheet = sheet;
    this.region = region;
    this.firstColumn = region.firstColumn();
    this.blocks = blocks;
    this.heldRows = heldRows;
    this.matcher = new HeadingMatcher(spec);
    this.search = new HeadingSearch(matcher, region);
    this.cells = new CellLedger(spec, region, sheet.fixedWidth());
    this.findings = new IntakeFindings(spec, place);
    this.keptBefore = blocks.rowsEnded();
  }

  @Override
  public GridRow next() {
    return rows != null ? rows.next() : new GridRow();
  }

  @Override
  public boolean wantsMore() {
    return state != State.DONE && (state != State.SEARCHING || search.wantsMore());
  }

  @Override
  public void row(GridRow row) throws IOException {
    if (row.number() < region.firstRow()) {
      return;
    }
    if (region.isBefore(row.number())) {
      state = state == State.READING ? State.DONE : state;
      return;
    }
    switch (state) {
      case SEARCHING -> search(row);
      case FOUND -> afterHeadings(row);
      case READING -> read(row);
      case DONE -> {}
    }
  }

  private void search(GridRow row) {
    boolean whole = search.search(row);
    Optional<HeadingRow> found = search.headings();
    if (row.filled() > 0) {
      searched.add(row);
    }
    if (found.isEmpty()) {
      return;
    }
    region = search.region();
    int firstLine = found.get().rowNumber() - found.get().lines().size() + 1;
    searched.stream().filter(above -> above.number() < firstLine).forEach(cells::around);
    searched.removeIf(above -> above.number() < firstLine);
    cells.limit(region.endColumn());
    more.addAll(search.beside());
    if (whole) {
      start(found.get());
      return;
    }
    headings = found.get();
    lastRow = headings.rowNumber();
    state = headings.clashes().isEmpty() ? State.FOUND : State.DONE;
  }

  private void start(HeadingRow found) {
    headings = found;
    lastRow = found.rowNumber();
    stretch = found.stretch();
    cells.begin(spec, found);
    searched.forEach(cells::besideHeadings);
    searched.clear();
    rows = new TableRows(spec, place, found, sheet, region, blocks, heldRows, cells);
    nonData = new NonDataRows(spec, found);
    state = State.READING;
  }

  /** The first row below the headings: their second line, if it names more of the columns. */
  private void afterHeadings(GridRow row) throws IOException {
    HeadingRow found = Objects.requireNonNull(headings);
    if (row.filled(region.firstColumn(), region.endColumn()) == 0) {
      cells.around(row);
      countBlank();
      return;
    }
    boolean below = row.number() == found.rowNumber() + 1 && blankRowsPending == 0;
    boolean free =
        found.cells().stream()
            .allMatch(c -> c == HeadingRow.ABSENT || row.kind(c) == CellKind.BLANK);
    if (below && free) {
      Optional<HeadingRow> both = search.withSecondLine(row);
      if (both.isPresent()) {
        searched.add(row);
        start(both.get());
        return;
      }
    }
    start(found);
    read(row);
  }

  private void watched(GridRow row, String because) {
    spec.watch().leftOut(place, Objects.requireNonNull(headings).headings(), row, because);
  }

  private void read(GridRow row) throws IOException {
    int filled =
        region.limitsColumns()
            ? row.filled(region.firstColumn(), region.endColumn())
            : row.filled();
    if (filled > 0
        && stretch.limitsColumns()
        && row.filled(stretch.firstColumn(), stretch.endColumn()) == 0) {
      cells.beside(row);
      countBlank();
      return;
    }
    if (filled == 0) {
      cells.around(row);
      countBlank();
      return;
    }
    TableRows table = Objects.requireNonNull(rows);
    NonDataRows others = Objects.requireNonNull(nonData);
    boolean followsBlank =
        blankRowsPending > 0 || (!sheet.fixedWidth() && row.number() > lastRow + 1);
    afterGap |= followsBlank;
    blankSinceRow |= followsBlank;
    boolean again = others.isHeadings(row);
    boolean otherTable = again ? !continues(row) : afterGap && beginsOtherTable(row, filled);
    if (otherTable) {
      more.add(
          region
              .columns(firstColumn, region.endColumn())
              .fromRow(firstLineRow > 0 ? firstLineRow : row.number()));
      state = State.DONE;
      return;
    }
    countGap(row);
    hiddenRows += row.isHidden() ? 1 : 0;
    boolean firstLine =
        !again && (afterGap || filled > 1) && !noteSinceGap && others.isFirstLineOfHeadings(row);
    firstLineRow = firstLine ? row.number() : 0;
    if (again || firstLine) {
      headingsAgain++;
      afterGap &= firstLine;
      cells.headings(row);
      watched(row, HEADINGS_REPEATED);
    } else if (afterGap && filled == 1 && others.isNote(row)) {
      notes++;
      noteSinceGap = true;
      cells.around(row);
      watched(row, NOTES);
      findings.firstNote(row);
    } else {
      table.add(row, blankSinceRow);
      noteSinceGap = (afterGap || noteSinceGap) && filled == 1;
      afterGap = false;
      blankSinceRow = false;
    }
  }

  /**
   * Whether repeated headings go on with the table: nothing but blank rows is before them, as after
   * the break of a page, and they mean the same columns.
   */
  private boolean continues(GridRow row) {
    HeadingRow found = Objects.requireNonNull(headings);
    NavigableMap<Integer, String> cells =
        HeadingMatcher.cells(row, region.firstColumn(), region.endColumn());
    HeadingRow again =
        found.lines().size() > 1
            ? matcher.align(row.number(), found.lines().get(0), cells)
            : matcher.align(row.number(), cells);
    return !noteSinceGap && again.isSameTable(found);
  }

  private boolean beginsOtherTable(GridRow row, int filled) {
    if (filled < 2) {
      return false;
    }
    HeadingRow candidate =
        matcher.align(
            row.number(), HeadingMatcher.cells(row, region.firstColumn(), region.endColumn()));
    return matcher.fits(candidate);
  }

  /** Blank rows count once a filled row follows them: those below the table are no part of it. */
  private void countGap(GridRow row) {
    blankRows += sheet.fixedWidth() ? blankRowsPending : row.number() - lastRow - 1;
    blankRowsPending = 0;
    lastRow = row.number();
  }

  private void countBlank() {
    blankRowsPending++;
  }

  /** What came of the source; call it once, after its last row. */
  public SourceIntake result() throws IOException {
    if (state == State.FOUND) {
      start(Objects.requireNonNull(headings));
    }
    HeadingRow found = headings;
    if (found == null || rows == null) {
      return notRead(found != null ? found : search.best().orElse(null));
    }
    rows.finish();
    Map<String, ConventionChoice> shown = rows.readings().shown();
    long kept = blocks.rowsEnded() - keptBefore;
    long leftOut = blankRows + headingsAgain + notes;
    RowCounts counts =
        new RowCounts(rows.read() + leftOut, kept, leftOut + rows.leftOut(), rows.held());
    findings.ofRows(found, rows, counts, cells);
    findings.ofLeftOut(headingsAgain, notes, hiddenRows);
    CellRange range =
        new CellRange(
            found.rowNumber(),
            Math.max(lastRow, found.rowNumber()),
            found.firstCell(),
            found.end());
    return new SourceIntake(
        SourceIntake.Outcome.READ,
        found.rowNumber(),
        range,
        counts,
        cells.account(sheet.name(), rows.readings().markOfMost()),
        findings.all(),
        shown,
        more,
        SourceIntake.Nearest.NONE,
        new SourceIntake.Treated(
            leftOut(rows),
            rows.totals().totals(),
            rows.corrected(),
            IntStream.range(0, found.end())
                .mapToObj(cell -> found.headings().getOrDefault(cell, ""))
                .toList(),
            found.absent(),
            found.unused(),
            rows.mended(),
            rows.suspected().all(),
            rows.readings().writing()));
  }

  /** What the built-in rules and those of the plan have left out. */
  private List<SourceIntake.LeftOut> leftOut(TableRows table) {
    List<SourceIntake.LeftOut> all = new ArrayList<>(table.leftOutByRule());
    addIfAny(all, "blank rows", blankRows);
    addIfAny(all, HEADINGS_REPEATED, headingsAgain);
    addIfAny(all, NOTES, notes);
    return all;
  }

  private static void addIfAny(List<SourceIntake.LeftOut> all, String because, long rows) {
    if (rows > 0) {
      all.add(new SourceIntake.LeftOut(because, rows));
    }
  }

  private SourceIntake notRead(@Nullable HeadingRow nearest) {
    boolean differs =
        nearest != null && (!nearest.clashes().isEmpty() || matcher.nearlyFits(nearest));
    findings.ofNoTable(nearest);
    return new SourceIntake(
        differs ? SourceIntake.Outcome.HEADINGS_DIFFER : SourceIntake.Outcome.NO_TABLE,
        0,
        region,
        RowCounts.NONE,
        CellAccount.NONE,
        findings.all(),
        Map.of(),
        List.of(),
        nearest == null
            ? SourceIntake.Nearest.NONE
            : new SourceIntake.Nearest(nearest.matched(), nearest.headings().size()),
        SourceIntake.Treated.NOTHING);
  }
}
