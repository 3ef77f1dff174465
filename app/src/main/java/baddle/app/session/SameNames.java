package baddle.app.session;

import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.expression.AxisItem;
import baddle.core.table.Column;
import baddle.core.table.RenamedTexts;
import baddle.core.value.Ignored;
import baddle.plan.DatasetPlan;
import baddle.plan.LookupPlan;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;

/** Finds the spelling under which texts are shown that the plan says are one. */
final class SameNames {

  private final ProjectSession session;
  private final DatasetPlan dataset;
  private final DatasetReader reader;

  SameNames(ProjectSession session, DatasetPlan dataset, DatasetReader reader) {
    this.session = session;
    this.dataset = dataset;
    this.reader = reader;
  }

  /** By column, the spelling that takes the place of another. */
  RenamedTexts spellings() throws IOException {
    Map<String, Map<String, String>> byColumn = new HashMap<>();
    for (Map.Entry<String, Set<Ignored>> column : dataset.same().entrySet()) {
      if (reader.schema().indexOf(column.getKey()).isPresent()) {
        byColumn.put(column.getKey(), spellings(column.getKey(), column.getValue()));
      }
    }
    byColumn.values().removeIf(Map::isEmpty);
    return new RenamedTexts(byColumn);
  }

  private Map<String, String> spellings(String column, Set<Ignored> ignored) throws IOException {
    CrosstabSpec spec =
        CrosstabSpec.of(
            "spellings",
            List.of(AxisItem.ofColumn(column)),
            List.of(),
            List.of(Measure.of("rows", "count(*)")));
    Crosstab counts = session.cells().builder(spec, reader).build();
    Map<String, List<Item>> groups = new TreeMap<>();
    for (Item item : counts.down().children()) {
      groups
          .computeIfAbsent(Ignored.comparable(item.label(), ignored), key -> new ArrayList<>())
          .add(item);
    }
    groups.values().removeIf(group -> group.size() < 2);
    Set<String> known = groups.isEmpty() ? Set.of() : keysOfLookups(column);
    Map<String, String> spellings = new HashMap<>();
    for (List<Item> group : groups.values()) {
      Item best = group.get(0);
      for (Item item : group) {
        best = isBetter(item, best, known, counts) ? item : best;
      }
      for (Item item : group) {
        if (!item.equals(best)) {
          spellings.put(item.label(), best.label());
        }
      }
    }
    return spellings;
  }

  private static boolean isBetter(Item item, Item best, Set<String> known, Crosstab counts) {
    boolean isKnown = known.contains(item.label());
    if (isKnown != known.contains(best.label())) {
      return isKnown;
    }
    int more = rows(counts, item).compareTo(rows(counts, best));
    return more > 0 || (more == 0 && item.label().length() < best.label().length());
  }

  private static BigDecimal rows(Crosstab counts, Item item) {
    return counts.value(item, counts.across(), 0).orElse(BigDecimal.ZERO);
  }

  /** The keys, as they are written, of the lookups that a column is matched in. */
  private Set<String> keysOfLookups(String column) throws IOException {
    Set<String> keys = new HashSet<>();
    for (String name : dataset.lookups()) {
      LookupPlan lookup = session.project().plan().lookups().get(name);
      if (lookup != null
          && lookup.dataset().isEmpty()
          && lookup.spec().match().stream().map(Column::name).toList().equals(List.of(column))) {
        keys.addAll(session.references().table(lookup).keys());
      }
    }
    return keys;
  }
}
