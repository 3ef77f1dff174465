package baddle.core.intake;

import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridRow;
import baddle.core.grid.GridSheet;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.intake.heading.Headings;
import baddle.core.outcome.HeldRow;
import baddle.core.outcome.HeldRowSink;
import baddle.core.outcome.HeldValue;
import baddle.core.value.Fit;
import baddle.core.value.Unreadable;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Puts rows into suspense, with what is wrong in each. */
final class RowHolder {

  private static final String LIKE_TOTAL = " (the row looks like a total)";

  private final IntakeSpec spec;
  private final HeadingRow headings;
  private final GridSheet sheet;
  private final CellRange region;
  private final HeldRowSink heldRows;
  private final Place source;
  private final Misfits misfits = new Misfits(FindingCode.ROWS_HELD);
  private final Misfits blanked = new Misfits(FindingCode.VALUES_BLANKED);
  private long held;
  private long valuesWithoutHeading;

  RowHolder(
      IntakeSpec spec,
      Place source,
      HeadingRow headings,
      GridSheet sheet,
      CellRange region,
      HeldRowSink heldRows) {
    this.spec = spec;
    this.source = source;
    this.headings = headings;
    this.sheet = sheet;
    this.region = region;
    this.heldRows = heldRows;
  }

  /** Whether cells beyond the last heading hold a row; in a workbook they are only counted. */
  boolean standsBeyond(GridRow row) {
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

  /**
   * Holds a row of a stretch.
   *
   * @param total the total it looks like
   */
  void hold(Stretch stretch, int index, Optional<SuspectedTotal> total) throws IOException {
    held++;
    GridRow row = stretch.rows()[index];
    Place place = source.atRow(row.number());
    List<HeldValue> values = new ArrayList<>();
    for (int column = 0; column < spec.columns().size(); column++) {
      Fit fit = stretch.fit(index, column);
      if (fit != Fit.FITS) {
        HeldValue value = value(stretch, index, column, fit);
        String remedy =
            total.map(Remedies::ofTotal).orElse(Remedies.of(fit, value.value(), Unreadable.HOLD));
        if (total.isPresent()) {
          value = new HeldValue(value.heading(), value.value(), value.expectation() + LIKE_TOTAL);
        }
        values.add(value);
        misfits.add(place, value, remedy);
      }
    }
    int beyond = sheet.fixedWidth() ? beyond(row) : HeadingRow.ABSENT;
    if (beyond != HeadingRow.ABSENT) {
      HeldValue value =
          new HeldValue(
              Headings.ofColumn(beyond), row.text(beyond), Fit.BEYOND_HEADINGS.expectation());
      values.add(value);
      misfits.add(place, value, Remedies.of(Fit.BEYOND_HEADINGS, value.value(), Unreadable.HOLD));
    }
    List<String> cells = new ArrayList<>();
    for (int cell = 0; cell < row.width(); cell++) {
      cells.add(row.text(cell));
    }
    heldRows.held(new HeldRow(row.number(), values, cells));
  }

  /** Notes the values of a row that were left blank; the row is kept. */
  void noteBlanked(Stretch stretch, int index) throws IOException {
    int rowNumber = stretch.rows()[index].number();
    for (int column = 0; column < spec.columns().size(); column++) {
      Fit because = stretch.blanked(index, column);
      if (because != Fit.FITS) {
        HeldValue value = value(stretch, index, column, because);
        blanked.add(
            source.atRow(rowNumber), value, Remedies.of(because, value.value(), Unreadable.BLANK));
        heldRows.blanked(rowNumber, value);
      }
    }
  }

  private HeldValue value(Stretch stretch, int index, int column, Fit fit) {
    GridRow row = stretch.rows()[index];
    IntakeColumn wanted = spec.columns().get(column);
    boolean turned =
        spec.shaping()
            .headingsToRows()
            .filter(turn -> turn.value().equals(wanted.column().name()))
            .isPresent();
    int cell =
        turned ? headings.turnedCells().get(stretch.labels()[index]) : headings.cells().get(column);
    return new HeldValue(
        headings.headings().getOrDefault(cell, Headings.ofColumn(cell)),
        row.text(cell),
        fit.expectation(wanted.column().type()));
  }

  Misfits misfits() {
    return misfits;
  }

  Misfits blanked() {
    return blanked;
  }

  long held() {
    return held;
  }

  long valuesWithoutHeading() {
    return valuesWithoutHeading;
  }
}
