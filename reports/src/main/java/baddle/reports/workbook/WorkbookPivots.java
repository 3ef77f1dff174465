package baddle.reports.workbook;

import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.formats.rows.XlsxRows;
import baddle.formats.xlsx.write.PivotCache;
import baddle.formats.xlsx.write.WorkbookParts;
import baddle.reports.CrosstabLayout;
import baddle.reports.ReportHead;
import baddle.reports.RowTable;
import baddle.reports.page.ReaderData;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/**
 * Which of a workbook's cross-tabs are pivot tables too, why others aren't, and the records they
 * are of; those of one table are kept once.
 */
final class WorkbookPivots {

  /** More records than these aren't kept in a workbook twice. */
  private static final int MOST_RECORDS = 100_000;

  /**
   * Records in a workbook.
   *
   * @param part where they are
   * @param id the number they are known by
   */
  record Cached(PivotCache cache, String part, int id) {}

  private final ReaderData reader;
  private final Map<CrosstabLayout, RowTable> pivots = new LinkedHashMap<>();
  private final Map<CrosstabLayout, String> problems = new LinkedHashMap<>();
  private final Map<RowTable, Cached> caches = new LinkedHashMap<>();

  WorkbookPivots(List<CrosstabLayout> layouts, ReportHead head, ReaderData reader)
      throws IOException {
    this.reader = reader;
    for (CrosstabLayout layout : layouts) {
      if (head.look(layout.title()).pivots()) {
        sort(layout);
      }
    }
  }

  private void sort(CrosstabLayout layout) throws IOException {
    Optional<RowTable> table =
        reader.tables().stream()
            .filter(one -> one.summaries().contains(layout.title()))
            .findFirst();
    Optional<String> problem =
        table.isEmpty()
            ? Optional.of("its rows aren't in the workbook")
            : table.get().rows() > MOST_RECORDS
                ? Optional.of("it has more than " + MOST_RECORDS + " rows")
                : WorkbookPivot.problem(layout, table.get().schema());
    if (problem.isPresent()) {
      problems.put(layout, problem.get());
    } else {
      pivots.put(layout, table.orElseThrow());
    }
  }

  /** Those that are pivot tables too. */
  List<CrosstabLayout> layouts() {
    return List.copyOf(pivots.keySet());
  }

  /** Why one that should be isn't; empty for all others. */
  Optional<String> problem(CrosstabLayout layout) {
    return Optional.ofNullable(problems.get(layout));
  }

  /** The records of one that is, which are added to the workbook the first time. */
  Cached rows(CrosstabLayout layout, WorkbookParts parts) throws IOException {
    RowTable table = Objects.requireNonNull(pivots.get(layout));
    Cached known = caches.get(table);
    if (known == null) {
      PivotCache cache =
          new PivotCache(XlsxRows.tableName(table.name()), table.schema(), items(table));
      table.scan(cache);
      int id = caches.size() + 1;
      known = new Cached(cache, cache.add(parts, id), id);
      caches.put(table, known);
    }
    return known;
  }

  /** The columns whose values are items of a pivot table of these rows. */
  private Set<String> items(RowTable table) {
    Set<String> items = new HashSet<>(reader.filters());
    List<CrosstabSpec> specs = new ArrayList<>();
    pivots.forEach(
        (layout, of) -> {
          if (of.equals(table)) {
            specs.add(layout.spec());
          }
        });
    specs.forEach(spec -> spec.levels().forEach(level -> items.add(level.item().text())));
    return items;
  }
}
