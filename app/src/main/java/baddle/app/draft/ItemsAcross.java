package baddle.app.draft;

import baddle.app.draft.found.FoundTable;
import baddle.app.draft.found.Relation;
import baddle.core.profile.TableProfile;
import baddle.core.value.ColumnType;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;

/** Tells tables whose headings are items that another table has as values: they become rows. */
final class ItemsAcross {

  private static final int LEAST = 3;

  /** Of a hundred headings of numbers, how many have to be such items. */
  private static final int MOST = 80;

  private final DraftDataset dataset;
  private final List<DraftColumn> items = new ArrayList<>();
  private String name = "";

  private ItemsAcross(DraftDataset dataset) {
    this.dataset = dataset;
  }

  /** Notes in datasets which of their columns become rows, unless somebody said otherwise. */
  static void mark(List<DraftDataset> datasets, Questions questions) {
    for (DraftDataset dataset : datasets) {
      ItemsAcross across = new ItemsAcross(dataset);
      for (DraftDataset other : datasets) {
        if (!other.equals(dataset) && across.items.isEmpty()) {
          other.columns().forEach(across::compare);
        }
      }
      if (!across.items.isEmpty()) {
        across.ask(questions);
      }
    }
  }

  private void compare(DraftColumn values) {
    if (values.type().kind() != ColumnType.Kind.TEXT || !items.isEmpty()) {
      return;
    }
    List<DraftColumn> numbers =
        dataset.columns().stream()
            .filter(column -> column.type().isNumber() && !isSum(column))
            .toList();
    List<DraftColumn> found =
        numbers.stream()
            .filter(column -> column.spellings().stream().allMatch(values.values()::contains))
            .toList();
    if (found.size() >= LEAST && found.size() * 100 >= numbers.size() * MOST) {
      items.addAll(found);
      name = values.name();
    }
  }

  /** Whether a column adds at least three others up in every row. */
  private boolean isSum(DraftColumn column) {
    return dataset.tables().stream()
        .allMatch(
            table ->
                table.rows().relations().stream()
                    .filter(one -> column.isSpelt(one.result()))
                    .anyMatch(
                        one -> one.kind() == Relation.Kind.SUM && one.operands().size() >= LEAST));
  }

  private void ask(Questions questions) {
    String headings =
        items.stream().map(DraftColumn::heading).limit(LEAST).collect(Collectors.joining(", "));
    FoundTable first = dataset.tables().get(0);
    Question question =
        Question.of(
            "headings of " + first.place(),
            headings + (items.size() > LEAST ? " and others are" : " are") + " values of " + name,
            "rows",
            new QuestionAnswer("rows", "each becomes the " + name + " of rows of its own"),
            new QuestionAnswer("columns", "each is a column"));
    if (!questions.choose(question).equals("rows")) {
      return;
    }
    if (questions.isOpen(question)) {
      dataset.evidence().add(question.line() + ": they become rows");
    }
    turn();
  }

  private void turn() {
    List<DraftColumn> sums =
        dataset.columns().stream()
            .filter(column -> column.type().isNumber() && isSum(column))
            .toList();
    Set<String> headings = new HashSet<>();
    items.forEach(column -> headings.addAll(column.spellings()));
    int places = items.stream().mapToInt(column -> column.type().places()).max().orElse(0);
    ColumnType.Kind kind =
        items.stream().allMatch(column -> column.type().kind() == ColumnType.Kind.INTEGER)
            ? ColumnType.Kind.INTEGER
            : ColumnType.Kind.DECIMAL;
    dataset.columns().removeAll(items);
    dataset.columns().removeAll(sums);
    sums.forEach(
        sum ->
            dataset
                .evidence()
                .add(sum.heading() + " adds the others up in every row: it isn't read"));
    String label = dataset.freeName(name);
    dataset.columns().add(DraftColumn.ofName(label, List.copyOf(headings)));
    String value = dataset.freeName(kind == ColumnType.Kind.INTEGER ? "quantity" : "amount");
    dataset.columns().add(DraftColumn.gathered(value, kind, places));
    String list =
        first().stream()
            .map(TableProfile.Column::heading)
            .filter(headings::contains)
            .map(PlanText::quoted)
            .collect(Collectors.joining(", "));
    dataset.turn(
        Turned.of(
            "{headings: [" + list + "], label: " + label + ", value: " + value + "}", value, true));
  }

  private List<TableProfile.Column> first() {
    List<TableProfile.Column> all = new ArrayList<>();
    Set<String> seen = new HashSet<>();
    for (FoundTable table : dataset.tables()) {
      for (TableProfile.Column column : table.table().columns()) {
        if (seen.add(column.heading())) {
          all.add(column);
        }
      }
    }
    return all;
  }
}
