package baddle.plan.read;

import baddle.core.calendar.Calendar;
import baddle.core.calendar.Languages;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.RollForward;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.crosstab.spec.Subtotals;
import baddle.core.crosstab.spec.Totals;
import baddle.core.expression.AxisItem;
import baddle.core.expression.Expression;
import baddle.core.expression.ExpressionException;
import baddle.core.finding.Nearest;
import baddle.plan.DatasetPlan;
import baddle.plan.LookupPlan;
import baddle.plan.output.SummaryPlan;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** Reads the plan's summaries. */
final class SummaryReader {

  static final List<String> KEYS =
      List.of(
          "of",
          "where",
          "down",
          "across",
          "measures",
          "order",
          "keep",
          "show_empty",
          "totals",
          "blanks",
          "locale",
          "roll_forward");

  static final List<String> TOTALS =
      List.of(
          "down",
          "across",
          "label",
          "subtotals",
          "subtotals_across",
          "subtotal_label",
          "blank_lines");

  private final NodeReader nodes;
  private final Map<String, DatasetPlan> datasets;
  private final Map<String, LookupPlan> lookups;
  private final Calendar calendar;
  private final MeasureReader measures;

  SummaryReader(
      NodeReader nodes,
      Map<String, DatasetPlan> datasets,
      Map<String, LookupPlan> lookups,
      Calendar calendar) {
    this.nodes = nodes;
    this.datasets = datasets;
    this.lookups = lookups;
    this.calendar = calendar;
    this.measures = new MeasureReader(nodes, datasets);
  }

  Optional<SummaryPlan> read(String name, PlanNode node) {
    Map<String, PlanNode> keys = nodes.keys(node, "summary " + name, KEYS);
    int problemsBefore = nodes.problems().size();
    Optional<DatasetPlan> dataset =
        PlanReferences.dataset(nodes, datasets, keys.get("of"), node, "of");
    Map<String, String> dates = new HashMap<>();
    datasets.forEach((key, one) -> one.datedBy().ifPresent(column -> dates.put(key, column)));
    dataset.flatMap(DatasetPlan::datedBy).ifPresent(column -> dates.put("", column));
    Optional<CrosstabSpec> spec = spec(name, node, keys).map(one -> one.dated(dates));
    if (dataset.isEmpty() || spec.isEmpty() || nodes.problems().size() > problemsBefore) {
      return Optional.empty();
    }
    if (!nodes.isSound()) {
      check(name, node, dataset.get(), spec.get());
    }
    return Optional.of(new SummaryPlan(name, dataset.get().name(), spec.get()));
  }

  /** What a summary consists of, whatever the dataset. */
  Optional<CrosstabSpec> spec(String name, PlanNode node, Map<String, PlanNode> keys) {
    Optional<Expression> where = measures.condition(keys.get("where"), "where");
    String blanks =
        Optional.ofNullable(keys.get("blanks"))
            .flatMap(text -> nodes.text(text, "blanks"))
            .map(PlanNode.Text::text)
            .orElse("");
    Locale locale = locale(keys.get("locale"));
    if (keys.containsKey("roll_forward")) {
      return new RollForwardReader(nodes, this::axis)
          .read(name, Objects.requireNonNull(keys.get("roll_forward")), keys, where, locale);
    }
    return Optional.of(plain(name, node, keys, where, blanks, locale));
  }

  private CrosstabSpec plain(
      String name,
      PlanNode node,
      Map<String, PlanNode> keys,
      Optional<Expression> where,
      String blanks,
      Locale locale) {
    List<AxisItem> down = axis(keys, "down");
    List<AxisItem> across = axis(keys, "across");
    CrosstabSpec.MeasurePlace place = place(node, down, across);
    down.removeIf(SummaryReader::isMeasures);
    across.removeIf(SummaryReader::isMeasures);
    List<Measure> read = measures.read(keys.get("measures"), node);
    LevelReader levels = new LevelReader(nodes, lookups, keys);
    List<Level> downLevels = down.stream().map(levels::level).toList();
    List<Level> acrossLevels = across.stream().map(levels::level).toList();
    levels.checkNames();
    Totals totals =
        keys.containsKey("totals")
            ? totals(keys.get("totals"), downLevels, acrossLevels)
            : Totals.both();
    List<Measure> some = read.isEmpty() ? List.of(Measure.of("rows", "count(*)")) : read;
    return new CrosstabSpec(
        name,
        downLevels,
        acrossLevels,
        some,
        place,
        totals,
        blanks,
        where,
        Optional.<RollForward>empty(),
        locale);
  }

  private void check(String name, PlanNode node, DatasetPlan dataset, CrosstabSpec spec) {
    try {
      CrosstabBuilder builder = new CrosstabBuilder(spec, dataset.schemaWithOrigin(), calendar);
      for (String other : spec.datasets()) {
        if (!other.isEmpty()) {
          builder.input(other, Objects.requireNonNull(datasets.get(other)).schemaWithOrigin());
        }
      }
      builder.check();
    } catch (SpecException e) {
      nodes.problem(node, "summary " + name + ": " + e.getMessage());
    }
  }

