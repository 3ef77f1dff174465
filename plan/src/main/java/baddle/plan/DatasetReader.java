package baddle.plan;

import baddle.core.finding.Nearest;
import baddle.core.intake.Headings;
import baddle.core.intake.IntakeColumn;
import baddle.core.table.Column;
import baddle.core.table.Origin;
import baddle.core.value.ColumnType;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Reads the plan's datasets and their columns. */
final class DatasetReader {

  private static final List<String> COLUMN_KEYS =
      List.of("type", "places", "headings", "required", "currency_of");
  private static final List<String> KINDS =
      Arrays.stream(ColumnType.Kind.values()).map(ColumnType.Kind::word).toList();

  private final NodeReader nodes;

  DatasetReader(NodeReader nodes) {
    this.nodes = nodes;
  }

  DatasetPlan read(String name, PlanNode node) {
    int problemsBefore = nodes.problems().size();
    PlanNode columns = nodes.keys(node, "dataset " + name, List.of("columns")).get("columns");
    if (columns == null) {
      if (nodes.problems().size() == problemsBefore) {
        nodes.problem(node, "dataset " + name + " needs columns:");
      }
      return new DatasetPlan(name, List.of());
    }
    List<IntakeColumn> read = new ArrayList<>();
    Map<String, String> columnOfSpelling = new HashMap<>();
    nodes
        .entries(columns, "columns")
        .forEach(
            (columnName, entry) -> {
              IntakeColumn column = column(columnName, entry);
              read.add(column);
              checkSpellings(column, entry, columnOfSpelling);
            });
    checkCurrencies(columns, read);
    return new DatasetPlan(name, read);
  }

  private void checkCurrencies(PlanNode columns, List<IntakeColumn> read) {
    List<String> numbers =
        read.stream()
            .filter(column -> column.column().type().isNumber())
            .map(column -> column.column().name())
            .toList();
    for (IntakeColumn column : read) {
      String of = column.currencyOf().orElse("");
      if (column.currencyOf().isPresent() && !numbers.contains(of)) {
        nodes.problem(
            columns, "currency_of: no column of numbers " + of + Nearest.hint(of, numbers));
      }
    }
  }

  private IntakeColumn column(String name, PlanNode.Entry entry) {
    if (Origin.has(name)) {
      nodes.problem(entry.key(), name + " is a column of the origin, which every dataset has");
    }
    if (entry.value() instanceof PlanNode.Text word) {
      return new IntakeColumn(new Column(name, type(word, Optional.empty())), List.of(), false);
    }
    Map<String, PlanNode> keys = nodes.keys(entry.value(), "column " + name, COLUMN_KEYS);
    PlanNode typeNode = keys.get("type");
    if (typeNode == null) {
      nodes.problem(entry.value(), "column " + name + " needs a type: " + String.join(", ", KINDS));
    }
    Optional<PlanNode.Text> word =
        Optional.ofNullable(typeNode).flatMap(type -> nodes.text(type, "type"));
    ColumnType type =
        word.map(text -> type(text, Optional.ofNullable(keys.get("places"))))
            .orElse(ColumnType.text());
    List<String> headings =
        keys.containsKey("headings")
            ? nodes.texts(keys.get("headings"), "headings").stream()
                .map(PlanNode.Text::text)
                .toList()
            : List.of();
    boolean required =
        keys.containsKey("required") && nodes.truth(keys.get("required"), "required").orElse(false);
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
    return new IntakeColumn(new Column(name, type), headings, required, currencyOf);
  }

  private ColumnType type(PlanNode.Text word, Optional<PlanNode> places) {
    Optional<ColumnType.Kind> kind =
        Arrays.stream(ColumnType.Kind.values())
            .filter(known -> known.word().equals(word.text()))
            .findFirst();
    if (kind.isEmpty()) {
      nodes.problem(
          word,
          "no type "
              + word.text()
              + Nearest.hint(word.text(), KINDS)
              + " (known: "
              + String.join(", ", KINDS)
              + ")");
      return ColumnType.text();
    }
    if (kind.get() == ColumnType.Kind.DECIMAL) {
      return ColumnType.decimal(places.map(this::places).orElse(2));
    }
    places.ifPresent(node -> nodes.problem(node, "places belong to decimal, not " + word.text()));
    return ColumnType.of(kind.get());
  }

  private int places(PlanNode node) {
    String text = nodes.text(node, "places").map(PlanNode.Text::text).orElse("2");
    if (text.matches("\\d{1,2}") && Integer.parseInt(text) <= ColumnType.MOST_PLACES) {
      return Integer.parseInt(text);
    }
    nodes.problem(node, "places should be a whole number from 0 to " + ColumnType.MOST_PLACES);
    return 2;
  }

  private void checkSpellings(
      IntakeColumn column, PlanNode.Entry entry, Map<String, String> columnOfSpelling) {
    String name = column.column().name();
    List<String> spellings = new ArrayList<>(column.headings());
    spellings.add(name);
    for (String spelling : spellings) {
      String other = columnOfSpelling.putIfAbsent(Headings.comparable(spelling), name);
      if (other != null && !other.equals(name)) {
        nodes.problem(
            entry.key(), "the heading " + spelling + " is wanted by " + other + " already");
      }
    }
  }
}
