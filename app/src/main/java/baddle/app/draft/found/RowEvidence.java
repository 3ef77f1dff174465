package baddle.app.draft.found;

import baddle.core.grid.CellRange;
import baddle.core.profile.SheetSample;
import baddle.core.profile.TableProfile;
import baddle.core.value.Convention;
import baddle.core.value.ConventionChoice;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * What the first rows of a table show together, rows of totals aside.
 *
 * @param relations columns that are computed from others
 * @param fingerprints numbers of the contents of rows, equal for equal rows: the least 200
 * @param sums what each column of numbers adds up to, by its heading; none where not all rows were
 *     seen
 * @param sections the rows down to each that states totals
 * @param remarks the cells of rows that only remark, by column
 * @param alwaysFilled headings of columns that each row fills which counts
 * @param first by heading, the numbers of the first row that counts
 * @param repeated by heading, values that appear more than once in a column where nearly all differ
 */
public record RowEvidence(
    List<Relation> relations,
    Set<Long> fingerprints,
    Map<String, BigDecimal> sums,
    List<TotalledSection> sections,
    List<Map<Integer, String>> remarks,
    Set<String> alwaysFilled,
    Map<String, BigDecimal> first,
    Map<String, List<String>> repeated) {

  private static final int MOST_FINGERPRINTS = 200;
  private static final int MOST_ROWS = 300;
  private static final int MOST_REPEATED = 3;

  /** Copies what is in it. */
  public RowEvidence {
    relations = List.copyOf(relations);
    fingerprints = Set.copyOf(fingerprints);
    sums = Map.copyOf(sums);
    sections = List.copyOf(sections);
    remarks = List.copyOf(remarks);
    alwaysFilled = Set.copyOf(alwaysFilled);
    first = Map.copyOf(first);
    repeated = Map.copyOf(repeated);
  }

  /**
   * Of a table.
   *
   * @param start the sheet's first rows
   */
  static RowEvidence of(TableProfile table, List<SheetSample.Row> start) {
    List<TableProfile.Column> numeric =
        table.columns().stream().filter(one -> one.values().type().isNumber()).toList();
    CellRange range = table.range();
    List<SheetSample.Row> within =
        start.stream()
            .filter(row -> row.number() > table.headingRow() && row.number() <= range.lastRow())
            .toList();
    List<SheetSample.Row> rows = new ArrayList<>();
    List<Map<String, BigDecimal>> numbers = new ArrayList<>();
    Sections sections = new Sections(within, range.firstColumn(), range.endColumn());
    for (SheetSample.Row row : within) {
      Map<String, BigDecimal> ofRow = numbers(row, numeric);
      if (sections.add(row, ofRow)) {
        rows.add(row);
        numbers.add(ofRow);
      }
    }
    boolean complete = within.size() >= table.rows() && !table.stoppedEarly();
    return new RowEvidence(
        Relation.of(numeric, numbers.subList(0, Math.min(MOST_ROWS, numbers.size()))),
        fingerprints(table, rows),
        complete ? sections.sums() : Map.of(),
        sections.list(),
        sections.remarks(),
        alwaysFilled(table, rows),
        numbers.isEmpty() ? Map.of() : numbers.get(0),
        repeated(table, rows));
  }

  private static Map<String, BigDecimal> numbers(
      SheetSample.Row row, List<TableProfile.Column> numeric) {
    Map<String, BigDecimal> numbers = new HashMap<>();
    for (TableProfile.Column column : numeric) {
      CellNumber.of(row.cell(column.column()), convention(column))
          .ifPresent(number -> numbers.put(column.heading(), number));
    }
    return numbers;
  }

  private static Convention convention(TableProfile.Column column) {
    return column
        .values()
        .conventionChoice()
        .map(ConventionChoice::convention)
        .orElse(Convention.DECIMAL_POINT);
  }

  private static Set<String> alwaysFilled(TableProfile table, List<SheetSample.Row> rows) {
    Set<String> always = new HashSet<>();
    for (TableProfile.Column column : table.columns()) {
      if (rows.stream().noneMatch(row -> row.cell(column.column()).text().isBlank())) {
        always.add(column.heading());
      }
    }
    return always;
  }

  /** How many rows don't count: totals and remarks. */
  public int others() {
    return sections.size() + remarks.size();
  }

  /** The least of the numbers of all rows, so that those of two tables can be compared. */
  private static Set<Long> fingerprints(TableProfile table, List<SheetSample.Row> rows) {
    TreeSet<Long> fingerprints = new TreeSet<>();
    for (SheetSample.Row row : rows) {
      long fingerprint = 7;
      for (TableProfile.Column column : table.columns()) {
        fingerprint = fingerprint * 1_000_003 + row.cell(column.column()).text().strip().hashCode();
        fingerprint ^= fingerprint >>> 29;
      }
      fingerprints.add(fingerprint);
      if (fingerprints.size() > MOST_FINGERPRINTS) {
        fingerprints.pollLast();
      }
    }
    return fingerprints;
  }

  /** Whether no row's number is missing. */
  public boolean hasAllFingerprints() {
    return fingerprints.size() < MOST_FINGERPRINTS;
  }

  private static List<TableProfile.Column> mayBeKeys(TableProfile table) {
    return table.columns().stream()
        .filter(one -> !one.values().type().isCalendar())
        .filter(one -> one.values().distinct() * 10L >= one.values().filled() * 9)
        .toList();
  }

  private static Map<String, List<String>> repeated(
      TableProfile table, List<SheetSample.Row> rows) {
    Map<String, List<String>> repeated = new HashMap<>();
    for (TableProfile.Column column : mayBeKeys(table)) {
      Set<String> seen = new HashSet<>();
      Set<String> again = new LinkedHashSet<>();
      for (SheetSample.Row row : rows) {
        String value = row.cell(column.column()).text().strip();
        if (!value.isEmpty() && !seen.add(value) && again.size() < MOST_REPEATED) {
          again.add(value);
        }
      }
      if (!again.isEmpty()) {
        repeated.put(column.heading(), List.copyOf(again));
      }
    }
    return repeated;
  }
}
