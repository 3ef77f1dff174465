package baddle.app.compare;

import baddle.app.cells.RowQuestion;
import baddle.app.session.ProjectSession;
import baddle.app.summarize.Summarizer;
import baddle.core.crosstab.Crosstab;
import baddle.plan.output.SummaryPlan;
import baddle.store.Store;
import baddle.store.StoreException;
import baddle.store.entry.Batch;
import baddle.store.entry.StoredClosing;
import java.io.IOException;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;

/** How summaries move from one batch to another, and why. */
final class BatchMovements {

  private BatchMovements() {}

  /** What comparing two batches will ask of the rows. */
  static List<RowQuestion> questions(
      ProjectSession session, List<FittedSummary> summaries, int before, int after)
      throws IOException {
    Summarizer summarizing = new Summarizer(session);
    List<RowQuestion> questions =
        new ArrayList<>(
            summarizing.questions(
                asked(summaries.stream().map(FittedSummary::before).toList()), before));
    questions.addAll(
        summarizing.questions(asked(summaries.stream().map(FittedSummary::after).toList()), after));
    return questions;
  }

  private static List<SummaryPlan> asked(List<SummaryPlan> summaries) {
    List<SummaryPlan> asked = new ArrayList<>();
    for (SummaryPlan summary : summaries) {
      asked.add(whole(summary));
      asked.add(
          ComparedSummary.of(
              summary, Causes.counting(ComparedSummary.bySource(summary.crosstab()))));
    }
    return asked;
  }

  private static SummaryPlan whole(SummaryPlan summary) {
    return ComparedSummary.of(summary, ComparedSummary.all(summary.crosstab()));
  }

  /** Whether the datasets of a summary had been consolidated. */
  static boolean isThere(SummaryPlan summary, Store store, int batch) throws IOException {
    try {
      for (String dataset : summary.crosstab().datasets()) {
        store.dataset(dataset.isEmpty() ? summary.dataset() : dataset, batch);
      }
      return true;
    } catch (StoreException.Absent e) {
      return false;
    }
  }

  /** Whether a closed period was opened again after a batch was made and before another was. */
  private static boolean isReopenedBetween(Store store, int before, int after) throws IOException {
    List<Instant> reopened =
        store.closings().all().stream()
            .flatMap(closing -> closing.reopened().stream())
            .map(StoredClosing.Reopened::at)
            .toList();
    if (reopened.isEmpty()) {
      return false;
    }
    Map<Integer, Instant> made =
        store.catalogue().batches().stream()
            .collect(Collectors.toMap(Batch::number, Batch::madeAt));
    Instant from = Objects.requireNonNull(made.get(before));
    Instant to = Objects.requireNonNull(made.get(after));
    return reopened.stream().anyMatch(at -> !at.isBefore(from) && !at.isAfter(to));
  }

  /**
   * Compares summaries.
   *
   * @param closed whether they are of a closed period
   */
  static List<Comparison.Summary> of(
      List<SummaryPlan> summaries,
      ProjectSession session,
      int before,
      int after,
      List<SourceChange> sources,
      boolean closed)
      throws IOException {
    Store store = session.store();
    List<FittedSummary> fitted = FittedSummary.of(session, summaries, before, after);
    session.cells().ahead(questions(session, fitted, before, after));
    List<Causes.Asked> asked = new ArrayList<>();
    for (FittedSummary one : fitted) {
      SummaryPlan summary = one.after();
      boolean late = closed && ComparedSummary.dataset(session, summary).datedBy().isPresent();
      Reasons reasons =
          new Reasons(
              store.catalogue(),
              summary.dataset(),
              before,
              after,
              sources,
              late,
              isReopenedBetween(store, before, after));
      asked.add(
          new Causes.Asked(
              ComparedSummary.of(summary, ComparedSummary.bySource(summary.crosstab())), reasons));
    }
    List<List<Cause>> causes = new Causes(session, sources, before, after).of(asked);
    Summarizer summarizing = new Summarizer(session);
    List<Comparison.Summary> compared = new ArrayList<>();
    for (int i = 0; i < fitted.size(); i++) {
      FittedSummary one = fitted.get(i);
      Crosstab old = summarizing.crosstab(whole(one.before()), before);
      Crosstab now = summarizing.crosstab(whole(one.after()), after);
      compared.add(
          new Comparison.Summary(
              one.after().name(),
              one.notes(),
              Movements.of(old, now, true),
              ComparedSummary.largestFirst(old, now),
              asked.get(i).reasons().ofUnchanged(),
              causes.get(i)));
    }
    return compared;
  }
}
