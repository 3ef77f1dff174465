package baddle.app.compare;

import baddle.app.BatchStamp;
import baddle.app.Project;
import baddle.app.cells.RowQuestion;
import baddle.app.kept.KeptResult;
import baddle.app.review.ClosedPeriods;
import baddle.app.review.PeriodRows;
import baddle.app.session.ProjectSession;
import baddle.app.summarize.Summarizer;
import baddle.core.calendar.Period;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Keep;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.Order;
import baddle.core.crosstab.spec.View;
import baddle.core.expression.AxisItem;
import baddle.core.table.Origin;
import baddle.plan.DatasetPlan;
import baddle.plan.output.SummaryPlan;
import baddle.store.Store;
import baddle.store.StoreException;
import baddle.store.entry.Batch;
import baddle.store.entry.StoredClosing;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;

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
    List<SummaryPlan> there = new ArrayList<>();
    for (SummaryPlan summary : summaries) {
      if (isThere(summary, session.store(), old.number())) {
        there.add(summary);
      }
    }
    return new Comparison(
        "batch " + BatchStamp.of(old),
        "batch " + BatchStamp.of(now),
        sources,
        compare(there, session, old.number(), now.number(), sources, false));
  }

  /** What comparing two batches will ask of the rows. */
  public static List<RowQuestion> questions(
      ProjectSession session, List<SummaryPlan> summaries, int before, int after)
      throws IOException {
    List<SummaryPlan> asked = new ArrayList<>();
    for (SummaryPlan summary : summaries) {
      asked.add(of(summary, all(summary.crosstab())));
      asked.add(of(summary, Causes.counting(bySource(summary.crosstab()))));
    }
    Summarizer summarizing = new Summarizer(session);
    List<RowQuestion> questions = new ArrayList<>(summarizing.questions(asked, before));
    questions.addAll(summarizing.questions(asked, after));
    return questions;
  }

  /** Whether the datasets of a summary had been consolidated. */
  private static boolean isThere(SummaryPlan summary, Store store, int batch) throws IOException {
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
  private static List<Comparison.Summary> compare(
      List<SummaryPlan> summaries,
      ProjectSession session,
      int before,
      int after,
      List<SourceChange> sources,
      boolean closed)
      throws IOException {
    session.cells().ahead(questions(session, summaries, before, after));
    Store store = session.store();
    List<Causes.Asked> asked = new ArrayList<>();
    for (SummaryPlan summary : summaries) {
      boolean late = closed && dataset(session, summary).datedBy().isPresent();
      Reasons reasons =
          new Reasons(
              store.catalogue(),
              summary.dataset(),
              before,
              after,
              sources,
              late,
              isReopenedBetween(store, before, after));
      asked.add(new Causes.Asked(of(summary, bySource(summary.crosstab())), reasons));
    }
    List<List<Cause>> causes = new Causes(session, sources, before, after).of(asked);
    Summarizer summarizing = new Summarizer(session);
    List<Comparison.Summary> compared = new ArrayList<>();
    for (int i = 0; i < summaries.size(); i++) {
      SummaryPlan plain = of(summaries.get(i), all(summaries.get(i).crosstab()));
      Crosstab old = summarizing.crosstab(plain, before);
      Crosstab now = summarizing.crosstab(plain, after);
      compared.add(
          new Comparison.Summary(
              plain.name(),
              Movements.of(old, now, true),
              sorted(Movements.of(old, now, false)),
              asked.get(i).reasons().ofUnchanged(),
              causes.get(i)));
    }
    return compared;
  }

  private static List<Movement> sorted(List<Movement> movements) {
    return movements.stream().sorted(Movement.LARGEST).toList();
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
        if (!plainMeasures(summary.crosstab()).isEmpty() && isThere(summary, store, then)) {
          String condition = condition(session, summary, wanted.period(), all);
          ofPeriod.add(of(summary, where(summary.crosstab(), condition)));
        }
      }
      List<Comparison.Summary> compared =
          compare(ofPeriod, session, then, now.number(), sources, true);
      return new Comparison(
          wanted.period() + " as closed with batch " + then,
          wanted.period() + " in batch " + BatchStamp.of(now),
          sources.stream()
              .filter(change -> compared.stream().anyMatch(one -> one.isMovedBy(change.path())))
              .toList(),
          compared);
    }
  }

  private static String condition(
      ProjectSession session, SummaryPlan summary, Period period, List<StoredSource> sources) {
    return PeriodRows.condition(
        session.project().plan(), dataset(session, summary), period, sources);
  }

  private static DatasetPlan dataset(ProjectSession session, SummaryPlan summary) {
    return Objects.requireNonNull(session.project().plan().datasets().get(summary.dataset()));
  }

  /** The plain measures of the rows of a condition. */
  private static CrosstabSpec where(CrosstabSpec spec, String condition) {
    return spec.plainly(plainMeasures(spec)).whereAlso(condition);
  }

  /**
   * Compares two periods, by the dates of the rows where a dataset says which date a row is of, by
   * the periods that the sources are of otherwise.
   */
  public Comparison periods(List<SummaryPlan> summaries, Period before, Period after)
      throws IOException, CompareException {
    try (ProjectSession session = ProjectSession.open(project)) {
      int now = session.batch(OptionalInt.empty()).number();
      List<StoredSource> sources = session.store().catalogue().sources(now);
      Summarizer summarizing = new Summarizer(session);
      boolean anyBefore = false;
      boolean anyAfter = false;
      List<Comparison.Summary> compared = new ArrayList<>();
      for (SummaryPlan summary : summaries) {
        if (plainMeasures(summary.crosstab()).isEmpty()) {
          continue;
        }
        CrosstabSpec ofBefore = ofPeriod(session, summary, before, sources);
        CrosstabSpec ofAfter = ofPeriod(session, summary, after, sources);
        Crosstab old = summarizing.crosstab(of(summary, ofBefore), now);
        Crosstab then = summarizing.crosstab(of(summary, ofAfter), now);
        anyBefore = anyBefore || hasRows(summarizing, of(summary, ofBefore), now);
        anyAfter = anyAfter || hasRows(summarizing, of(summary, ofAfter), now);
        compared.add(
            new Comparison.Summary(
                summary.name(),
                Movements.of(old, then, true),
                sorted(Movements.of(old, then, false)),
                Optional.empty(),
                List.of()));
      }
      if (!compared.isEmpty() && !(anyBefore && anyAfter)) {
        throw new CompareException(
            "no summary has a row of "
                + (anyBefore ? after : before)
                + "; which periods there are: baddle check");
      }
      return new Comparison(before.toString(), after.toString(), List.of(), compared);
    }
  }

  private static SummaryPlan of(SummaryPlan summary, CrosstabSpec spec) {
    return new SummaryPlan(summary.name(), summary.dataset(), spec);
  }

  /** The same with all items, so that what was kept once and is rest now doesn't seem to move. */
  private static CrosstabSpec all(CrosstabSpec spec) {
    return spec.with(whole(spec.down()), whole(spec.across()));
  }

  private static List<Level> whole(List<Level> levels) {
    return levels.stream()
        .map(
            level ->
                new Level(level.item(), Order.NATURAL, Optional.<Keep>empty(), Level.Empty.NONE))
        .toList();
  }

  /** The measures of the summary's own rows, and those that are calculated from such. */
  private static List<Measure> plainMeasures(CrosstabSpec spec) {
    List<Measure> plain =
        new ArrayList<>(
            spec.measures().stream()
                .filter(measure -> measure.dataset().isEmpty())
                .filter(measure -> measure.view().kind() == View.Kind.VALUE)
                .toList());
    boolean dropped;
    do {
      Set<String> names = plain.stream().map(Measure::name).collect(Collectors.toSet());
      dropped =
          plain.removeIf(
              measure ->
                  measure.value().measures().stream()
                      .anyMatch(other -> !names.contains(other.name())));
    } while (dropped);
    return plain;
  }

  /** The measures that add up, by source. */
  private static CrosstabSpec bySource(CrosstabSpec spec) {
    List<Measure> measures =
        plainMeasures(spec).stream()
            .filter(measure -> measure.value().measures().isEmpty())
            .filter(measure -> measure.value().addsUp())
            .toList();
    Level source = Level.of(AxisItem.ofColumn(Origin.SOURCE_FILE.name()));
    List<Measure> some = measures.isEmpty() ? List.of(Measure.of("Rows", "count(*)")) : measures;
    return spec.plainly(some).with(List.of(source), List.of());
  }

  private static boolean hasRows(Summarizer summarizing, SummaryPlan summary, int batch)
      throws IOException {
    CrosstabSpec counting =
        summary
            .crosstab()
            .plainly(List.of(Measure.of("rows", "count(*)")))
            .with(List.of(), List.of());
    Crosstab counted = summarizing.crosstab(of(summary, counting), batch);
    return counted
        .value(counted.down(), counted.across(), 0)
        .filter(rows -> rows.signum() > 0)
        .isPresent();
  }

  /** Without its levels of the calendar, of the rows of one period. */
  private static CrosstabSpec ofPeriod(
      ProjectSession session, SummaryPlan summary, Period period, List<StoredSource> sources) {
    CrosstabSpec rows = where(summary.crosstab(), condition(session, summary, period, sources));
    return rows.with(whole(withoutPeriods(rows.down())), whole(withoutPeriods(rows.across())));
  }

  private static List<Level> withoutPeriods(List<Level> levels) {
    return levels.stream()
        .filter(level -> level.item().grain().isEmpty())
        .filter(level -> !level.item().value().names().contains(Origin.SOURCE_PERIOD.name()))
        .toList();
  }
}
