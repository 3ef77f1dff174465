package baddle.cli.prove;

import baddle.app.check.CheckResult;
import baddle.app.check.Coverage;
import baddle.app.review.TotalLine;
import baddle.cli.options.FindingLines;
import baddle.core.finding.Listing;
import baddle.core.finding.NumberText;
import baddle.core.finding.Severity;
import baddle.core.lookup.LookupReview;
import baddle.core.outcome.CellCounts;
import baddle.core.outcome.RowCounts;
import baddle.reports.text.TextStyle;
import baddle.reports.text.TextTable;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The page that says whether the figures can be trusted. */
final class CheckText {

  private static final int MOST_SHOWN = 8;
  private final CheckResult result;
  private final TextStyle style;
  private final boolean all;
  private final boolean unused;
  private final List<String> lines = new ArrayList<>();

  CheckText(CheckResult result, TextStyle style, boolean all, boolean unused) {
    this.result = result;
    this.style = style;
    this.all = all;
    this.unused = unused;
  }

  List<String> lines() {
    lines.add(headline());
    completeness();
    totals();
    coverage();
    lookups();
    duplicates();
    suspense();
    findings();
    return lines;
  }

  private String headline() {
    String notes = counted(result.count(Severity.NOTE), "note");
    return "Batch " + result.batch() + ": " + result.verdict() + "; " + notes;
  }

  private static String counted(long count, String noun) {
    return NumberText.count(count) + " " + noun + (count == 1 ? "" : "s");
  }

  private void title(String title) {
    lines.add("");
    lines.add(style.strong(title));
  }

  private void table(TextTable table) {
    table.lines(style).forEach(line -> lines.add("  " + line));
  }

  private void completeness() {
    title("Completeness: " + proof());
    TextTable table =
        new TextTable(
            1, List.of("feed", "sources", "rows read", "in the dataset", "left out", "held"));
    for (CheckResult.FeedRows feed : result.feeds()) {
      table.add(rows(feed.feed(), NumberText.count(feed.sources()), feed.rows()));
    }
    if (result.feeds().size() > 1) {
      int sources = result.feeds().stream().mapToInt(CheckResult.FeedRows::sources).sum();
      table.add(rows("all", NumberText.count(sources), result.rows()));
    }
    table(table);
    cells();
    if (!result.leftOut().isEmpty()) {
      lines.add("");
      TextTable leftOut = new TextTable(2, List.of("left out of", "because", "rows", "sources"));
      for (CheckResult.LeftOutRows rule : result.leftOut()) {
        leftOut.add(
            List.of(
                rule.feed(),
                rule.because(),
                NumberText.count(rule.rows()),
                NumberText.count(rule.sources())));
      }
      table(leftOut);
    }
  }

  private String proof() {
    CellCounts cells = result.completeness().cells();
    if (!result.addsUp()) {
      return "IT DOES NOT ADD UP";
    }
    String rows = "every row read" + result.completeness().closedInWords() + " is accounted for";
    String all =
        cells.filled() == 0
            ? rows
            : cells.notRead() == 0
                ? rows + ", and all " + counted(cells.filled(), "filled cell")
                : rows
                    + ", but "
                    + NumberText.count(cells.notRead())
                    + " of "
                    + counted(cells.filled(), "filled cell")
                    + (cells.notRead() == 1 ? " is not read" : " are not read");
    return all + result.completeness().filesInWords();
  }

  private void cells() {
    CellCounts all = result.completeness().cells();
    if (all.filled() == 0) {
      return;
    }
    lines.add("");
    TextTable table =
        new TextTable(
            1,
            List.of(
                "cells of",
                "filled",
                "in rows",
                "headings",
                "notes",
                "left out",
                "ignored",
                "not read"));
    for (CheckResult.FeedRows feed : result.feeds()) {
      table.add(cells(feed.feed(), feed.cells()));
    }
    if (result.feeds().size() > 1) {
      table.add(cells("all", all));
    }
    table(table);
  }

  private static List<String> cells(String name, CellCounts cells) {
    return List.of(
        name,
        NumberText.count(cells.filled()),
        NumberText.count(cells.read()),
        NumberText.count(cells.headings()),
        NumberText.count(cells.notes()),
        NumberText.count(cells.leftOut()),
        NumberText.count(cells.ignored()),
        NumberText.count(cells.notRead()));
  }

  private static List<String> rows(String name, String sources, RowCounts rows) {
    return List.of(
        name,
        sources,
        NumberText.count(rows.read()),
        NumberText.count(rows.kept()),
        NumberText.count(rows.leftOut()),
        NumberText.count(rows.held()));
  }

  private void totals() {
    if (result.totals().isEmpty()) {
      return;
    }
    Map<List<String>, long[]> counts = new LinkedHashMap<>();
    for (TotalLine total : result.totals()) {
      counts
          .computeIfAbsent(List.of(total.feed(), total.total().column()), key -> new long[2])[
          total.total().ties() ? 0 : 1]++;
    }
    title("Control totals");
    TextTable table = new TextTable(2, List.of("feed", "total of", "tie", "differ"));
    counts.forEach(
        (key, count) ->
            table.add(
                List.of(
                    key.get(0),
                    key.get(1),
                    NumberText.count(count[0]),
                    NumberText.count(count[1]))));
    table(table);
    for (TotalLine total : result.totals()) {
      if (!total.total().ties()) {
        lines.add(
            "  "
                + total.place()
                + ": "
                + total.total().column()
                + " stated "
                + NumberText.exact(total.total().stated())
                + ", computed "
                + NumberText.exact(total.total().computed())
                + ", difference "
                + NumberText.exact(total.total().difference()));
      }
    }
  }

