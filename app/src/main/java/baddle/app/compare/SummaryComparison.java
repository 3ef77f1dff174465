package baddle.app.compare;

import baddle.app.BatchStamp;
import baddle.app.Project;
import baddle.app.cells.RowQuestion;
import baddle.app.kept.KeptResult;
import baddle.app.review.ClosedPeriods;
import baddle.app.session.ProjectSession;
import baddle.core.calendar.Period;
import baddle.plan.output.SummaryPlan;
import baddle.store.Store;
import baddle.store.entry.Batch;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/** Compares summaries of two batches, or of two periods. */
public final class SummaryComparison {

  private final Project project;

  /** Of a project. */
  public SummaryComparison(Project project) {
    this.project = project;
  }

  /**
   * Compares two batches.
   *
   * @param before which; empty for the one before the other
   * @param after which; empty for the last
   */
  public Comparison batches(List<SummaryPlan> summaries, OptionalInt before, OptionalInt after)
      throws IOException {
    boolean plain =
        before.isEmpty()
            && after.isEmpty()
            && project.elsewhere().isEmpty()
            && summaries.stream()
                .map(SummaryPlan::name)
                .toList()
                .equals(List.copyOf(project.plan().summaries().keySet()));
    return plain
        ? kept(project.planFile()).getOr(project, () -> compared(summaries, before, after))
        : compared(summaries, before, after);
  }

  /** How all summaries of the last batch differ from those of the one before. */
  public static KeptResult<Comparison> kept(Path planFile) {
    return new KeptResult<>(planFile, "compare", Comparison.class);
  }

  private Comparison compared(List<SummaryPlan> summaries, OptionalInt before, OptionalInt after)
      throws IOException {
    try (ProjectSession session = ProjectSession.open(project)) {
      return batches(session, summaries, before, after);
    }
  }

  /**
   * Compares two batches of a project that is read.
   *
   * @param before which; empty for the one before the other
   * @param after which; empty for the last
   */
  public static Comparison batches(
      ProjectSession session, List<SummaryPlan> summaries, OptionalInt before, OptionalInt after)
      throws IOException {
    Batch now = session.batch(after);
    Batch old =
        session.batch(before.isPresent() ? before : OptionalInt.of(Math.max(1, now.number() - 1)));
    List<SourceChange> sources =
        SourceChange.between(session.store().catalogue(), old.number(), now.number());
    List<SummaryPlan> there = there(session, summaries, old.number());
    return new Comparison(
        "batch " + BatchStamp.of(old),
        "batch " + BatchStamp.of(now),
        sources,
        BatchMovements.of(there, session, old.number(), now.number(), sources, false));
  }

  /** The summaries whose datasets a batch has. */
  private static List<SummaryPlan> there(
      ProjectSession session, List<SummaryPlan> summaries, int batch) throws IOException {
    List<SummaryPlan> there = new ArrayList<>();
    for (SummaryPlan summary : summaries) {
      if (BatchMovements.isThere(summary, session.store(), batch)) {
        there.add(summary);
      }
    }
    return there;
  }

  /** What comparing two batches will ask of the rows. */
  public static List<RowQuestion> questions(
      ProjectSession session, List<SummaryPlan> summaries, int before, int after)
      throws IOException {
    return BatchMovements.questions(
        session,
        FittedSummary.of(session, there(session, summaries, before), before, after),
        before,
        after);
  }

  /**
   * Compares a closed period's figures with those it was closed with.
   *
   * @param period which; empty for the closed period that ends last
   * @throws CompareException if it isn't closed
   */
  public Comparison sinceClose(List<SummaryPlan> summaries, Optional<Period> period)
      throws IOException, CompareException {
    try (ProjectSession session = ProjectSession.open(project)) {
      Store store = session.store();
      ClosedPeriods closed = ClosedPeriods.of(store, project.plan());
      ClosedPeriods.Closed wanted =
          (period.isEmpty()
                  ? closed.last()
                  : closed.all().stream()
                      .filter(one -> one.period().equals(period.get()))
                      .findFirst())
              .orElseThrow(
                  () ->
                      new CompareException(
                          period.map(one -> one + " isn't closed").orElse("no period is closed")
                              + "; baddle close --list shows what is"));
      int then = wanted.closing().batch();
      Batch now = session.batch(OptionalInt.empty());
      List<StoredSource> all = new ArrayList<>(store.catalogue().sources(then));
      all.addAll(store.catalogue().sources(now.number()));
      List<SourceChange> sources = SourceChange.between(store.catalogue(), then, now.number());
      List<SummaryPlan> ofPeriod = new ArrayList<>();
      for (SummaryPlan summary : summaries) {
        if (!ComparedSummary.plainMeasures(summary.crosstab()).isEmpty()
            && BatchMovements.isThere(summary, store, then)) {
          ofPeriod.add(
              ComparedSummary.of(
                  summary, ComparedSummary.ofPeriod(session, summary, wanted.period(), all)));
        }
      }
      List<Comparison.Summary> compared =
          BatchMovements.of(ofPeriod, session, then, now.number(), sources, true);
      return new Comparison(
          wanted.period() + " as closed with batch " + then,
          wanted.period() + " in batch " + BatchStamp.of(now),
          sources.stream()
              .filter(change -> compared.stream().anyMatch(one -> one.isMovedBy(change.path())))
              .toList(),
          compared);
    }
  }

  /**
   * Compares two periods, by the dates of the rows where a dataset says which date a row is of, by
   * the periods that the sources are of otherwise.
   */
  public Comparison periods(List<SummaryPlan> summaries, Period before, Period after)
      throws IOException, CompareException {
    try (ProjectSession session = ProjectSession.open(project)) {
      return PeriodComparison.of(session, summaries, before, after);
    }
  }
}
