package baddle.app.check;

import baddle.app.cells.KeptCells;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.Measure;
import baddle.core.expression.AxisItem;
import baddle.core.expression.Expression;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Listing;
import baddle.core.finding.NumberText;
import baddle.core.finding.Place;
import baddle.core.table.Column;
import baddle.core.value.ColumnType;
import baddle.core.value.Ignored;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import baddle.plan.output.SummaryPlan;
import baddle.store.DatasetReader;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Finds items of summaries that are one name in several spellings. */
final class VaryingSpellings {

  private static final int MOST_ITEMS = 20_000;
  private static final int MOST_NAMED = 5;

  private final Plan plan;
  private final DatasetPlan dataset;
  private final KeptCells cells;

  VaryingSpellings(Plan plan, DatasetPlan dataset, KeptCells cells) {
    this.plan = plan;
    this.dataset = dataset;
    this.cells = cells;
  }

  /** The columns of texts by which summaries are laid out. */
  private List<String> columns(DatasetReader reader) {
    Set<String> levels = new LinkedHashSet<>();
    for (SummaryPlan summary : plan.summaries().values()) {
      if (summary.dataset().equals(dataset.name())) {
        for (Level level : summary.crosstab().levels()) {
          levels.addAll(level.item().value().names());
        }
      }
    }
    return reader.schema().columns().stream()
        .filter(column -> column.type().kind() == ColumnType.Kind.TEXT)
        .map(Column::name)
        .filter(name -> dataset.schema().indexOf(name).isPresent())
        .filter(levels::contains)
        .toList();
  }

  /** The cross-tabs that it needs. */
  List<CrosstabSpec> specs(DatasetReader reader) {
    return columns(reader).stream().map(column -> spec(column, reader)).toList();
  }

  private CrosstabSpec spec(String column, DatasetReader reader) {
    List<Measure> measures = new ArrayList<>(List.of(Measure.of("rows", "count(*)")));
    dataset
        .amount()
        .filter(name -> reader.schema().indexOf(name).isPresent())
        .ifPresent(name -> measures.add(Measure.of(name, "sum(" + Expression.quoted(name) + ")")));
    return CrosstabSpec.of("spellings", List.of(AxisItem.ofColumn(column)), List.of(), measures);
  }

  List<Finding> findings(DatasetReader reader) throws IOException {
    List<Finding> findings = new ArrayList<>();
    for (String column : columns(reader)) {
      Crosstab items = cells.builder(spec(column, reader), reader).build();
      if (items.down().children().size() > MOST_ITEMS) {
        continue;
      }
      Set<Ignored> same = dataset.same().getOrDefault(column, Set.of());
      Map<String, Map<String, Item>> groups = new LinkedHashMap<>();
      for (Item item : items.down().children()) {
        groups
            .computeIfAbsent(
                Ignored.comparable(item.label(), Ignored.BY_SPELLING), key -> new LinkedHashMap<>())
            .putIfAbsent(Ignored.comparable(item.label(), same), item);
      }
      groups.values().removeIf(group -> group.size() < 2);
      if (!groups.isEmpty()) {
        findings.add(finding(column, items, List.copyOf(groups.values())));
      }
    }
    return findings;
  }

  private Finding finding(String column, Crosstab items, List<Map<String, Item>> groups) {
    List<String> names =
        groups.stream()
            .map(
                group ->
                    group.values().stream()
                        .map(item -> shown(items, item))
                        .collect(Collectors.joining(" and ")))
            .toList();
    return new Finding(
        FindingCode.SPELLINGS_VARY,
        FindingCode.SPELLINGS_VARY.severity(),
        Place.nowhere(),
        dataset.name()
            + ", "
            + column
            + ": perhaps one name in several spellings: "
            + Listing.of(names, MOST_NAMED),
        "if they are one, set same: [case, spaces, punctuation, accents], or some of these, for the"
            + " column; or correct the spelling with corrections:",
        Optional.empty(),
        split(items, groups));
  }

  /** The amounts of the rarer spellings, added up. */
  private static Optional<BigDecimal> split(Crosstab items, List<Map<String, Item>> groups) {
    if (items.spec().measures().size() < 2) {
      return Optional.empty();
    }
    BigDecimal split = BigDecimal.ZERO;
    for (Map<String, Item> group : groups) {
      split =
          split.add(
              group.values().stream()
                  .sorted(Comparator.comparing((Item item) -> rows(items, item)).reversed())
                  .skip(1)
                  .map(item -> amount(items, item).abs())
                  .reduce(BigDecimal.ZERO, BigDecimal::add));
    }
    return Optional.of(split);
  }

  private static BigDecimal rows(Crosstab items, Item item) {
    return items.value(item, items.across(), 0).orElse(BigDecimal.ZERO);
  }

  private static BigDecimal amount(Crosstab items, Item item) {
    return items.value(item, items.across(), 1).orElse(BigDecimal.ZERO);
  }

  private static String shown(Crosstab items, Item item) {
    String text =
        Listing.quoted(item.label())
            + " ("
            + NumberText.counted(rows(items, item).longValue(), "row");
    if (items.spec().measures().size() > 1) {
      text +=
          ", "
              + items.spec().measures().get(1).name()
              + " "
              + NumberText.exact(amount(items, item));
    }
    return text + ")";
  }
}