  private void coverage() {
    if (result.coverage().isEmpty()) {
      return;
    }
    title("Coverage");
    TextTable table =
        new TextTable(
            2, List.of("feed", "expected", "from", "to", "there", "missing", "unexpected"));
    for (Coverage feed : result.coverage()) {
      table.add(
          List.of(
              feed.feed(),
              feed.expected(),
              feed.first(),
              feed.last(),
              NumberText.count(feed.present()),
              NumberText.count(feed.missing().size()),
              NumberText.count(feed.unexpected().size())));
    }
    table(table);
    for (Coverage feed : result.coverage()) {
      some(feed.feed() + " missing: ", feed.missing());
      some(feed.feed() + " unexpected: ", feed.unexpected());
      some(feed.feed() + " arrived, not readable: ", feed.notReadable());
    }
  }

  private void some(String what, List<String> items) {
    if (!items.isEmpty()) {
      int shown = all ? items.size() : Math.min(MOST_SHOWN, items.size());
      String more = shown < items.size() ? " and " + (items.size() - shown) + " more" : "";
      lines.add("  " + what + String.join(", ", items.subList(0, shown)) + more);
    }
  }

  private void lookups() {
    if (result.lookups().isEmpty()) {
      return;
    }
    title("Lookups: rows matched");
    TextTable table =
        new TextTable(
            2, List.of("lookup", "of", "matched", "missing", "keys", "ambiguous", "unused rows"));
    for (CheckResult.LookupLine line : result.lookups()) {
      table.add(
          List.of(
              line.lookup(),
              line.dataset(),
              NumberText.count(line.matched()),
              NumberText.count(line.missing().stream().mapToLong(LookupReview.Key::rows).sum()),
              NumberText.count(line.missing().size()),
              NumberText.count(line.ambiguous().stream().mapToLong(LookupReview.Key::rows).sum()),
              NumberText.count(line.unused().size())));
    }
    table(table);
    for (CheckResult.LookupLine line : result.lookups()) {
      String name = line.lookup();
      List<LookupReview.Key> missing = line.missing();
      int shown = all ? missing.size() : Math.min(MOST_SHOWN, missing.size());
      for (LookupReview.Key key : missing.subList(0, shown)) {
        lines.add(
            "  "
                + name
                + " misses "
                + Listing.quoted(key.key())
                + ": "
                + counted(key.rows(), "row")
                + ", "
                + NumberText.exact(key.amount()));
      }
      if (unused) {
        some(name + " unused: ", line.unused());
      }
    }
  }

  private void duplicates() {
    if (result.duplicates().isEmpty()) {
      return;
    }
    title("Duplicates");
    TextTable table = new TextTable(2, List.of("dataset", "key", "held", "left out"));
    for (CheckResult.DuplicateLine line : result.duplicates()) {
      table.add(
          List.of(
              line.dataset(),
              line.key(),
              NumberText.count(line.held()),
              NumberText.count(line.leftOut())));
    }
    table(table);
    boolean reported =
        result.findings().stream().anyMatch(f -> f.code().id().startsWith("duplicate-"));
    if (reported) {
      lines.add("  rows that are only reported are below, among the findings");
    }
  }

  private void suspense() {
    if (result.suspense().isEmpty()) {
      return;
    }
    title("Suspense: rows held");
    TextTable table =
        new TextTable(4, List.of("feed or dataset", "where", "found", "expected", "rows"));
    Map<List<String>, List<CheckResult.SuspenseLine>> causes = new LinkedHashMap<>();
    for (CheckResult.SuspenseLine line : result.suspense()) {
      causes
          .computeIfAbsent(
              List.of(line.feed(), line.heading(), line.expectation()), c -> new ArrayList<>())
          .add(line);
    }
    causes.values().forEach(ofCause -> suspense(ofCause, table));
    table(table);
  }

  /** The most frequent values of a cause, and the rest of them. */
  private void suspense(List<CheckResult.SuspenseLine> ofCause, TextTable table) {
    int shown = all || ofCause.size() <= MOST_SHOWN ? ofCause.size() : MOST_SHOWN - 1;
    ofCause.subList(0, shown).forEach(line -> suspense(line, line.values(), line.rows(), table));
    List<CheckResult.SuspenseLine> rest = ofCause.subList(shown, ofCause.size());
    if (!rest.isEmpty()) {
      suspense(
          rest.get(0),
          rest.stream().mapToLong(CheckResult.SuspenseLine::values).sum(),
          rest.stream().mapToLong(CheckResult.SuspenseLine::rows).sum(),
          table);
    }
  }

  private static void suspense(
      CheckResult.SuspenseLine line, long values, long rows, TextTable table) {
    String found = Listing.quoted(line.found());
    table.add(
        List.of(
            line.feed(),
            line.heading(),
            values > 1 ? found + " and " + NumberText.counted(values - 1, "other value") : found,
            line.expectation(),
            NumberText.count(rows)));
  }

  private void findings() {
    if (!result.findings().isEmpty()) {
      title("Findings");
      FindingLines.of(result.findings(), all).forEach(line -> lines.add("  " + line));
    }
    if (!result.accepted().isEmpty()) {
      title("Accepted by the plan");
      result
          .accepted()
          .forEach(
              one ->
                  lines.add(
                      "  "
                          + one.finding().code().id()
                          + " "
                          + one.finding().place()
                          + ": "
                          + one.because()));
    }
  }
}
