package baddle.core.intake;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Nearest;
import baddle.core.finding.Place;
import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import baddle.core.table.BlockBuilder;
import baddle.core.table.ColumnBuilder;
import baddle.core.table.LongBuilder;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import baddle.core.value.Fit;
import baddle.core.value.ValueReader;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * Reads one source: looks for the row of headings, then brings every row below it into the blocks,
 * or holds it, or leaves it out where it is wholly blank. Push the source's rows, then ask for the
 * {@link #result}.
 */
public final class Intake implements RowSink {

  /** How many filled rows are looked at to find the headings. */
  public static final int ROWS_SEARCHED = 60;

  /** How many rows are gathered before they are taken, column by column. */
  private static final int STRETCH = 64;

  private final IntakeSpec spec;
  private final Place source;
  private final boolean fixedWidth;
  private final BlockBuilder blocks;
  private final HeldRowSink heldRows;
  private final HeadingMatcher matcher;

  private final List<Finding> findings = new ArrayList<>();
  private final Misfits misfits = new Misfits();
  private int rowsSearched;
  private @Nullable HeadingRow best;
  private @Nullable HeadingRow headings;
  private ColumnIntake[] intakes = {};
  private final GridRow[] stretch = new GridRow[STRETCH];
  private int gathered;
  private int lastRow;
  private long filledRows;
  private long blankRows;
  private long blankRowsPending;
  private long held;
  private final long keptBefore;
  private long valuesWithoutHeading;

  /**
   * An intake for one source.
   *
   * @param source how findings name it
   * @param fixedWidth whether a filled cell beyond the last heading holds its row
   * @param blocks takes the rows; its schema is the spec's
   * @param heldRows takes the rows that don't fit
   */
  public Intake(
      IntakeSpec spec,
      Place source,
      boolean fixedWidth,
      BlockBuilder blocks,
      HeldRowSink heldRows) {
    this.spec = spec;
    this.source = source;
    this.fixedWidth = fixedWidth;
    this.blocks = blocks;
    this.heldRows = heldRows;
    this.matcher = new HeadingMatcher(spec);
    this.keptBefore = blocks.rowsEnded();
    for (int i = 0; i < STRETCH; i++) {
      stretch[i] = new GridRow();
    }
  }

  @Override
  public GridRow next() {
    return stretch[gathered];
  }

  @Override
  public boolean wantsMore() {
    return headings != null ? headings.clashes().isEmpty() : rowsSearched < ROWS_SEARCHED;
  }

  @Override
  public void row(GridRow row) throws IOException {
    if (headings == null) {
      search(row);
      return;
    }
    countBlankRows(row);
    if (row.filled() > 0) {
      filledRows++;
      gathered++;
      if (gathered == STRETCH) {
        takeGathered();
      }
    }
  }

  private void takeGathered() throws IOException {
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
      fit &= stretch[i].width() <= headingsEnd();
    }
    for (ColumnIntake intake : intakes) {
      fit &= intake.takeAll(stretch, from, to, blocks.row());
    }
    for (int i = from; i < to; i++) {
      if (fit) {
        blocks.endRow(stretch[i].number());
      } else {
        take(stretch[i]);
      }
    }
  }

  private void search(GridRow row) {
    if (row.filled() == 0) {
      return;
    }
    rowsSearched++;
    HeadingRow candidate = matcher.align(row);
    if (best == null || candidate.matched() > best.matched()) {
      best = candidate;
    }
    if (matcher.fits(candidate)) {
      start(candidate);
    }
  }

  private void start(HeadingRow found) {
    headings = found;
    lastRow = found.rowNumber();
    intakes = new ColumnIntake[spec.columns().size()];
    for (int i = 0; i < intakes.length; i++) {
      intakes[i] = intake(spec.columns().get(i), found.cells().get(i), blocks.column(i));
    }
  }

  private ColumnIntake intake(IntakeColumn wanted, int cell, ColumnBuilder builder) {
    ColumnType type = wanted.column().type();
    String named = spec.named().get(wanted.column().name());
    if (named != null) {
      return constant(named, type, builder);
    }
    if (cell == HeadingRow.ABSENT) {
      return SameIntake.blank(builder);
    }
    return builder instanceof TextBuilder text
        ? new TextIntake(cell, text, wanted.required(), STRETCH)
        : new NumberIntake(cell, (LongBuilder) builder, ValueReader.of(type), wanted.required());
  }

  private static ColumnIntake constant(String value, ColumnType type, ColumnBuilder builder) {
    char[] characters = value.toCharArray();
    if (builder instanceof TextBuilder text) {
      return SameIntake.text(characters, text);
    }
    ValueReader reader = ValueReader.of(type);
    Fit fit = reader.read(characters, 0, characters.length);
    if (fit != Fit.FITS) {
      throw new IllegalArgumentException(value + ": expected " + fit.expectation());
    }
    return SameIntake.number(reader.value(), (LongBuilder) builder);
  }

  /** Blank rows count once a filled row follows them: those below the table are no part of it. */
  private void countBlankRows(GridRow row) {
    if (row.filled() == 0) {
      blankRowsPending += fixedWidth ? 1 : 0;
      return;
    }
    blankRows += fixedWidth ? blankRowsPending : row.number() - lastRow - 1;
    blankRowsPending = 0;
    lastRow = row.number();
  }

  private void take(GridRow row) throws IOException {
    int blockRow = blocks.row();
    boolean fits = row.width() <= headingsEnd() || !standsBeyond(row);
    for (ColumnIntake intake : intakes) {
      fits &= intake.take(row, blockRow) == Fit.FITS;
    }
    if (fits) {
      blocks.endRow(row.number());
    } else {
      hold(row);
    }
  }

  private int headingsEnd() {
    return headings == null ? 0 : headings.end();
  }

  /** Whether cells beyond the last heading hold the row; in a workbook they are only counted. */
  private boolean standsBeyond(GridRow row) {
    boolean filled = beyond(row) != HeadingRow.ABSENT;
    if (filled && !fixedWidth) {
      valuesWithoutHeading++;
    }
    return filled && fixedWidth;
  }

  private int beyond(GridRow row) {
    for (int cell = headingsEnd(); cell < row.width(); cell++) {
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
      Fit fit = intakes[i].take(row, blocks.row());
      if (fit != Fit.FITS) {
        values.add(heldValue(row, i, fit));
      }
    }
    int beyond = fixedWidth ? beyond(row) : HeadingRow.ABSENT;
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
    HeadingRow found = Objects.requireNonNull(headings);
    int cell = found.cells().get(index);
    ColumnType type = spec.columns().get(index).column().type();
    return new HeldValue(
        found.headings().getOrDefault(cell, ""), row.text(cell), fit.expectation(type));
  }

  /** What came of the source; call it once, after its last row. */
  public SourceIntake result() throws IOException {
    takeGathered();
    HeadingRow found = headings;
    if (found == null || !found.clashes().isEmpty()) {
      return notRead(found != null ? found : best);
    }
    long kept = blocks.rowsEnded() - keptBefore;
    RowCounts counts = new RowCounts(filledRows + blankRows, kept, blankRows, held);
    findings.addAll(misfits.findings(source));
    noteHeadings(found, counts);
    return new SourceIntake(SourceIntake.Outcome.READ, found.rowNumber(), counts, findings);
  }

  private void noteHeadings(HeadingRow found, RowCounts counts) {
    if (!found.unused().isEmpty()) {
      String headingsNotUsed =
          found.unused().size() == 1 ? "heading no column wants: " : "headings no column wants: ";
      note(FindingCode.HEADING_NOT_USED, headingsNotUsed + quoted(found.unused()), "");
    }
    if (valuesWithoutHeading > 0) {
      note(
          FindingCode.VALUES_WITHOUT_HEADING,
          valuesWithoutHeading + " rows have values to the right of the last heading, not read",
          "give the column a heading if it belongs to the table");
    }
    if (counts.read() == 0) {
      note(
          FindingCode.NO_ROWS,
          "headings in row " + found.rowNumber() + " and no row below them",
          "ask the sender whether the file is complete");
    }
  }

  private void note(FindingCode code, String message, String remedy) {
    findings.add(Finding.of(code, source, message, remedy));
  }

  private SourceIntake notRead(@Nullable HeadingRow nearest) {
    boolean differs =
        nearest != null && (!nearest.clashes().isEmpty() || matcher.nearlyFits(nearest));
    if (nearest == null) {
      findings.add(
          Finding.of(
              FindingCode.NO_TABLE, source, "no filled row", "ask the sender for the full file"));
    } else if (!nearest.clashes().isEmpty()) {
      findings.add(
          Finding.of(
              FindingCode.HEADING_TWICE,
              source.atRow(nearest.rowNumber()),
              "two headings for one column: " + String.join("; ", nearest.clashes()),
              "take one of the spellings out of the plan, or mend the file"));
    } else {
      nearest.missing().forEach(column -> findings.add(missing(column, nearest)));
      if (nearest.missing().isEmpty()) {
        findings.add(noHeadings(nearest));
      }
    }
    return new SourceIntake(
        differs ? SourceIntake.Outcome.HEADINGS_DIFFER : SourceIntake.Outcome.NO_TABLE,
        0,
        RowCounts.NONE,
        findings);
  }

  private Finding missing(String column, HeadingRow nearest) {
    IntakeColumn wanted =
        spec.columns().stream()
            .filter(candidate -> candidate.column().name().equals(column))
            .findFirst()
            .orElseThrow();
    List<String> spellings = new ArrayList<>(wanted.headings());
    if (spellings.isEmpty()) {
      spellings.add(column);
    }
    Collection<String> found = nearest.headings().values();
    String near =
        spellings.stream()
            .flatMap(spelling -> Nearest.to(spelling, found).stream())
            .findFirst()
            .map(heading -> "; the nearest is \"" + heading + "\"")
            .orElse("");
    return Finding.of(
        FindingCode.HEADING_MISSING,
        source.atRow(nearest.rowNumber()),
        "no heading for the required column "
            + column
            + " (looked for "
            + quoted(spellings)
            + "); found "
            + quoted(found)
            + near,
        "add the heading to the column's headings in the plan, or mend the file");
  }

  private Finding noHeadings(HeadingRow nearest) {
    return Finding.of(
        FindingCode.NO_TABLE,
        source,
        "no row has the dataset's headings; the nearest is row "
            + nearest.rowNumber()
            + ": "
            + quoted(nearest.headings().values()),
        "add the headings to the plan, or narrow the feed's files");
  }

  private static String quoted(Collection<String> words) {
    String shown =
        words.stream().limit(20).map(word -> "\"" + word + "\"").collect(Collectors.joining(", "));
    return words.size() > 20 ? shown + " and " + (words.size() - 20) + " more" : shown;
  }
}
