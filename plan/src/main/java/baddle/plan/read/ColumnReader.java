package baddle.plan.read;

import baddle.core.expression.Expression;
import baddle.core.expression.ExpressionException;
import baddle.core.intake.IntakeColumn;
import baddle.core.table.Column;
import baddle.core.table.HiddenRows;
import baddle.core.table.Origin;
import baddle.core.value.ColumnType;
import baddle.core.value.Ignored;
import baddle.core.value.ValueRules;
import baddle.plan.DerivedColumn;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** Reads a dataset's columns, each by itself. */
final class ColumnReader {

  private static final List<String> KEYS =
      List.of(
          "type",
          "places",
          "headings",
          "required",
          "currency_of",
          "otherwise",
          "unreadable",
          "corrections",
          "spaces",
          "same",
          "calc",
          "lookup");

  private final NodeReader nodes;
  private final ColumnTypeReader types;
  private final ValueCheck values;

  ColumnReader(NodeReader nodes, ValueCheck values) {
    this.nodes = nodes;
    this.types = new ColumnTypeReader(nodes);
    this.values = values;
  }

  /** A column that has calc: or lookup:, if this is one. */
  Optional<DerivedColumn> derived(String name, PlanNode.Entry entry) {
    if (!(entry.value() instanceof PlanNode.Entries mapping)) {
      return Optional.empty();
    }
    List<String> given = mapping.entries().stream().map(e -> e.key().text()).toList();
    boolean calculated = given.contains("calc");
    if (!calculated && !given.contains("lookup")) {
      return Optional.empty();
    }
    checkName(name, entry);
    Map<String, PlanNode> keys =
        nodes.keys(
            entry.value(),
            "column " + name + ", which is " + (calculated ? "calculated" : "looked up"),
            List.of("type", "places", "required", calculated ? "calc" : "lookup"));
    Column column = new Column(name, types.read(keys, entry, name));
    if (calculated) {
      return nodes
          .text(Objects.requireNonNull(keys.get("calc")), "calc")
          .flatMap(this::expression)
          .map(
              calc ->
                  new DerivedColumn(column, isRequired(keys), Optional.of(calc), Optional.empty()));
    }
    return nodes
        .text(Objects.requireNonNull(keys.get("lookup")), "lookup")
        .map(
            lookup ->
                new DerivedColumn(
                    column, isRequired(keys), Optional.empty(), Optional.of(lookup.text())));
  }

  private Optional<Expression> expression(PlanNode.Text text) {
    try {
      return Optional.of(Expression.parse(text.text()));
    } catch (ExpressionException e) {
      nodes.problem(text, e.withCaret());
      return Optional.empty();
    }
  }

  /**
   * A column that is read from sources.
   *
   * @param correctionFiles takes the files that list corrections, by column
   * @param same takes what doesn't tell the texts of a column apart
   */
  IntakeColumn read(
      String name,
      PlanNode.Entry entry,
      Map<String, String> correctionFiles,
      Map<String, Set<Ignored>> same) {
    checkName(name, entry);
    if (entry.value() instanceof PlanNode.Text word) {
      return new IntakeColumn(new Column(name, types.of(word, Optional.empty())), List.of(), false);
    }
    Map<String, PlanNode> keys = nodes.keys(entry.value(), "column " + name, KEYS);
    ColumnType type = types.read(keys, entry, name);
    List<String> headings =
        keys.containsKey("headings")
            ? nodes.texts(keys.get("headings"), "headings").stream()
                .map(PlanNode.Text::text)
                .toList()
            : List.of();
    boolean required = isRequired(keys);
    Optional<String> currencyOf =
        Optional.ofNullable(keys.get("currency_of"))
            .flatMap(of -> nodes.text(of, "currency_of"))
            .map(PlanNode.Text::text);
    if (currencyOf.isPresent() && type.kind() != ColumnType.Kind.TEXT) {
      nodes.problem(entry.key(), "column " + name + " should be text to keep a currency");
    }
    if (currencyOf.isPresent() && (required || !headings.isEmpty())) {
      nodes.problem(
          entry.key(),
          "column " + name + " has its values from another, so no headings or required");
    }
    Optional<String> otherwise =
        Optional.ofNullable(keys.get("otherwise"))
            .flatMap(value -> nodes.text(value, "otherwise"))
            .filter(value -> values.fits(value, type))
            .map(PlanNode.Text::text);
    Set<Ignored> ignored = nodes.ignored(keys, "same");
    if (!ignored.isEmpty()) {
      same.put(name, ignored);
      if (type.kind() != ColumnType.Kind.TEXT) {
        nodes.problem(Objects.requireNonNull(keys.get("same")), "same: is for text");
      }
    }
    return new IntakeColumn(
        new Column(name, type),
        headings,
        required ? IntakeColumn.Need.VALUES : IntakeColumn.Need.NONE,
        currencyOf,
        otherwise,
        new WritingReader(nodes, ValueRules.STANDARD).unreadable(keys),
        corrections(name, keys.get("corrections"), correctionFiles),
        keepsSpaces(keys, type));
  }

  private boolean keepsSpaces(Map<String, PlanNode> keys, ColumnType type) {
    boolean keeps =
        nodes.choice(keys, "spaces", List.of("trim", "keep"), word -> word, "trim").equals("keep");
    if (keeps && type.kind() != ColumnType.Kind.TEXT) {
      nodes.problem(Objects.requireNonNull(keys.get("spaces")), "spaces: keep is for text");
    }
    return keeps;
  }

  /** Right values by wrong ones, or the file that lists them. */
  private Map<String, String> corrections(
      String column, @Nullable PlanNode node, Map<String, String> files) {
    Map<String, String> corrections = new LinkedHashMap<>();
    if (node instanceof PlanNode.Text file && !file.text().isEmpty()) {
      files.put(column, file.text());
    } else if (node != null) {
      nodes
          .entries(node, "corrections")
          .forEach(
              (wrong, entry) -> {
                if (entry.value() instanceof PlanNode.Text right) {
                  corrections.put(wrong, right.text());
                } else {
                  nodes.problem(entry.value(), "a correction is one value for another");
                }
              });
    }
    return corrections;
  }

  private boolean isRequired(Map<String, PlanNode> keys) {
    return keys.containsKey("required")
        && nodes.truth(keys.get("required"), "required").orElse(false);
  }

  private void checkName(String name, PlanNode.Entry entry) {
    if (Origin.has(name)) {
      nodes.problem(entry.key(), name + " is a column of the origin, which every dataset has");
    }
    if (HiddenRows.has(name)) {
      nodes.problem(entry.key(), name + " is a column of the store's own");
    }
  }
}
