package baddle.app.compare;

import baddle.app.BatchChoice;
import baddle.app.BatchStamp;
import baddle.app.OwnStore;
import baddle.app.Project;
import baddle.app.kept.KeptResult;
import baddle.app.review.ClosedPeriods;
import baddle.app.review.PeriodRows;
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
  private final Summarizer summarizing;

  /** Of a project. */
  public SummaryComparison(Project project) {
    this.project = project;
    this.summarizing = new Summarizer(project);
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
    try (Store store = OwnStore.openToRead(project)) {
      Batch now = BatchChoice.of(store, project, after);
      Batch old =
          BatchChoice.of(
              store,
              project,
              before.isPresent() ? before : OptionalInt.of(Math.max(1, now.number() - 1)));
      List<Comparison.Summary> compared = new ArrayList<>();
      List<SourceChange> sources =
          SourceChange.between(store.catalogue(), old.number(), now.number());
      for (SummaryPlan summary : summaries) {
        if (isThere(summary, store, old.number())) {
          compared.add(compare(summary, store, old.number(), now.number(), sources, false));
        }
      }
      return new Comparison(
          "batch " + BatchStamp.of(old), "batch " + BatchStamp.of(now), sources, compared);
    }
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

  private Comparison.Summary compare(
      SummaryPlan summary,
      Store store,
      int before,
      int after,
      List<SourceChange> sources,
      boolean closed)
      throws IOException {
    SummaryPlan plain = of(summary, all(summary.crosstab()));
    Crosstab old = summarizing.crosstab(plain, store, before);
    Crosstab now = summarizing.crosstab(plain, store, after);
    boolean late = closed && dataset(summary).datedBy().isPresent();
    Reasons reasons =
        new Reasons(
            store.catalogue(),
            summary.dataset(),
            before,
            after,
            sources,
            late,
            isReopenedBetween(store, before, after));
    return new Comparison.Summary(
        summary.name(),
        Movements.of(old, now, true),
        sorted(Movements.of(old, now, false)),
        reasons.ofUnchanged(),
        new Causes(project, summarizing, store, sources, reasons)
            .of(of(summary, bySource(summary.crosstab())), before, after));
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
    try (Store store = OwnStore.openToRead(project)) {
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
      Batch now = BatchChoice.of(store, project, OptionalInt.empty());
      List<StoredSource> all = new ArrayList<>(store.catalogue().sources(then));
      all.addAll(store.catalogue().sources(now.number()));
      List<SourceChange> sources = SourceChange.between(store.catalogue(), then, now.number());
      List<Comparison.Summary> compared = new ArrayList<>();
      for (SummaryPlan summary : summaries) {
        if (!plainMeasures(summary.crosstab()).isEmpty() && isThere(summary, store, then)) {
          SummaryPlan of =
              of(summary, where(summary.crosstab(), condition(summary, wanted.period(), all)));
          compared.add(compare(of, store, then, now.number(), sources, true));
        }
      }
      return new Comparison(
          wanted.period() + " as closed with batch " + then,
          wanted.period() + " in batch " + BatchStamp.of(now),
          sources.stream()
              .filter(change -> compared.stream().anyMatch(one -> one.isMovedBy(change.path())))
              .toList(),
          compared);
    }
  }

  private String condition(SummaryPlan summary, Period period, List<StoredSource> sources) {
    return PeriodRows.condition(project.plan(), dataset(summary), period, sources);
  }

  private DatasetPlan dataset(SummaryPlan summary) {
    return Objects.requireNonNull(project.plan().datasets().get(summary.dataset()));
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
    try (Store store = OwnStore.openToRead(project)) {
      Batch now = BatchChoice.of(store, project, OptionalInt.empty());
      List<StoredSource> sources = store.catalogue().sources(now.number());
      boolean anyBefore = false;
      boolean anyAfter = false;
      List<Comparison.Summary> compared = new ArrayList<>();
      for (SummaryPlan summary : summaries) {
        if (plainMeasures(summary.crosstab()).isEmpty()) {
          continue;
        }
        Crosstab old =
            summarizing.crosstab(
                of(summary, ofPeriod(summary, before, sources)), store, now.number());
        Crosstab then =
            summarizing.crosstab(
                of(summary, ofPeriod(summary, after, sources)), store, now.number());
        anyBefore = anyBefore || hasRows(summary, before, store, now.number());
        anyAfter = anyAfter || hasRows(summary, after, store, now.number());
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

  private boolean hasRows(SummaryPlan summary, Period period, Store store, int batch)
      throws IOException {
    CrosstabSpec counting =
        ofPeriod(summary, period, store.catalogue().sources(batch))
            .plainly(List.of(Measure.of("rows", "count(*)")))
            .with(List.of(), List.of());
    Crosstab counted = summarizing.crosstab(of(summary, counting), store, batch);
    return counted
        .value(counted.down(), counted.across(), 0)
        .filter(rows -> rows.signum() > 0)
        .isPresent();
  }

  /** Without its levels of the calendar, of the rows of one period. */
  private CrosstabSpec ofPeriod(SummaryPlan summary, Period period, List<StoredSource> sources) {
    CrosstabSpec rows = where(summary.crosstab(), condition(summary, period, sources));
    return rows.with(whole(withoutPeriods(rows.down())), whole(withoutPeriods(rows.across())));
  }

  private static List<Level> withoutPeriods(List<Level> levels) {
    return levels.stream()
        .filter(level -> level.item().grain().isEmpty())
        .filter(level -> !level.item().value().names().contains(Origin.SOURCE_PERIOD.name()))
        .toList();
  }
}
