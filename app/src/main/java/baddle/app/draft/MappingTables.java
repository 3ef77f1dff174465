package baddle.app.draft;

import baddle.app.draft.found.FoundTable;
import baddle.app.draft.words.HeadingWords;
import baddle.core.value.ColumnType;
import baddle.core.value.TotalLabel;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/** Tells small tables that say more of another's values: they become lookups, not feeds. */
final class MappingTables {

  /** So much of the values has to be among the keys, of a hundred. */
  private static final int COVERED = 80;

  /** So many of the keys have to differ from each other, of a hundred. */
  private static final int DISTINCT = 90;

  private static final int LEAST_VALUES = 2;
  private static final int MOST_ROWS = 20_000;
  private static final int FEW = 3;

  /** What fits, and how well. */
  private record Match(
      DraftDataset large,
      DraftColumn column,
      DraftColumn key,
      long covered,
      KeyIgnoring ignoring) {}

  private final List<DraftDataset> datasets;
  private final NameProposals naming;
  private final List<String> doubts;

  /**
   * Of what has been drafted.
   *
   * @param datasets what becomes a lookup is removed from it
   * @param doubts takes what should be looked at
   */
  MappingTables(List<DraftDataset> datasets, NameProposals naming, List<String> doubts) {
    this.datasets = datasets;
    this.naming = naming;
    this.doubts = doubts;
  }

  List<DraftLookup> take() {
    List<DraftLookup> lookups = new ArrayList<>();
    for (DraftDataset small : List.copyOf(datasets)) {
      boolean across =
          MonthsAcross.are(small.columns().stream().map(DraftColumn::heading).toList());
      boolean whole = small.tables().size() == 1 && !across && small.turned().isEmpty();
      if (datasets.size() > 1 && whole) {
        match(small)
            .ifPresent(
                match -> {
                  lookups.add(lookup(small, small.tables().get(0), match));
                  datasets.remove(small);
                });
      }
    }
    return lookups;
  }

  private Optional<Match> match(DraftDataset small) {
    List<Match> matches = new ArrayList<>();
    boolean dated = validity(small).isPresent();
    for (DraftColumn key : small.columns()) {
      long least = dated ? 1 : key.filled() * DISTINCT;
      boolean mayBeKey =
          mayBeKey(key)
              && key.rows() <= MOST_ROWS
              && small.columns().stream().anyMatch(one -> !one.equals(key) && one.filled() > 0)
              && key.values().size() * 100L >= least;
      for (DraftDataset large : mayBeKey ? datasets : List.<DraftDataset>of()) {
        long rows = large.columns().stream().mapToLong(DraftColumn::rows).max().orElse(0);
        if (!large.equals(small) && rows >= key.rows()) {
          large.columns().forEach(column -> match(large, column, key).ifPresent(matches::add));
        }
      }
    }
    return matches.stream().max(Comparator.comparingLong(Match::covered));
  }

  private static boolean mayBeKey(DraftColumn column) {
    ColumnType.Kind kind = column.type().kind();
    return kind == ColumnType.Kind.TEXT || kind == ColumnType.Kind.INTEGER;
  }

  private static Optional<Match> match(DraftDataset large, DraftColumn column, DraftColumn key) {
    Set<String> values = values(column);
    boolean named = near(column, key);
    boolean numbers =
        column.type().kind() == ColumnType.Kind.INTEGER
            || key.type().kind() == ColumnType.Kind.INTEGER;
    if (values.size() < LEAST_VALUES || !mayBeKey(column) || (numbers && !named)) {
      return Optional.empty();
    }
    Match best = new Match(large, column, key, 0, KeyIgnoring.NOTHING);
    for (KeyIgnoring ignoring : KeyIgnoring.values()) {
      Set<String> keys = ignoring.plain(key.values());
      long covered = values.stream().filter(v -> keys.contains(ignoring.plain(v))).count();
      long share = covered * 100 / values.size();
      boolean better = share > best.covered && (ignoring.compareTo(KeyIgnoring.CASE) <= 0 || named);
      best = better ? new Match(large, column, key, share, ignoring) : best;
    }
    return best.covered >= COVERED ? Optional.of(best) : Optional.empty();
  }

