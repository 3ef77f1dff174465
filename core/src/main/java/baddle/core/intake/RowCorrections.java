package baddle.core.intake;

import baddle.core.grid.GridRow;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.intake.heading.Headings;
import baddle.core.outcome.MendedRows;
import baddle.core.outcome.MendedValue;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/** Puts what a person mended into the rows of one table before they are taken. */
final class RowCorrections {

  private final MendedRows mended;
  private final HeadingRow headings;
  private final List<MendedValue> values = new ArrayList<>();

  RowCorrections(MendedRows mended, HeadingRow headings) {
    this.mended = mended;
    this.headings = headings;
  }

  /** The row itself, or a copy with the cells that were mended, if it is the row that was. */
  GridRow apply(GridRow row) {
    if (mended.byRow().isEmpty()) {
      return row;
    }
    MendedRows.Row wanted = mended.byRow().get(row.number());
    if (wanted == null || !wanted.mark().equals(RowMark.of(row))) {
      return row;
    }
    Map<Integer, MendedRows.Cell> changed = new TreeMap<>();
    for (int cell = 0; cell < Math.max(row.width(), headings.end()); cell++) {
      String heading = headings.headings().getOrDefault(cell, Headings.ofColumn(cell));
      MendedRows.Cell now = wanted.cells().get(heading);
      if (now != null && !now.text().equals(row.text(cell))) {
        changed.put(cell, now);
        values.add(
            new MendedValue(row.number(), heading, row.text(cell), now.text(), wanted.from()));
      }
    }
    return changed.isEmpty() ? row : copy(row, changed);
  }

  private static GridRow copy(GridRow row, Map<Integer, MendedRows.Cell> changed) {
    GridRow copy = new GridRow();
    copy.begin(row.number());
    int width =
        Math.max(row.width(), changed.keySet().stream().mapToInt(c -> c + 1).max().orElse(0));
    for (int cell = 0; cell < width; cell++) {
      MendedRows.Cell now = changed.get(cell);
      if (now != null) {
        copy.add(cell, now.kind(), now.text());
      } else {
        int start = row.wholeStart(cell);
        copy.add(cell, row.kind(cell), row.buffer(cell), start, row.wholeEnd(cell) - start);
      }
    }
    return copy;
  }

  List<MendedValue> values() {
    return values;
  }
}
