package baddle.plan.read;

import baddle.core.finding.Nearest;
import baddle.core.intake.IntakeColumn;
import baddle.core.lookup.LookupSpec;
import baddle.core.table.Column;
import baddle.core.value.ColumnType;
import baddle.plan.DatasetPlan;
import baddle.plan.DerivedColumn;
import baddle.plan.FeedPlan;
import baddle.plan.LookupPlan;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Reads the plan's lookups. */
final class LookupReader {

  private static final List<String> OWN_KEYS =
      List.of(
          "file",
          "dataset",
          "match",
          "ignoring",
          "valid",
          "bands",
          "bring",
          "corrections",
          "when_missing",
          "when_ambiguous");

  /** Every key of a lookup. */
  static final List<String> KEYS =
      Stream.concat(OWN_KEYS.stream(), FeedReader.KEYS_OF_FILES.stream()).toList();

  private static final Map<String, LookupSpec.Policy> POLICIES =
      Map.of(
          "blank", LookupSpec.Policy.KEEP,
          "hold", LookupSpec.Policy.HOLD,
          "stop", LookupSpec.Policy.STOP);
  private final NodeReader nodes;
  private final Map<String, DatasetPlan> datasets;
  private final FeedReader feeds;
  private final ValueCheck values;

  LookupReader(
      NodeReader nodes, Map<String, DatasetPlan> datasets, FeedReader feeds, ValueCheck values) {
    this.nodes = nodes;
    this.datasets = datasets;
    this.feeds = feeds;
    this.values = values;
  }

  Optional<LookupPlan> read(String name, PlanNode node) {
    Map<String, PlanNode> keys = nodes.keys(node, "lookup " + name, KEYS);
    int before = nodes.problems().size();
    if (keys.containsKey("file") == keys.containsKey("dataset")) {
      nodes.problem(node, "lookup " + name + " needs either file: or dataset:");
    }
    if (!keys.containsKey("bring")) {
      nodes.problem(node, "lookup " + name + " needs bring:, such as {range: Range}");
    }
    if (!keys.containsKey("match") && !keys.containsKey("bands")) {
      nodes.problem(node, "lookup " + name + " needs match:, such as {code: Code}");
    }
    if (nodes.problems().size() > before) {
      return Optional.empty();
    }
    Map<Column, String> match = columns(keys.get("match"), "match", this::anyColumn);
    Map<Column, String> bring = columns(keys.get("bring"), "bring", c -> brought(name, c));
    List<Ranges> ranges = new ArrayList<>();
    ranges(keys.get("valid"), "valid", "on", false).ifPresent(ranges::add);
    ranges(keys.get("bands"), "bands", "of", true).ifPresent(ranges::add);
    if (ranges.size() > 1) {
      nodes.problem(keys.get("bands"), "valid: and bands: exclude each other");
    }
    Map<String, String> defaults = new LinkedHashMap<>();
    LookupSpec.Policy whenMissing = whenMissing(keys.get("when_missing"), bring, defaults);
    LookupSpec.Policy whenAmbiguous =
        Optional.ofNullable(keys.get("when_ambiguous"))
            .flatMap(policy -> policy(policy, "when_ambiguous"))
            .orElse(LookupSpec.Policy.KEEP);
    if (nodes.problems().size() > before) {
      return Optional.empty();
    }
    Optional<Ranges> range = ranges.stream().findFirst();
    LookupSpec spec =
        new LookupSpec(
            name,
            List.copyOf(match.keySet()),
            nodes.ignoring(keys),
            range.map(r -> new LookupSpec.Range(r.column, r.bands)),
            List.copyOf(bring.keySet()),
            defaults,
            whenMissing,
            whenAmbiguous);
    return keys.containsKey("dataset")
        ? ofDataset(spec, keys, match, range, bring)
        : Optional.of(ofFile(name, spec, keys, match, range, bring));
  }

  /** Where the value of a column decides. */
  private record Ranges(Column column, String from, String to, boolean bands) {}

  @FunctionalInterface
  private interface Finder {
    Optional<Column> find(String name);
  }