  /** The values of a column, labels of totals aside. */
  private static Set<String> values(DraftColumn column) {
    return column.values().stream()
        .filter(value -> !TotalLabel.is(value))
        .collect(Collectors.toCollection(HashSet::new));
  }

  private static boolean near(DraftColumn one, DraftColumn other) {
    return one.spellings().stream()
        .map(HeadingWords::of)
        .anyMatch(
            words -> other.spellings().stream().map(HeadingWords::of).anyMatch(words::areNear));
  }

  /** The columns that say from when and to when a row counts. */
  private record Validity(DraftColumn from, Optional<DraftColumn> to) {}

  private static Optional<Validity> validity(DraftDataset small) {
    List<DraftColumn> dates =
        small.columns().stream().filter(column -> column.type().isCalendar()).toList();
    Optional<DraftColumn> from = withWord(dates, "from", "start", "since", "begin", "effective");
    Optional<DraftColumn> to = withWord(dates, "to", "until", "end", "till", "thru");
    return from.map(column -> new Validity(column, to));
  }

  private static Optional<DraftColumn> withWord(List<DraftColumn> columns, String... words) {
    return columns.stream()
        .filter(
            column -> List.of(column.name().split("_")).stream().anyMatch(List.of(words)::contains))
        .findFirst();
  }

  private DraftLookup lookup(DraftDataset small, FoundTable table, Match match) {
    Optional<Validity> dates = validity(small);
    Optional<DraftColumn> date =
        match.large.columns().stream().filter(column -> column.type().isCalendar()).findFirst();
    Optional<Validity> validity = dates.filter(one -> date.isPresent());
    String name = naming.of(small.paths(), List.of(), false);
    match.column.nameSomething();
    Map<String, String> brings = new LinkedHashMap<>();
    for (DraftColumn column : small.columns()) {
      boolean isDate =
          validity.isPresent()
              && (column.equals(validity.get().from())
                  || validity.get().to().filter(column::equals).isPresent());
      if (!column.equals(match.key) && !isDate && column.filled() > 0) {
        String brought = match.large.freeName(column.name());
        brings.put(brought, column.heading());
        match.large.columns().add(DraftColumn.broughtBy(name, brought, column));
      }
    }
    List<String> heads = new ArrayList<>();
    for (int column : table.table().heads()) {
      table.heading(column).ifPresent(heads::add);
    }
    String heading = match.key.heading();
    noteGaps(table, match, heading, validity.isPresent());
    return new DraftLookup(
        name,
        table.path(),
        table.sheet().isEmpty() ? Optional.empty() : Optional.of(table.sheet()),
        heads,
        match.large,
        match.column,
        heading,
        brings,
        match.ignoring,
        validity.map(
            one ->
                "{on: "
                    + date.map(DraftColumn::name).orElse("")
                    + ", from: "
                    + PlanText.quoted(one.from().heading())
                    + one.to().map(to -> ", to: " + PlanText.quoted(to.heading())).orElse("")
                    + "}"));
  }

  /** Keys that appear more than once, and values that have none. */
  private void noteGaps(FoundTable table, Match match, String heading, boolean dated) {
    List<String> repeated = table.rows().repeated().getOrDefault(heading, List.of());
    if (!repeated.isEmpty() && !dated) {
      doubts.add(
          heading + " of " + table.place() + " repeats keys: " + String.join(", ", repeated));
    }
    Set<String> keys = match.ignoring.plain(match.key.values());
    List<String> without =
        values(match.column).stream()
            .filter(one -> !keys.contains(match.ignoring.plain(one)))
            .sorted()
            .toList();
    if (!without.isEmpty()) {
      doubts.add(
          without.size()
              + " of "
              + values(match.column).size()
              + " values of "
              + match.column.name()
              + " aren't in "
              + table.place()
              + ": "
              + String.join(", ", without.stream().limit(FEW).toList()));
    }
  }
}
