package baddle.core.intake;

import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridRow;
import baddle.core.grid.GridSheet;
import baddle.core.value.Fit;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;

/** Puts rows into suspense, with what is wrong in each. */
final class RowHolder {

  private final IntakeSpec spec;
  private final HeadingRow headings;
  private final GridSheet sheet;
  private final CellRange region;
  private final HeldRowSink heldRows;
  private final Misfits misfits = new Misfits();
  private long held;
  private long valuesWithoutHeading;

  RowHolder(
      IntakeSpec spec,
      HeadingRow headings,
      GridSheet sheet,
      CellRange region,
      HeldRowSink heldRows) {
    this.spec = spec;
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

  /** Holds a row of a stretch. */
  void hold(Stretch stretch, int index) throws IOException {
    held++;
    GridRow row = stretch.rows()[index];
    List<HeldValue> values = new ArrayList<>();
    for (int column = 0; column < spec.columns().size(); column++) {
      if (stretch.fit(index, column) != Fit.FITS) {
        values.add(heldValue(stretch, index, column));
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

  private HeldValue heldValue(Stretch stretch, int index, int column) {
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
        stretch.fit(index, column).expectation(wanted.column().type()));
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
}
