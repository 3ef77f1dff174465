package baddle.app.consolidate;

import baddle.app.BatchStamp;
import baddle.app.changes.CheckedFile;
import baddle.app.changes.FileChange;
import baddle.app.changes.FileChanges;
import baddle.app.changes.Refusal;
import baddle.app.closed.Restatements;
import baddle.app.review.FindingPolicy;
import baddle.core.finding.Finding;
import baddle.core.outcome.CellCounts;
import baddle.core.outcome.Completeness;
import baddle.core.outcome.RowCounts;
import baddle.plan.FeedPlan;
import baddle.plan.Plan;
import baddle.store.Catalogue;
import baddle.store.Store;
import baddle.store.entry.Batch;
import baddle.store.entry.StoredRefusal;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** Puts together what a consolidation has to say in the end. */
final class ConsolidationReport {

  private final Plan plan;
  private final Store store;
  private final Catalogue catalogue;
  private final ChangeScan look;

  ConsolidationReport(Plan plan, Store store, ChangeScan look) {
    this.plan = plan;
    this.store = store;
    this.catalogue = store.catalogue();
    this.look = look;
  }

  /**
   * The result.
   *
   * @param made the batch that was made
   * @param shown what has been found on the way
   * @param refused the files that couldn't be read
   */
  ConsolidateResult of(Optional<Batch> made, List<Finding> shown, List<Refusal> refused)
      throws IOException {
    List<Finding> findings = new ArrayList<>(shown);
    Optional<Batch> current = catalogue.lastBatch();
    int number = current.map(Batch::number).orElse(0);
    findings.addAll(look.mended().findings());
    findings.addAll(look.mended().unused(catalogue.outcomes().mended(number)));
    Map<String, RowCounts> rowsOfFeed = catalogue.rowsOfFeeds(number);
    RowCounts all = rowsOfFeed.values().stream().reduce(RowCounts.NONE, RowCounts::plus);
    List<FeedLine> lines = new ArrayList<>();
    for (FeedPlan feed : plan.feeds().values()) {
      lines.add(
          line(
              feed,
              look.changes(),
              refused.stream()
                  .filter(one -> one.feed().equals(feed.name()))
                  .map(one -> one.stored().path())
                  .collect(Collectors.toSet())
                  .size(),
              rowsOfFeed.getOrDefault(feed.name(), RowCounts.NONE)));
    }
    findings.addAll(catalogue.outcomes().findings(number));
    findings.addAll(catalogue.outcomes().findingsOfDatasets(number));
    findings.addAll(Restatements.findings(plan, store, number));
    FindingPolicy.Result policed =
        new FindingPolicy(plan, catalogue.sources(number)).apply(findings);
    List<Finding> open = new ArrayList<>(policed.findings());
    Completeness completeness =
        new Completeness(
            all,
            StoredSource.rowsKept(catalogue.sources(number)),
            catalogue.storedRows(number),
            catalogue.cellsOfFeeds(number).values().stream()
                .reduce(CellCounts.NONE, CellCounts::plus),
            catalogue.sourcesWithoutCells(number),
            StoredRefusal.files(refused.stream().map(Refusal::stored).toList())
                + look.changes().strays().size());
    if (!completeness.addsUp()) {
      open.add(0, ConsolidateResult.broken(completeness));
    }
    return new ConsolidateResult(
        made.map(BatchStamp::of),
        current.map(BatchStamp::of),
        lines,
        completeness,
        look.derived().changedRows(),
        open,
        policed.accepted().size());
  }

  private static FeedLine line(FeedPlan feed, FileChanges all, int failed, RowCounts rows) {
    Map<FileChange, Long> changes =
        all.checked().stream()
            .filter(file -> file.file().feed().name().equals(feed.name()))
            .collect(Collectors.groupingBy(CheckedFile::change, Collectors.counting()));
    return new FeedLine(
        feed.name(),
        changes.values().stream().mapToInt(Long::intValue).sum(),
        changes.getOrDefault(FileChange.NEW, 0L).intValue(),
        changes.getOrDefault(FileChange.CHANGED, 0L).intValue(),
        changes.getOrDefault(FileChange.RENAMED, 0L).intValue(),
        changes.getOrDefault(FileChange.UNCHANGED, 0L).intValue(),
        changes.getOrDefault(FileChange.DUPLICATE, 0L).intValue(),
        failed,
        all.gone().count(feed.name()),
        rows);
  }
}
