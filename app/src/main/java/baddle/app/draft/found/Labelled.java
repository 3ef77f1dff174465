package baddle.app.draft.found;

import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.profile.SheetSample;
import baddle.core.value.ValueProfile;
import java.util.ArrayList;
import java.util.List;

/**
 * A label, and the next filled cell to its right.
 *
 * @param label the label
 * @param address the value's cell
 * @param kind the value's kind
 * @param value the value
 */
public record Labelled(String label, String address, CellKind kind, String value) {

  private static final int REACH = 4;
  private static final int MOST_ROWS = 80;

  /** Those of a sheet's first rows. */
  static List<Labelled> of(List<SheetSample.Row> rows) {
    List<Labelled> all = new ArrayList<>();
    for (SheetSample.Row row : rows.stream().limit(MOST_ROWS).toList()) {
      for (int column = 0; column < row.cells().size(); column++) {
        SheetSample.Cell label = row.cell(column);
        if (label.kind() == CellKind.TEXT && ValueProfile.isLabel(label.text())) {
          add(row, column, all);
        }
      }
    }
    return all;
  }

  private static void add(SheetSample.Row row, int column, List<Labelled> all) {
    for (int right = column + 1; right <= column + REACH; right++) {
      SheetSample.Cell value = row.cell(right);
      if (value.kind() != CellKind.BLANK) {
        String address = CellRange.letters(right) + row.number();
        all.add(new Labelled(row.cell(column).text(), address, value.kind(), value.text()));
        return;
      }
    }
  }
}