  /** Columns of datasets and the lookup's headings for them, in order. */
  private Map<Column, String> columns(@Nullable PlanNode node, String what, Finder finder) {
    Map<Column, String> columns = new LinkedHashMap<>();
    if (node == null) {
      return columns;
    }
    nodes
        .entries(node, what)
        .forEach(
            (name, entry) -> {
              Optional<Column> column = finder.find(name);
              if (column.isEmpty()) {
                List<String> known =
                    datasets.values().stream().flatMap(d -> d.order().stream()).distinct().toList();
                nodes.problem(
                    entry.key(),
                    what.equals("bring") && known.contains(name)
                        ? "column " + name + " doesn't say that this lookup brings it: lookup: NAME"
                        : what + ": no dataset has a column " + name + Nearest.hint(name, known));
              }
              Optional<PlanNode.Text> heading = nodes.text(entry.value(), what);
              if (column.isPresent() && heading.isPresent()) {
                columns.put(column.get(), heading.get().text());
              }
            });
    return columns;
  }

  private Optional<Column> anyColumn(String name) {
    return datasets.values().stream()
        .flatMap(dataset -> dataset.schema().columns().stream())
        .filter(column -> column.name().equals(name))
        .findFirst();
  }

  private Optional<Column> brought(String lookup, String name) {
    return datasets.values().stream()
        .flatMap(dataset -> dataset.derived().stream())
        .filter(column -> column.lookup().filter(lookup::equals).isPresent())
        .map(DerivedColumn::column)
        .filter(column -> column.name().equals(name))
        .findFirst();
  }

  private Optional<Ranges> ranges(
      @Nullable PlanNode node, String key, String columnKey, boolean bands) {
    if (node == null) {
      return Optional.empty();
    }
    Map<String, PlanNode> keys = nodes.keys(node, key, List.of(columnKey, "from", "to"));
    for (String needed : List.of(columnKey, "from", "to")) {
      if (!keys.containsKey(needed)) {
        nodes.problem(node, key + ": needs " + needed + ":");
        return Optional.empty();
      }
    }
    Optional<PlanNode.Text> name = nodes.text(keys.get(columnKey), columnKey);
    Optional<Column> column = name.flatMap(text -> anyColumn(text.text()));
    boolean fits =
        column
            .map(Column::type)
            .filter(type -> bands ? type.isNumber() : type.kind() == ColumnType.Kind.DATE)
            .isPresent();
    if (!fits) {
      nodes.problem(
          keys.get(columnKey),
          columnKey + ": should be a column of " + (bands ? "numbers" : "dates"));
      return Optional.empty();
    }
    Optional<String> from = nodes.text(keys.get("from"), "from").map(PlanNode.Text::text);
    Optional<String> to = nodes.text(keys.get("to"), "to").map(PlanNode.Text::text);
    return from.flatMap(f -> to.map(t -> new Ranges(column.orElseThrow(), f, t, bands)));
  }

  private Optional<LookupSpec.Policy> policy(PlanNode node, String key) {
    Optional<PlanNode.Text> word = nodes.text(node, key);
    Optional<LookupSpec.Policy> policy = word.map(text -> POLICIES.get(text.text()));
    if (word.isPresent() && policy.isEmpty()) {
      nodes.problem(node, key + " should be blank, hold or stop, not " + word.get().text());
    }
    return policy;
  }

  private LookupSpec.Policy whenMissing(
      @Nullable PlanNode node, Map<Column, String> bring, Map<String, String> defaults) {
    if (node == null) {
      return LookupSpec.Policy.KEEP;
    }
    if (!(node instanceof PlanNode.Entries)) {
      return policy(node, "when_missing").orElse(LookupSpec.Policy.KEEP);
    }
    nodes
        .entries(node, "when_missing")
        .forEach(
            (name, entry) -> {
              Optional<Column> column =
                  bring.keySet().stream().filter(c -> c.name().equals(name)).findFirst();
              if (column.isEmpty()) {
                nodes.problem(
                    entry.key(),
                    "when_missing: the lookup doesn't bring "
                        + name
                        + Nearest.hint(name, bring.keySet().stream().map(Column::name).toList()));
              }
              nodes
                  .text(entry.value(), "when_missing")
                  .filter(text -> column.isPresent())
                  .filter(text -> values.fits(text, column.orElseThrow().type()))
                  .ifPresent(text -> defaults.put(name, text.text()));
            });
    return LookupSpec.Policy.KEEP;
  }

