package baddle.app.draft;

import baddle.core.value.ColumnType;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
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

  /**
   * A lookup that is proposed.
   *
   * @param name its name
   * @param file its file
   * @param heads columns that stand on the first row of a block
   * @param column the column that it is found by
   * @param key its heading for that
   * @param brings its headings, by the column that each fills
   * @param loosely whether some values are found only if case and spaces don't matter
   */
  record Lookup(
      String name,
      String file,
      List<String> heads,
      String column,
      String key,
      Map<String, String> brings,
      boolean loosely) {}

  /** What fits, and how well. */
  private record Match(
      DraftDataset large, DraftColumn column, DraftColumn key, long covered, boolean loosely) {}

  private final List<DraftDataset> datasets;
  private final List<DraftFeed> feeds;

  /** Of what has been drafted; what becomes a lookup is taken out. */
  MappingTables(List<DraftDataset> datasets, List<DraftFeed> feeds) {
    this.datasets = datasets;
    this.feeds = feeds;
  }

  List<Lookup> take() {
    List<Lookup> lookups = new ArrayList<>();
    for (DraftDataset small : List.copyOf(datasets)) {
      List<DraftFeed> own =
          feeds.stream().filter(feed -> feed.dataset().equals(small.name())).toList();
      if (datasets.size() > 1 && own.size() == 1 && isOneFile(own.get(0))) {
        match(small)
            .ifPresent(
                match -> {
                  lookups.add(lookup(small, own.get(0), match));
                  datasets.remove(small);
                  feeds.remove(own.get(0));
                });
      }
    }
    return lookups;
  }

  private static boolean isOneFile(DraftFeed feed) {
    return feed.fileCount() == 1
        && feed.sheets().isEmpty()
        && feed.cells().isEmpty()
        && feed.turned().isEmpty()
        && !feed.files().contains("{");
  }

  private Optional<Match> match(DraftDataset small) {
    List<Match> matches = new ArrayList<>();
    for (DraftColumn key : small.columns()) {
      boolean mayBeKey =
          key.type().kind() == ColumnType.Kind.TEXT
              && key.rows() <= MOST_ROWS
              && small.columns().size() > 1
              && key.values().size() * 100L >= key.filled() * DISTINCT;
      for (DraftDataset large : mayBeKey ? datasets : List.<DraftDataset>of()) {
        long rows = large.columns().stream().mapToLong(DraftColumn::rows).max().orElse(0);
        if (large != small && rows >= key.rows()) {
          large.columns().forEach(column -> match(large, column, key).ifPresent(matches::add));
        }
      }
    }
    return matches.stream().max(Comparator.comparingLong(Match::covered));
  }

  private static Optional<Match> match(DraftDataset large, DraftColumn column, DraftColumn key) {
    Set<String> values = column.values();
    if (values.size() < LEAST_VALUES || column.type().kind() != ColumnType.Kind.TEXT) {
      return Optional.empty();
    }
    Set<String> keys = loose(key.values());
    long covered = values.stream().filter(value -> keys.contains(loose(value))).count();
    boolean loosely =
        values.stream().anyMatch(v -> keys.contains(loose(v)) && !key.values().contains(v));
    return covered * 100 >= values.size() * (long) COVERED
        ? Optional.of(new Match(large, column, key, covered * 100 / values.size(), loosely))
        : Optional.empty();
  }

  private static Set<String> loose(Set<String> texts) {
    return texts.stream().map(MappingTables::loose).collect(Collectors.toCollection(HashSet::new));
  }

  private static String loose(String text) {
    return text.toLowerCase(Locale.ROOT).replaceAll("\\s+", "");
  }

  private static Lookup lookup(DraftDataset small, DraftFeed feed, Match match) {
    Map<String, String> brings = new LinkedHashMap<>();
    for (DraftColumn column : small.columns()) {
      if (column != match.key) {
        String name = match.large.freeName(column.name());
        brings.put(name, column.spellings().iterator().next());
        match.large.columns().add(DraftColumn.broughtBy(small.name(), name, column));
      }
    }
    List<String> heads = new ArrayList<>();
    for (String head : feed.heads()) {
      small.column(head).ifPresent(column -> heads.add(column.spellings().iterator().next()));
    }
    return new Lookup(
        small.name(),
        feed.files(),
        heads,
        match.column.name(),
        match.key.spellings().iterator().next(),
        brings,
        match.loosely);
  }
}
