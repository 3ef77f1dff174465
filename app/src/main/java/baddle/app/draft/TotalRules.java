package baddle.app.draft;

import baddle.app.draft.found.FoundTable;
import baddle.app.draft.found.TotalledSection;
import baddle.core.intake.TotalRow;
import baddle.core.profile.TableProfile;
import baddle.core.value.TotalLabel;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Proposes the rules that leave rows of totals out of one feed. */
final class TotalRules {

  /** How labels of each kind are told in small letters. */
  private static final Map<TotalLabel.Kind, String> PATTERNS =
      Map.of(
          TotalLabel.Kind.SUB, "^sub[ -]?total",
          TotalLabel.Kind.NAMED, "^totals? (for|of)\\b|. totals?:?$",
          TotalLabel.Kind.PLAIN, "^totals?:?$",
          TotalLabel.Kind.GRAND, "^grand[ -]?totals?",
          TotalLabel.Kind.UNSURE, "^totals?\\b");

  private final DraftDataset dataset;
  private final List<FoundTable> tables;
  private final List<String> heads;
  private final List<String> doubts;
  private final List<TotalRule> rules = new ArrayList<>();

  /**
   * Of one feed.
   *
   * @param heads the columns that are carried down
   * @param doubts takes what can't be told
   */
  TotalRules(
      DraftDataset dataset, List<FoundTable> tables, List<String> heads, List<String> doubts) {
    this.dataset = dataset;
    this.tables = tables;
    this.heads = heads;
    this.doubts = doubts;
  }

  /** A row that states totals, and whether they are of a part. */
  private record Stated(FoundTable table, TotalRow row, boolean sub) {}

  /** The rules, those of grand totals first, for they are told more surely. */
  List<TotalRule> list() {
    Map<String, List<Stated>> byColumn = new LinkedHashMap<>();
    for (FoundTable table : tables) {
      List<TotalRow> totals = table.table().totals();
      long plain = totals.stream().filter(t -> t.kind() == TotalLabel.Kind.PLAIN).count();
      for (TotalRow total : totals) {
        boolean sub =
            switch (total.kind()) {
              case SUB, NAMED, UNSURE -> true;
              case PLAIN -> plain > 1;
              case GRAND -> false;
            };
        table
            .heading(total.column())
            .map(dataset::asSent)
            .ifPresent(
                column ->
                    byColumn
                        .computeIfAbsent(column, c -> new ArrayList<>())
                        .add(new Stated(table, total, sub)));
      }
    }
    byColumn.forEach(this::add);
    new OddRows(dataset, tables, heads, doubts).rules().forEach(rules::add);
    return rules;
  }

  private void add(String column, List<Stated> stated) {
    Optional<String> guard = guard(stated);
    List<Stated> sure =
        stated.stream()
            .filter(one -> guard.isPresent() || one.row.kind() != TotalLabel.Kind.UNSURE)
            .toList();
    stated.stream()
        .filter(one -> !sure.contains(one))
        .map(one -> '"' + one.row.label() + "\" under " + column + " may be a total; it is kept")
        .distinct()
        .forEach(doubts::add);
    List<Stated> subs = sure.stream().filter(Stated::sub).toList();
    List<Stated> grands = sure.stream().filter(one -> !one.sub).toList();
    Set<TotalLabel.Kind> ofSubs = kinds(subs);
    ofSubs.add(TotalLabel.Kind.SUB);
    Set<TotalLabel.Kind> ofGrands = kinds(grands);
    ofGrands.add(TotalLabel.Kind.GRAND);
    if (!ofSubs.contains(TotalLabel.Kind.PLAIN)) {
      ofGrands.add(TotalLabel.Kind.PLAIN);
    }
    if (!grands.isEmpty()) {
      if (subs.isEmpty()) {
        ofGrands.add(TotalLabel.Kind.SUB);
      }
      rule(column, ofGrands, guard, grands);
    }
    if (!subs.isEmpty()) {
      rule(column, ofSubs, guard, subs);
    }
  }

  private static Set<TotalLabel.Kind> kinds(List<Stated> stated) {
    Set<TotalLabel.Kind> kinds = EnumSet.noneOf(TotalLabel.Kind.class);
    stated.forEach(one -> kinds.add(one.row.kind()));
    return kinds;
  }

  /** A column that every other row fills and none of these. */
  private Optional<String> guard(List<Stated> stated) {
    return dataset.columns().stream()
        .filter(column -> stated.stream().allMatch(one -> isGuard(column, one)))
        .map(DraftColumn::name)
        .findFirst();
  }

