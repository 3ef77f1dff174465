package baddle.app.draft;

import baddle.app.draft.found.FoundTable;
import baddle.core.intake.TotalRow;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * A rule that leaves rows of totals out, and compares them with the rows above.
 *
 * @param when its condition
 * @param because its reason
 * @param sums the columns whose totals such a row states
 * @param goOn carried columns that go on below such a row
 * @param example a label that it finds
 */
record TotalRule(
    String when, String because, List<String> sums, List<String> goOn, String example) {

  /** Numbers whose sum means nothing. */
  static final Pattern NOT_SUMMED =
      Pattern.compile(
          "price|rate|percent|average|balance|(^|_)(no|number|year|month|day|saldo)($|_)");

  TotalRule {
    sums = List.copyOf(sums);
    goOn = List.copyOf(goOn);
  }

  /**
   * The rules for the tables of one feed, those of grand totals first, for they are told more
   * surely.
   *
   * @param heads the columns that are carried down
   * @param doubts takes what can't be told
   */
  static List<TotalRule> of(
      DraftDataset dataset, List<FoundTable> tables, List<String> heads, List<String> doubts) {
    Map<String, List<Stated>> byColumn = new TreeMap<>();
    for (FoundTable table : tables) {
      List<TotalRow> totals = table.table().totals();
      for (TotalRow total : totals) {
        long plain = totals.stream().filter(t -> t.kind() == TotalRow.Kind.PLAIN).count();
        boolean sub =
            switch (total.kind()) {
              case SUB, NAMED, UNSURE -> true;
              case PLAIN -> plain > 1;
              case GRAND -> false;
            };
        table
            .heading(total.column())
            .ifPresent(
                heading ->
                    byColumn
                        .computeIfAbsent(heading, h -> new ArrayList<>())
                        .add(new Stated(table, total, sub)));
      }
    }
    List<TotalRule> rules = new ArrayList<>();
    byColumn.forEach((heading, stated) -> add(dataset, heading, stated, heads, doubts, rules));
    return rules;
  }

  /** A row that states totals, and whether they are of a part. */
  private record Stated(FoundTable table, TotalRow row, boolean sub) {}

  private static void add(
      DraftDataset dataset,
      String heading,
      List<Stated> stated,
      List<String> heads,
      List<String> doubts,
      List<TotalRule> rules) {
    Optional<String> guard = guard(dataset, stated);
    List<Stated> sure =
        stated.stream()
            .filter(one -> guard.isPresent() || one.row.kind() != TotalRow.Kind.UNSURE)
            .toList();
    stated.stream()
        .filter(one -> !sure.contains(one))
        .map(one -> '"' + one.row.label() + "\" under " + heading + " may be a total; it is kept")
        .distinct()
        .forEach(doubts::add);
    List<Stated> subs = sure.stream().filter(Stated::sub).toList();
    List<Stated> grands = sure.stream().filter(one -> !one.sub).toList();
    Set<TotalRow.Kind> ofSubs = kinds(subs);
    ofSubs.add(TotalRow.Kind.SUB);
    Set<TotalRow.Kind> ofGrands = kinds(grands);
    ofGrands.add(TotalRow.Kind.GRAND);
    if (!ofSubs.contains(TotalRow.Kind.PLAIN)) {
      ofGrands.add(TotalRow.Kind.PLAIN);
    }
    if (!grands.isEmpty()) {
      if (subs.isEmpty()) {
        ofGrands.add(TotalRow.Kind.SUB);
      }
      rules.add(rule(dataset, heading, ofGrands, guard, grands, heads, doubts));
    }
    if (!subs.isEmpty()) {
      rules.add(rule(dataset, heading, ofSubs, guard, subs, heads, doubts));
    }
  }

  private static Set<TotalRow.Kind> kinds(List<Stated> stated) {
    Set<TotalRow.Kind> kinds = EnumSet.noneOf(TotalRow.Kind.class);
    stated.forEach(one -> kinds.add(one.row.kind()));
    return kinds;
  }

  /** A column that every other row fills and none of these. */
  private static Optional<String> guard(DraftDataset dataset, List<Stated> stated) {
    return dataset.columns().stream()
        .filter(column -> stated.stream().allMatch(one -> isGuard(column, one)))
        .map(DraftColumn::name)
        .findFirst();
  }

  private static boolean isGuard(DraftColumn column, Stated stated) {
    return stated.table.table().columns().stream()
        .filter(one -> column.isSpelt(one.heading()))
        .anyMatch(
            one ->
                stated.table.table().alwaysFilled().contains(one.column())
                    && !stated.row.filled().contains(one.column()));
  }

  private static TotalRule rule(
      DraftDataset dataset,
      String heading,
      Set<TotalRow.Kind> kinds,
      Optional<String> guard,
      List<Stated> stated,
      List<String> heads,
      List<String> doubts) {
    String pattern = kinds.stream().map(TotalRow.Kind::pattern).collect(Collectors.joining("|"));
    String when =
        "lower("
            + dataset.asSent(heading)
            + ") like_regex '"
            + pattern
            + "'"
            + guard.map(column -> " and " + column + " is null").orElse("");
    Set<String> sums = new LinkedHashSet<>();
    for (DraftColumn column : dataset.columns()) {
      boolean there =
          column.type().isNumber()
              && !NOT_SUMMED.matcher(column.name()).find()
              && stated.stream().anyMatch(one -> states(one, column));
      if (there) {
        sums.add(column.name());
      }
    }
    String example = stated.get(0).row.label().replaceAll("\\s+", " ");
    ProvedTotals proved =
        new ProvedTotals(
            dataset, stated.stream().map(Stated::table).distinct().toList(), heading, kinds);
    List<String> tying = sums.stream().filter(proved::tie).toList();
    if (tying.isEmpty() && !sums.isEmpty()) {
      doubts.add(
          "\""
              + example
              + "\" and the like under "
              + heading
              + " don't state what the rows above them add up to; they are left out all the same");
    }
    return new TotalRule(
        when,
        stated.get(0).sub ? "subtotal row" : "total row",
        tying,
        heads.stream().filter(proved::goesOn).toList(),
        example);
  }

  private static boolean states(Stated one, DraftColumn column) {
    return one.table.table().columns().stream()
        .anyMatch(c -> column.isSpelt(c.heading()) && one.row.filled().contains(c.column()));
  }
}
