package baddle.app.draft;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * What a draft consists of.
 *
 * @param datasets the datasets
 * @param feeds their feeds
 * @param lookups the lookups
 * @param doubts what wants a person's eye, those of columns apart
 * @param leftAlone what isn't read, and why
 * @param decided what was answered
 * @param fiscalYearStarts a month; empty where nothing depends on it
 */
record DraftParts(
    List<DraftDataset> datasets,
    List<DraftFeed> feeds,
    List<DraftLookup> lookups,
    List<String> doubts,
    List<String> leftAlone,
    List<String> decided,
    Optional<String> fiscalYearStarts) {

  DraftParts {
    datasets = List.copyOf(datasets);
    feeds = List.copyOf(feeds);
    lookups = List.copyOf(lookups);
    doubts = List.copyOf(doubts);
    leftAlone = List.copyOf(leftAlone);
    decided = List.copyOf(decided);
  }

  /** The draft of these. */
  Draft draft(Questions questions) {
    List<String> all = new ArrayList<>(doubts);
    datasets.forEach(d -> d.columns().forEach(column -> all.addAll(column.doubts())));
    return new Draft(
        new PlanText(this).text(),
        feeds.stream().map(DraftParts::line).toList(),
        lookups.stream().map(DraftParts::line).toList(),
        datasets.stream().flatMap(d -> d.evidence().stream()).distinct().toList(),
        leftAlone,
        all.stream().distinct().toList(),
        questions.open(),
        questions.unused());
  }

  private static String line(DraftFeed feed) {
    return String.format(
        Locale.ROOT,
        "%s: %s, %,d %s, into %s",
        feed.name(),
        feed.files(),
        feed.fileCount(),
        feed.fileCount() == 1 ? "file" : "files",
        feed.dataset());
  }

  private static String line(DraftLookup lookup) {
    return lookup.name()
        + ": "
        + lookup.file()
        + ", by "
        + lookup.column().name()
        + ", fills "
        + String.join(", ", lookup.brings().keySet());
  }
}