  private static boolean isGuard(DraftColumn column, Stated stated) {
    FoundTable table = stated.table;
    return table.table().columns().stream()
        .filter(one -> column.isSpelt(one.heading()))
        .anyMatch(
            one ->
                (table.table().alwaysFilled().contains(one.column())
                        || table.rows().alwaysFilled().contains(one.heading()))
                    && !stated.row.filled().contains(one.column()));
  }

  private void rule(
      String column, Set<TotalLabel.Kind> kinds, Optional<String> guard, List<Stated> stated) {
    String pattern = pattern(kinds, stated);
    String and = guard.map(name -> " and " + name + " is null").orElse("");
    String when = "lower(" + column + ") like_regex '" + pattern + "'" + and;
    Predicate<TotalledSection> isOfRule =
        section ->
            section.labelled()
                && kinds.contains(new TotalRow(section.column(), section.label(), Set.of()).kind());
    List<FoundTable> own = stated.stream().map(Stated::table).distinct().toList();
    ProvedTotals proved = new ProvedTotals(dataset, own, column, isOfRule);
    List<String> sums = sums(stated);
    Set<String> outer = sums.isEmpty() ? Set.of() : proved.outerLabels(sums.get(0));
    if (!outer.isEmpty()) {
      splitLevels(column, and, outer, isOfRule, own, stated, sums);
    }
    ProvedTotals inner =
        outer.isEmpty()
            ? proved
            : new ProvedTotals(
                dataset,
                own,
                column,
                isOfRule.and(section -> !outer.contains(small(section.label()))));
    String example = stated.get(0).row.label().replaceAll("\\s+", " ");
    List<String> tying = sums.stream().filter(inner::tie).toList();
    if (tying.isEmpty() && !sums.isEmpty()) {
      doubts.add(
          "\""
              + example
              + "\" and the like under "
              + column
              + " don't state what the rows above them add up to; they are left out all the same");
    }
    String because = stated.get(0).sub ? "subtotal row" : "total row";
    rules.add(
        new TotalRule(
            when, because, tying, heads.stream().filter(inner::goesOn).toList(), example));
  }

  /** A pattern of labels of some kinds, and of those stated that it doesn't know. */
  private static String pattern(Set<TotalLabel.Kind> kinds, List<Stated> stated) {
    String known = kinds.stream().map(PATTERNS::get).collect(Collectors.joining("|"));
    Pattern pattern = Pattern.compile(known);
    return stated.stream()
        .map(one -> small(one.row.label()))
        .filter(label -> !pattern.matcher(label).find())
        .distinct()
        .map(label -> "^" + label.replaceAll("[\\\\^$.|?*+()\\[{]", ".").replace("'", "''"))
        .reduce(known, (all, label) -> all + "|" + label);
  }

  /** A rule of its own, before the other, for totals of more than one of the others. */
  private void splitLevels(
      String column,
      String and,
      Set<String> outer,
      Predicate<TotalledSection> isOfRule,
      List<FoundTable> own,
      List<Stated> stated,
      List<String> sums) {
    ProvedTotals proved =
        new ProvedTotals(
            dataset, own, column, isOfRule.and(section -> outer.contains(small(section.label()))));
    String labels =
        outer.stream()
            .map(label -> "'" + label.replace("'", "''") + "'")
            .collect(Collectors.joining(", "));
    doubts.add(
        String.join(", ", outer)
            + " under "
            + column
            + " are totals of other totals' rows; add a new one to the rule");
    rules.add(
        new TotalRule(
            "lower(" + column + ") in (" + labels + ")" + and,
            stated.get(0).sub ? "outer subtotal row" : "outer total row",
            sums.stream().filter(proved::tie).toList(),
            heads.stream().filter(proved::goesOn).toList(),
            outer.iterator().next()));
  }

  static String small(String label) {
    return label.toLowerCase(Locale.ROOT).strip();
  }

  private List<String> sums(List<Stated> stated) {
    Set<String> sums = new LinkedHashSet<>();
    for (DraftColumn column : dataset.columns()) {
      boolean there =
          column.type().isNumber()
              && !TotalRule.NOT_SUMMED.matcher(column.name()).find()
              && stated.stream().anyMatch(one -> states(one, column));
      if (there) {
        sums.add(column.name());
      }
    }
    return List.copyOf(sums);
  }

  private static boolean states(Stated one, DraftColumn column) {
    return one.table.table().columns().stream()
        .filter(c -> column.isSpelt(c.heading()))
        .map(TableProfile.Column::column)
        .anyMatch(one.row.filled()::contains);
  }
}
