package baddle.app.draft;

import baddle.app.look.LookedSheet;
import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.intake.SheetSample;
import baddle.core.value.MonthNames;
import baddle.core.value.ValueProfile;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The labelled values of sheets that are forms: a label, and a number or date to its right. */
final class FormCells {

  private static final int REACH = 4;
  private static final int MOST_ROWS = 80;
  private static final double MOST = 0.8;

  private FormCells() {}

  /**
   * One value that most of the forms have in the same cell with the same label.
   *
   * @param label the label
   * @param address the cell
   * @param values what the forms have there
   */
  record Field(String label, String address, ValueProfile values) {}

  /** The values that most of the sheets have; none if these are no forms. */
  static List<Field> of(List<LookedSheet> sheets) {
    Map<String, Field> fields = new LinkedHashMap<>();
    Map<String, Integer> times = new LinkedHashMap<>();
    for (LookedSheet sheet : sheets) {
      for (SheetSample.Row row : sheet.start().stream().limit(MOST_ROWS).toList()) {
        for (int column = 0; column < row.cells().size(); column++) {
          add(row, column, fields, times);
        }
      }
    }
    return fields.entrySet().stream()
        .filter(field -> times.getOrDefault(field.getKey(), 0) >= sheets.size() * MOST)
        .map(Map.Entry::getValue)
        .toList();
  }

  private static void add(
      SheetSample.Row row, int column, Map<String, Field> fields, Map<String, Integer> times) {
    SheetSample.Cell label = row.cell(column);
    if (label.kind() != CellKind.TEXT || !ValueProfile.isLabel(label.text())) {
      return;
    }
    for (int right = column + 1; right <= column + REACH; right++) {
      SheetSample.Cell value = row.cell(right);
      boolean stored = value.kind() == CellKind.NUMBER || value.kind() == CellKind.DATE;
      if (value.kind() == CellKind.TEXT) {
        return;
      }
      if (stored) {
        String address = CellRange.letters(right) + row.number();
        Field field =
            fields.computeIfAbsent(
                label.text() + "\n" + address,
                key -> new Field(label.text(), address, new ValueProfile(MonthNames.english())));
        times.merge(label.text() + "\n" + address, 1, Integer::sum);
        if (value.kind() == CellKind.NUMBER) {
          field.values.addStoredNumber(value.text());
        } else {
          field.values.addStoredDate(value.text());
        }
        return;
      }
    }
  }
}
