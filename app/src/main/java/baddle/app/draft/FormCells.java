package baddle.app.draft;

import baddle.app.draft.found.Labelled;
import baddle.core.calendar.MonthNames;
import baddle.core.value.ColumnType;
import baddle.core.value.ValueProfile;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The labelled values of sheets that are forms: each label has its value in the same cell. */
final class FormCells {

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

  /**
   * The values that most of the sheets have, of labels that are at one place only; none if these
   * are no forms.
   */
  static List<Field> of(List<List<Labelled>> sheets) {
    Map<String, Field> fields = new LinkedHashMap<>();
    Map<String, Integer> times = new LinkedHashMap<>();
    for (List<Labelled> sheet : sheets) {
      for (Labelled one : sheet) {
        String key = one.label() + "\n" + one.address();
        Field field =
            fields.computeIfAbsent(
                key,
                k -> new Field(one.label(), one.address(), new ValueProfile(MonthNames.english())));
        times.merge(key, 1, Integer::sum);
        switch (one.kind()) {
          case NUMBER -> field.values.addStoredNumber(one.value());
          case DATE -> field.values.addStoredDate(one.value());
          default -> field.values.addText(one.value(), 1);
        }
      }
    }
    Map<String, Integer> places = new LinkedHashMap<>();
    fields.values().forEach(field -> places.merge(field.label, 1, Integer::sum));
    return fields.entrySet().stream()
        .filter(field -> times.getOrDefault(field.getKey(), 0) >= sheets.size() * MOST)
        .map(Map.Entry::getValue)
        .filter(
            field -> field.values.distinct() > 1 || !field.values.type().equals(ColumnType.text()))
        .filter(field -> places.getOrDefault(field.label, 0) == 1)
        .toList();
  }
}
