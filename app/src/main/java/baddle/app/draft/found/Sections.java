package baddle.app.draft.found;

import baddle.core.grid.CellKind;
import baddle.core.intake.TotalRow;
import baddle.core.profile.SheetSample;
import baddle.core.value.TotalLabel;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** Cuts the rows of a table where one states totals, and finds the rows that only remark. */
final class Sections {

  /** Of a hundred rows, how many fill a column that is usually filled. */
  private static final int USUAL = 75;

  private static final int LEAST_ROWS = 5;

  private final int first;
  private final int end;
  private final Set<Integer> usual = new HashSet<>();
  private final List<TotalledSection> done = new ArrayList<>();
  private final List<Map<Integer, String>> remarks = new ArrayList<>();
  private final Map<String, BigDecimal> before = new HashMap<>();
  private final Map<String, BigDecimal> all = new HashMap<>();
  private long rowsBefore;
  private long rowsOfAll;
  private Optional<TotalledSection> open = Optional.empty();

  /**
   * For some rows.
   *
   * @param first the table's first column
   * @param end behind its last
   */
  Sections(List<SheetSample.Row> rows, int first, int end) {
    this.first = first;
    this.end = end;
    Map<Integer, Integer> counts = new HashMap<>();
    int counted = 0;
    for (SheetSample.Row row : rows) {
      if (labelOf(row) < 0) {
        counted++;
        filled(row).forEach(column -> counts.merge(column, 1, Integer::sum));
      }
    }
    for (Map.Entry<Integer, Integer> column : counts.entrySet()) {
      if (counted >= LEAST_ROWS && column.getValue() * 100 >= counted * USUAL) {
        usual.add(column.getKey());
      }
    }
  }

  /** The cell by which a row states a total; -1 for a row that doesn't. */
  private int labelOf(SheetSample.Row row) {
    for (int i = first; i < end; i++) {
      SheetSample.Cell cell = row.cell(i);
      if (cell.kind() == CellKind.TEXT && TotalLabel.is(cell.text())) {
        return i;
      }
    }
    return -1;
  }

  private Set<Integer> filled(SheetSample.Row row) {
    Set<Integer> filled = new HashSet<>();
    for (int i = first; i < end; i++) {
      if (row.cell(i).kind() != CellKind.BLANK && !row.cell(i).text().isBlank()) {
        filled.add(i);
      }
    }
    return filled;
  }

  /**
   * Takes the next row, and tells whether it is one of those that count.
   *
   * @param numbers its numbers, by heading
   */
  boolean add(SheetSample.Row row, Map<String, BigDecimal> numbers) {
    int at = labelOf(row);
    Set<Integer> filled = filled(row);
    Set<Integer> missing = new HashSet<>(usual);
    missing.removeAll(filled);
    boolean sparse = !missing.isEmpty() && missing.size() * 3 >= usual.size();
    boolean sure =
        at >= 0 && new TotalRow(at, row.cell(at).text(), Set.of()).kind() != TotalLabel.Kind.UNSURE;
    boolean labelled = at >= 0 && (sure || sparse);
    if (labelled || (sparse && addsUp(numbers))) {
      end(Set.of());
      int label = labelled ? at : firstText(row);
      open =
          Optional.of(
              new TotalledSection(
                  labelled,
                  label,
                  label < 0 ? "" : row.cell(label).text(),
                  before,
                  numbers,
                  filled,
                  Set.of()));
      before.clear();
      rowsBefore = 0;
      return false;
    }
    if (sparse && numbers.isEmpty() && missing.size() * 2 >= usual.size()) {
      Map<Integer, String> remark = new HashMap<>();
      filled.forEach(column -> remark.put(column, row.cell(column).text()));
      remarks.add(remark);
      return false;
    }
    end(filled);
    numbers.forEach((heading, number) -> before.merge(heading, number, BigDecimal::add));
    numbers.forEach((heading, number) -> all.merge(heading, number, BigDecimal::add));
    rowsBefore++;
    rowsOfAll++;
    return true;
  }

  private int firstText(SheetSample.Row row) {
    for (int i = first; i < end; i++) {
      if (row.cell(i).kind() == CellKind.TEXT && !row.cell(i).text().isBlank()) {
        return i;
      }
    }
    return -1;
  }

  /** Whether the numbers of a row are what those above it add up to. */
  private boolean addsUp(Map<String, BigDecimal> numbers) {
    boolean says = numbers.values().stream().anyMatch(number -> number.signum() != 0);
    return says
        && ((rowsBefore > 1 && areSums(numbers, before))
            || (rowsOfAll > 1 && areSums(numbers, all)));
  }

  private static boolean areSums(Map<String, BigDecimal> numbers, Map<String, BigDecimal> sums) {
    return numbers.entrySet().stream()
        .allMatch(
            one -> one.getValue().compareTo(sums.getOrDefault(one.getKey(), BigDecimal.ZERO)) == 0);
  }

  private void end(Set<Integer> next) {
    open.ifPresent(
        one ->
            done.add(
                new TotalledSection(
                    one.labelled(),
                    one.column(),
                    one.label(),
                    one.before(),
                    one.stated(),
                    one.filled(),
                    next)));
    open = Optional.empty();
  }

  /** Those there are, in their order. */
  List<TotalledSection> list() {
    end(Set.of());
    return done;
  }

  /** The cells of rows that only remark, by column. */
  List<Map<Integer, String>> remarks() {
    return remarks;
  }

  /** By heading, what all rows add up to that count. */
  Map<String, BigDecimal> sums() {
    return all;
  }
}
