package baddle.app.draft;

import baddle.app.draft.found.FoundTable;
import baddle.app.draft.found.Relation;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/**
 * A column of a dataset that is computed from others, as all tables show that have it.
 *
 * @param result the column
 * @param relation how, by the headings of one table
 * @param operands the others
 */
record Computed(DraftColumn result, Relation relation, List<DraftColumn> operands) {

  Computed {
    operands = List.copyOf(operands);
  }

  /** Those of some columns, by the tables they are of. */
  static List<Computed> of(List<DraftColumn> columns, List<FoundTable> tables) {
    List<Computed> found = new ArrayList<>();
    Set<DraftColumn> contradicted = new HashSet<>();
    for (FoundTable table : tables) {
      for (DraftColumn column : columns) {
        Optional<Computed> one = of(column, columns, table);
        Optional<Computed> known =
            found.stream().filter(other -> other.result.equals(column)).findFirst();
        boolean there = table.table().columns().stream().anyMatch(c -> column.isSpelt(c.heading()));
        if (one.isPresent() && known.isEmpty()) {
          found.add(one.get());
        } else if (there && known.isPresent() && one.filter(known.get()::isAlike).isEmpty()) {
          contradicted.add(column);
        }
      }
    }
    found.removeIf(one -> contradicted.contains(one.result));
    return found;
  }

  private static Optional<Computed> of(
      DraftColumn column, List<DraftColumn> columns, FoundTable table) {
    for (Relation relation : table.rows().relations()) {
      if (column.isSpelt(relation.result())) {
        List<DraftColumn> operands = new ArrayList<>();
        for (String heading : relation.operands()) {
          columns.stream().filter(c -> c.isSpelt(heading)).findFirst().ifPresent(operands::add);
        }
        return operands.size() == relation.operands().size()
            ? Optional.of(new Computed(column, relation, operands))
            : Optional.empty();
      }
    }
    return Optional.empty();
  }

  private boolean isAlike(Computed other) {
    return isBy(other.relation.kind(), other.operands);
  }

  /** Whether it is computed so. */
  boolean isBy(Relation.Kind kind, List<DraftColumn> others) {
    return relation.kind() == kind && new HashSet<>(operands).equals(new HashSet<>(others));
  }

  /** As an expression. */
  String words() {
    return relation.words(
        heading ->
            operands.stream()
                .filter(one -> one.isSpelt(heading))
                .map(DraftColumn::name)
                .findFirst()
                .orElse(heading));
  }
}
