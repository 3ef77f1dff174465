package baddle.app.draft;

import baddle.app.draft.found.FoundTable;
import baddle.app.draft.found.TotalledSection;
import baddle.core.profile.TableProfile;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/** Proposes rules for rows that no label tells: totals that only add up, and remarks. */
final class OddRows {

  private static final int MOST_LABELS = 3;

  private final DraftDataset dataset;
  private final List<FoundTable> tables;
  private final List<String> heads;
  private final List<String> doubts;

  OddRows(DraftDataset dataset, List<FoundTable> tables, List<String> heads, List<String> doubts) {
    this.dataset = dataset;
    this.tables = tables;
    this.heads = heads;
    this.doubts = doubts;
  }

  List<TotalRule> rules() {
    List<TotalRule> rules = new ArrayList<>();
    totals().ifPresent(rules::add);
    remarks().ifPresent(rules::add);
    return rules;
  }

  private Optional<TotalRule> totals() {
    List<TotalledSection> all = new ArrayList<>();
    List<FoundTable> own = new ArrayList<>();
    Set<String> stated = new HashSet<>();
    Set<String> labels = new HashSet<>();
    Set<String> places = new HashSet<>();
    List<Set<String>> filled = new ArrayList<>();
    for (FoundTable table : tables) {
      for (TotalledSection section : table.rows().sections()) {
        if (!section.labelled()) {
          all.add(section);
          own.add(table);
          section
              .stated()
              .keySet()
              .forEach(h -> dataset.spelt(h).ifPresent(c -> stated.add(c.name())));
          labels.add(section.label());
          table.heading(section.column()).map(dataset::asSent).ifPresent(places::add);
          filled.add(names(table, section.filled()));
        }
      }
    }
    Optional<String> guard = guard(filled);
    List<String> sums =
        dataset.columns().stream()
            .map(DraftColumn::name)
            .filter(stated::contains)
            .filter(name -> !TotalRule.NOT_SUMMED.matcher(name).find())
            .toList();
    if (all.isEmpty() || guard.isEmpty() || sums.isEmpty()) {
      return Optional.empty();
    }
    boolean called = labels.size() <= MOST_LABELS && !labels.contains("") && places.size() == 1;
    String place = places.stream().findFirst().orElse("");
    String when =
        called
            ? place + " in (" + quoted(labels) + ") and " + guard.get() + " is null"
            : guard.get() + " is null and " + sums.get(0) + " is not null";
    Predicate<TotalledSection> isOfRule = section -> !section.labelled();
    ProvedTotals proved = new ProvedTotals(dataset, own.stream().distinct().toList(), "", isOfRule);
    String example = all.get(0).label().isEmpty() ? sums.get(0) + " alone" : all.get(0).label();
    if (!called) {
      doubts.add(
          "rows without "
              + guard.get()
              + " state totals of the rows above them; they are left out");
    }
    return Optional.of(
        new TotalRule(
            when,
            "total row",
            sums.stream().filter(proved::tie).toList(),
            heads.stream().filter(proved::goesOn).toList(),
            example));
  }

  private static String quoted(Set<String> labels) {
    return labels.stream()
        .sorted()
        .map(label -> "'" + label.replace("'", "''") + "'")
        .collect(Collectors.joining(", "));
  }

  private Optional<TotalRule> remarks() {
    List<Set<String>> filled = new ArrayList<>();
    String example = "";
    for (FoundTable table : tables) {
      for (Map<Integer, String> remark : table.rows().remarks()) {
        filled.add(names(table, remark.keySet()));
        example = example.isEmpty() ? remark.values().iterator().next() : example;
      }
    }
    Optional<String> guard = guard(filled);
    Optional<String> number =
        dataset.columns().stream()
            .filter(column -> column.type().isNumber() && isAlwaysFilled(column))
            .map(DraftColumn::name)
            .findFirst();
    if (filled.isEmpty() || guard.isEmpty()) {
      return Optional.empty();
    }
    String and =
        number.filter(n -> !n.equals(guard.get())).map(n -> " and " + n + " is null").orElse("");
    return Optional.of(
        new TotalRule(
            guard.get() + " is null" + and,
            "remark",
            List.of(),
            List.of(),
            example.replaceAll("\\s+", " ")));
  }

  private Set<String> names(FoundTable table, Set<Integer> columns) {
    Set<String> names = new HashSet<>();
    for (int column : columns) {
      table.heading(column).flatMap(dataset::spelt).ifPresent(one -> names.add(one.name()));
    }
    return names;
  }

  /** A column that each row fills which counts, and none of these. */
  private Optional<String> guard(List<Set<String>> filled) {
    return dataset.columns().stream()
        .filter(this::isAlwaysFilled)
        .map(DraftColumn::name)
        .filter(name -> filled.stream().noneMatch(row -> row.contains(name)))
        .findFirst();
  }

  private boolean isAlwaysFilled(DraftColumn column) {
    return tables.stream()
        .allMatch(
            table ->
                table.table().columns().stream()
                    .map(TableProfile.Column::heading)
                    .filter(column::isSpelt)
                    .anyMatch(table.rows().alwaysFilled()::contains));
  }
}
