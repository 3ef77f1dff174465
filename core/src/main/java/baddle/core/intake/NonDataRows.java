package baddle.core.intake;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.value.ColumnType;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** Tells the rows below the headings of a table that are none of its own. */
final class NonDataRows {

  /** With fewer headings, a row with one value may well be a row of the table. */
  private static final int LEAST_HEADINGS_WITH_NOTES = 3;

  private final IntakeSpec spec;
  private final HeadingRow headings;
  private final int[] headingCells;

  /** What the last line of the headings has in these; null where it has nothing. */
  private final @Nullable String[] lastLine;

  NonDataRows(IntakeSpec spec, HeadingRow headings) {
    this.spec = spec;
    this.headings = headings;
    this.headingCells =
        headings.cells().stream()
            .filter(cell -> cell != HeadingRow.ABSENT && headings.headings().containsKey(cell))
            .mapToInt(Integer::intValue)
            .toArray();
    List<? extends Map<Integer, String>> lines = headings.lines();
    Map<Integer, String> line = lines.isEmpty() ? Map.of() : lines.get(lines.size() - 1);
    this.lastLine = new @Nullable String[headingCells.length];
    for (int i = 0; i < headingCells.length; i++) {
      lastLine[i] = line.get(headingCells[i]);
    }
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
   * where none is required, it is in no column of numbers or dates.
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
}