  static boolean isMeasures(AxisItem item) {
    return item.text().equals(AxisItem.MEASURES);
  }

  private CrosstabSpec.MeasurePlace place(
      PlanNode node, List<AxisItem> down, List<AxisItem> across) {
    long count =
        down.stream().filter(SummaryReader::isMeasures).count()
            + across.stream().filter(SummaryReader::isMeasures).count();
    boolean isDown = down.stream().anyMatch(SummaryReader::isMeasures);
    List<AxisItem> axis = isDown ? down : across;
    int at = axis.stream().map(SummaryReader::isMeasures).toList().indexOf(true);
    if (count > 1 || (at > 0 && at < axis.size() - 1)) {
      nodes.problem(
          node, "measures appear once, first or last among the items of down: or across:");
    }
    return new CrosstabSpec.MeasurePlace(isDown, at == 0 && axis.size() > 1);
  }

  private List<AxisItem> axis(Map<String, PlanNode> keys, String key) {
    List<AxisItem> items = new ArrayList<>();
    PlanNode node = keys.get(key);
    if (node == null) {
      return items;
    }
    List<PlanNode> list = node instanceof PlanNode.Items several ? several.items() : List.of(node);
    for (PlanNode one : list) {
      if (one instanceof PlanNode.Entries) {
        nodes
            .entries(one, key)
            .forEach(
                (name, entry) ->
                    nodes
                        .text(entry.value(), name)
                        .flatMap(this::item)
                        .ifPresent(item -> items.add(item.called(name))));
      } else {
        nodes.text(one, key).flatMap(this::item).ifPresent(items::add);
      }
    }
    return items;
  }

  private Optional<AxisItem> item(PlanNode.Text text) {
    try {
      return Optional.of(AxisItem.parse(text.text()));
    } catch (ExpressionException e) {
      nodes.problem(text, e.withCaret());
      return Optional.empty();
    }
  }

  private Locale locale(@Nullable PlanNode node) {
    if (node == null) {
      return Locale.ROOT;
    }
    Optional<PlanNode.Text> text = nodes.text(node, "locale");
    Locale locale = Locale.forLanguageTag(text.map(PlanNode.Text::text).orElse("x"));
    if (!Languages.isKnown(locale)) {
      nodes.problem(node, "locale should be a language tag (BCP 47), such as de or en-GB");
    }
    return locale;
  }

  private Totals totals(PlanNode node, List<Level> down, List<Level> across) {
    Map<String, PlanNode> keys = nodes.keys(node, "totals", TOTALS);
    Totals standard = Totals.both();
    return new Totals(
        truth(keys, "down", true),
        truth(keys, "across", true),
        word(keys, "label").orElse(standard.label()),
        subtotals(keys.get("subtotals"), "subtotals", down),
        subtotals(keys.get("subtotals_across"), "subtotals_across", across),
        word(keys, "subtotal_label").orElse(standard.subtotalLabel()),
        truth(keys, "blank_lines", false));
  }

  private Optional<String> word(Map<String, PlanNode> keys, String key) {
    return Optional.ofNullable(keys.get(key))
        .flatMap(label -> nodes.text(label, key))
        .map(PlanNode.Text::text);
  }

  /** One place for all levels, or one for each of some. */
  private Subtotals subtotals(@Nullable PlanNode node, String key, List<Level> levels) {
    if (node == null) {
      return Subtotals.NONE;
    }
    if (!(node instanceof PlanNode.Entries)) {
      return Subtotals.at(subtotalPlace(node, key));
    }
    List<String> names = levels.stream().map(level -> level.item().heading()).toList();
    List<String> texts = levels.stream().map(level -> level.item().text()).toList();
    Map<Integer, Subtotals.Place> places = new HashMap<>();
    nodes
        .entries(node, key)
        .forEach(
            (name, entry) -> {
              int level = Math.max(names.indexOf(name), texts.indexOf(name));
              if (level < 0) {
                nodes.problem(entry.key(), "no level " + name + Nearest.hint(name, names));
              } else if (level == names.size() - 1) {
                nodes.problem(entry.key(), name + " is the innermost level, and has no subtotals");
              } else {
                places.put(level, subtotalPlace(entry.value(), key));
              }
            });
    return new Subtotals(places, Subtotals.Place.NONE);
  }

  private Subtotals.Place subtotalPlace(PlanNode node, String key) {
    return nodes
        .choice(
            node,
            key,
            List.of(Subtotals.Place.values()),
            place -> place.name().toLowerCase(Locale.ROOT))
        .orElse(Subtotals.Place.NONE);
  }

  private boolean truth(Map<String, PlanNode> keys, String key, boolean standard) {
    PlanNode node = keys.get(key);
    return node == null ? standard : nodes.truth(node, key).orElse(standard);
  }
}
