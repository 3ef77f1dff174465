package baddle.app.draft.found;

import baddle.core.grid.CellKind;
import baddle.core.intake.SheetSample;
import baddle.core.value.ValueProfile;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Cuts the rows of a table where one states totals. */
final class Sections {

  private final List<Section> done = new ArrayList<>();
  private final Map<String, BigDecimal> before = new HashMap<>();
  private final Map<String, BigDecimal> all = new HashMap<>();
  private boolean open;
  private int column;
  private String label = "";
  private Map<String, BigDecimal> stated = Map.of();
  private Map<String, BigDecimal> above = Map.of();

  /** The cell by which a row states a total; -1 for a row that doesn't. */
  static int labelOf(SheetSample.Row row) {
    for (int i = 0; i < row.cells().size(); i++) {
      SheetSample.Cell cell = row.cell(i);
      if (cell.kind() == CellKind.TEXT && ValueProfile.isTotalLabel(cell.text())) {
        return i;
      }
    }
    return -1;
  }

  /**
   * Takes the next row.
   *
   * @param numbers its numbers, by heading
   */
  void add(SheetSample.Row row, Map<String, BigDecimal> numbers) {
    int at = labelOf(row);
    if (at < 0) {
      end(filled(row));
      numbers.forEach((heading, number) -> before.merge(heading, number, BigDecimal::add));
      numbers.forEach((heading, number) -> all.merge(heading, number, BigDecimal::add));
      return;
    }
    end(Set.of());
    open = true;
    column = at;
    label = row.cell(at).text();
    stated = numbers;
    above = Map.copyOf(before);
    before.clear();
  }

  private static Set<Integer> filled(SheetSample.Row row) {
    Set<Integer> filled = new HashSet<>();
    for (int i = 0; i < row.cells().size(); i++) {
      if (row.cell(i).kind() != CellKind.BLANK) {
        filled.add(i);
      }
    }
    return filled;
  }

  private void end(Set<Integer> next) {
    if (open) {
      done.add(new Section(column, label, above, stated, next));
      open = false;
    }
  }

  /** Those there are, in their order. */
  List<Section> list() {
    end(Set.of());
    return done;
  }

  /** By heading, what all rows add up to that state no totals. */
  Map<String, BigDecimal> sums() {
    return all;
  }
}
