package baddle.cli.build;

import baddle.app.consolidate.ConsolidateResult;
import baddle.app.consolidate.FeedLine;
import baddle.cli.options.FindingLines;
import baddle.core.finding.NumberText;
import baddle.core.outcome.RowCounts;
import baddle.reports.text.TextStyle;
import baddle.reports.text.TextTable;
import java.util.ArrayList;
import java.util.List;
import java.util.function.ToIntFunction;
import java.util.stream.Stream;

/** What a consolidation did, as text. */
public final class ConsolidateText {

  /** A column of counts that is only shown where there is something to count. */
  private record Rare(String heading, ToIntFunction<FeedLine> count) {}

  private static final List<Rare> RARE =
      List.of(
          new Rare("renamed", FeedLine::renamed),
          new Rare("duplicate", FeedLine::duplicates),
          new Rare("failed", FeedLine::failed),
          new Rare("gone", FeedLine::gone));

  private ConsolidateText() {}

  static List<String> lines(ConsolidateResult result, TextStyle style, boolean verbose) {
    List<String> lines = new ArrayList<>();
    lines.add(headline(result));
    lines.add("");
    lines.addAll(whatCameIn(result, style));
    result
        .derivedAnew()
        .forEach(
            (dataset, rows) ->
                lines.add(
                    "Computed anew: "
                        + (rows == 1 ? "1 row of " : NumberText.count(rows) + " rows of ")
                        + dataset
                        + (rows == 1 ? " has" : " have")
                        + " other values since the plan or a lookup changed"));
    if (result.accepted() > 0) {
      lines.add(
          "Findings accepted by the plan: " + result.accepted() + "; baddle check lists them");
    }
    if (!result.findings().isEmpty()) {
      lines.add("");
      lines.addAll(FindingLines.of(result.findings(), verbose));
    }
    return lines;
  }

  /** The rows of each feed, and how they are accounted for. */
  public static List<String> whatCameIn(ConsolidateResult result, TextStyle style) {
    List<String> lines = new ArrayList<>(feeds(result.feeds()).lines(style));
    lines.add("");
    lines.add(completeness(result));
    return lines;
  }

  private static String headline(ConsolidateResult result) {
    if (result.made().isPresent()) {
      return "Batch " + result.made().get();
    }
    return result
        .current()
        .map(batch -> "Nothing has changed since batch " + batch)
        .orElse("No batch was made: there is nothing to bring in");
  }

  private static TextTable feeds(List<FeedLine> feeds) {
    List<Rare> rare =
        RARE.stream().filter(r -> feeds.stream().mapToInt(r.count()).sum() > 0).toList();
    List<String> headings =
        Stream.of(
                Stream.of("feed", "files", "new", "changed", "unchanged"),
                rare.stream().map(Rare::heading),
                Stream.of("rows read", "kept", "left out", "held"))
            .flatMap(names -> names)
            .toList();
    TextTable table = new TextTable(1, headings);
    for (FeedLine feed : feeds) {
      List<String> cells = new ArrayList<>(List.of(feed.feed()));
      Stream.of(feed.files(), feed.added(), feed.changed(), feed.unchanged())
          .forEach(count -> cells.add(NumberText.count(count)));
      rare.forEach(r -> cells.add(NumberText.count(r.count().applyAsInt(feed))));
      RowCounts rows = feed.rows();
      Stream.of(rows.read(), rows.kept(), rows.leftOut(), rows.held())
          .forEach(count -> cells.add(NumberText.count(count)));
      table.add(cells);
    }
    return table;
  }

  private static String completeness(ConsolidateResult result) {
    return "Completeness: " + result.completeness().line();
  }
}