  private LookupPlan ofFile(
      String name,
      LookupSpec spec,
      Map<String, PlanNode> keys,
      Map<Column, String> match,
      Optional<Ranges> range,
      Map<Column, String> bring) {
    List<String> wanted = new ArrayList<>();
    Map<String, IntakeColumn> shape = new LinkedHashMap<>();
    Map<String, Map<String, String>> corrections = corrections(keys);
    match.forEach((column, heading) -> add(wanted, shape, heading, column.type()));
    range.ifPresent(
        r -> {
          add(wanted, shape, r.from, r.column.type());
          add(wanted, shape, r.to, r.column.type());
        });
    bring.forEach((column, heading) -> add(wanted, shape, heading, column.type()));
    List<String> headings = List.copyOf(shape.keySet());
    corrections.forEach(
        (heading, words) -> {
          if (shape.containsKey(heading)) {
            shape.computeIfPresent(heading, (h, column) -> column.with(words));
          } else {
            nodes.problem(
                keys.get("corrections"),
                "corrections: the lookup reads no heading "
                    + heading
                    + Nearest.hint(heading, headings));
          }
        });
    DatasetPlan dataset = new DatasetPlan("lookup " + name, List.copyOf(shape.values()));
    FeedPlan feed =
        feeds.ofFile("lookup " + name, Objects.requireNonNull(keys.get("file")), keys, dataset);
    return new LookupPlan(spec, wanted, Optional.of(feed), dataset, Optional.empty());
  }

  private static void add(
      List<String> wanted, Map<String, IntakeColumn> shape, String heading, ColumnType type) {
    wanted.add(heading);
    shape.putIfAbsent(
        heading, new IntakeColumn(new Column(heading, type), List.of(), IntakeColumn.Need.HEADING));
  }

  private Map<String, Map<String, String>> corrections(Map<String, PlanNode> keys) {
    Map<String, Map<String, String>> corrections = new LinkedHashMap<>();
    PlanNode node = keys.get("corrections");
    if (node != null) {
      nodes
          .entries(node, "corrections")
          .forEach(
              (heading, entry) -> {
                Map<String, String> words = new LinkedHashMap<>();
                nodes
                    .entries(entry.value(), "corrections of " + heading)
                    .forEach(
                        (wrong, right) -> {
                          if (right.value() instanceof PlanNode.Text text) {
                            words.put(wrong, text.text());
                          } else {
                            nodes.problem(right.value(), "a correction is one value for another");
                          }
                        });
                corrections.put(heading, words);
              });
    }
    return corrections;
  }

  private Optional<LookupPlan> ofDataset(
      LookupSpec spec,
      Map<String, PlanNode> keys,
      Map<Column, String> match,
      Optional<Ranges> range,
      Map<Column, String> bring) {
    PlanNode node = keys.get("dataset");
    String name = nodes.text(node, "dataset").map(PlanNode.Text::text).orElse("");
    DatasetPlan dataset = datasets.get(name);
    if (dataset == null) {
      nodes.problem(node, "no dataset " + name + Nearest.hint(name, datasets.keySet()));
      return Optional.empty();
    }
    for (String key : FeedReader.KEYS_OF_FILES) {
      if (keys.containsKey(key)) {
        nodes.problem(keys.get(key), key + ": belongs to a lookup's file:, not to a dataset");
      }
    }
    List<String> wanted = new ArrayList<>();
    Map<String, ColumnType> types = new LinkedHashMap<>();
    dataset.schema().columns().forEach(column -> types.put(column.name(), column.type()));
    match.forEach((column, own) -> check(node, name, types, column.type(), own, wanted));
    range.ifPresent(
        r -> {
          check(node, name, types, r.column.type(), r.from, wanted);
          check(node, name, types, r.column.type(), r.to, wanted);
        });
    bring.forEach((column, own) -> check(node, name, types, column.type(), own, wanted));
    return Optional.of(new LookupPlan(spec, wanted, Optional.empty(), dataset, Optional.of(name)));
  }

  private void check(
      PlanNode node,
      String name,
      Map<String, ColumnType> types,
      ColumnType wantedType,
      String column,
      List<String> wanted) {
    ColumnType type = types.get(column);
    if (type == null) {
      nodes.problem(
          node,
          "the dataset "
              + name
              + " has no column "
              + column
              + Nearest.hint(column, types.keySet()));
    } else if (!type.equals(wantedType)) {
      nodes.problem(
          node,
          "the column " + column + " of " + name + " is " + type + ", and is to be " + wantedType);
    }
    wanted.add(column);
  }
}
