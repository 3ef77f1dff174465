package baddle.app.close;

import baddle.app.BatchChoice;
import baddle.app.BatchStamp;
import baddle.app.OwnStore;
import baddle.app.Project;
import baddle.app.check.CheckResult;
import baddle.app.check.ProjectCheck;
import baddle.app.review.ClosedPeriods;
import baddle.app.review.KeptOutText;
import baddle.app.review.PeriodRows;
import baddle.app.session.ProjectSession;
import baddle.app.summarize.ClosingCarry;
import baddle.core.calendar.Period;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import baddle.plan.output.SummaryPlan;
import baddle.store.Store;
import baddle.store.StoreException;
import baddle.store.entry.Batch;
import baddle.store.entry.StoredClosing;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredKeptOut;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;

/** Freezes the figures of a period, or lifts that. */
public final class PeriodClose {

  private final Project project;
  private final Plan plan;
  private final Clock clock;

  /**
   * Of a project.
   *
   * @param clock says when a period was closed
   */
  public PeriodClose(Project project, Clock clock) {
    this.project = project;
    this.plan = project.plan();
    this.clock = clock;
  }

  /** All closings, the first first. */
  public List<ClosingLine> all() throws IOException {
    try (Store store = OwnStore.openToRead(project)) {
      return store.closings().all().stream().map(ClosingLine::of).toList();
    }
  }

  private Period period(String text) throws CloseException {
    return plan.periods()
        .parse(text)
        .orElseThrow(
            () -> new CloseException("\"" + text + "\" is no period; expected one like 2026-03"));
  }

  /**
   * Closes a period with the last batch.
   *
   * @param text the period's name
   * @param accepted why it is closed although errors are open; empty refuses then
   * @throws CloseException if it is closed already, has no sources, or files have changed since the
   *     batch
   */
  public CloseResult close(String text, Optional<String> accepted)
      throws IOException, CloseException {
    return close(text, accepted, true);
  }

  /**
   * Shows what closing a period would do, and does nothing.
   *
   * @throws CloseException as {@link #close}
   */
  public CloseResult preview(String text, Optional<String> accepted)
      throws IOException, CloseException {
    return close(text, accepted, false);
  }

  private CloseResult close(String text, Optional<String> accepted, boolean writes)
      throws IOException, CloseException {
    Period period = period(text);
    CheckResult checked = ProjectCheck.run(project, ProjectCheck.HeldRows.COUNTED);
    if (checked.findings().stream().anyMatch(f -> f.code() == FindingCode.OUT_OF_DATE)) {
      throw new CloseException(
          "files have come or changed since batch "
              + checked.batch().number()
              + "; run baddle run first, then close what it shows");
    }
    try (Store store = open(writes)) {
      Batch batch = BatchChoice.of(store, project, OptionalInt.empty());
      if (batch.number() != checked.batch().number()) {
        throw new CloseException("batch " + batch.number() + " was made meanwhile; close again");
      }
      refuseClosed(store, period);
      List<StoredSource> sources = store.catalogue().sources(batch.number());
      Map<String, PeriodRows.Sum> sums = sums(store, batch.number(), period, sources);
      if (sums.values().stream().allMatch(sum -> sum.rows() == 0)
          && sources.stream().noneMatch(source -> isOf(source, period))) {
        throw new CloseException(
            "no source is of "
                + period
                + sources.stream()
                    .flatMap(s -> plan.periods().parse(s.period()).stream())
                    .max(Period::compareTo)
                    .map(last -> "; the last period there is: " + last)
                    .orElse(""));
      }
      Map<Long, StoredFile> files = new HashMap<>();
      store.catalogue().files(batch.number()).forEach(file -> files.put(file.id(), file));
      List<Finding> open =
          checked.findings().stream()
              .filter(Finding::isError)
              .filter(finding -> concerns(finding.place(), period, sources, files))
              .toList();
      boolean closes = open.isEmpty() || accepted.isPresent();
      Map<String, Map<String, BigDecimal>> carried =
          closes ? carried(store, batch.number(), period) : Map.of();
      if (closes && writes) {
        Instant now = clock.instant().truncatedTo(ChronoUnit.SECONDS);
        store
            .closings()
            .close(
                new StoredClosing(
                    0,
                    period.toString(),
                    batch.number(),
                    now,
                    open.isEmpty() ? "" : accepted.orElse(""),
                    Optional.empty()),
                carried);
      }
      return new CloseResult(
          period, BatchStamp.of(batch), sums, openFeeds(sources, files), open, closes, carried);
    }
  }

  private Store open(boolean writes) throws IOException {
    return writes ? OwnStore.openToWrite(project) : OwnStore.openToRead(project);
  }

  private Map<String, PeriodRows.Sum> sums(
      Store store, int batch, Period period, List<StoredSource> sources) throws IOException {
    Map<String, PeriodRows.Sum> sums = new LinkedHashMap<>();
    for (DatasetPlan dataset : plan.datasets().values()) {
      try {
        sums.put(
            dataset.name(),
            PeriodRows.sum(plan, dataset, store.dataset(dataset.name(), batch), period, sources));
      } catch (StoreException.Absent e) {
        sums.put(dataset.name(), PeriodRows.Sum.NONE);
      }
    }
    return sums;
  }

  private void refuseClosed(Store store, Period period) throws IOException, CloseException {
    for (ClosedPeriods.Closed closed : ClosedPeriods.of(store, plan).all()) {
      if (closed.period().covers(period)) {
        throw new CloseException(
            period
                + " is closed already, with batch "
                + closed.closing().batch()
                + (closed.period().equals(period) ? "" : " as part of " + closed.period())
                + "; baddle reopen "
                + closed.period()
                + " --because REASON lifts that");
      }
    }
  }

  private boolean isOf(StoredSource source, Period period) {
    return plan.periods().parse(source.period()).filter(period::covers).isPresent();
  }

  /** Whether a place is of a period, or could be. */
  private boolean concerns(
      Place place, Period period, List<StoredSource> sources, Map<Long, StoredFile> files) {
    if (place.file() == null) {
      return true;
    }
    List<StoredSource> there = new ArrayList<>();
    for (StoredSource source : sources) {
      boolean ofFile = Objects.requireNonNull(files.get(source.file())).path().equals(place.file());
      if (ofFile && (place.sheet() == null || place.sheet().equals(source.sheet()))) {
        there.add(source);
      }
    }
    return there.isEmpty()
        || there.stream().anyMatch(source -> source.period().isEmpty() || isOf(source, period));
  }

  private List<String> openFeeds(List<StoredSource> sources, Map<Long, StoredFile> files) {
    return sources.stream()
        .filter(source -> plan.periods().parse(source.period()).isEmpty())
        .map(source -> Objects.requireNonNull(files.get(source.file())))
        .filter(
            file ->
                Optional.ofNullable(plan.datasets().get(file.dataset()))
                    .flatMap(DatasetPlan::datedBy)
                    .isEmpty())
        .map(StoredFile::feed)
        .distinct()
        .toList();
  }

  private Map<String, Map<String, BigDecimal>> carried(Store store, int batch, Period period)
      throws IOException {
    Map<String, Map<String, BigDecimal>> carried = new LinkedHashMap<>();
    ClosingCarry carrying = new ClosingCarry(ProjectSession.in(project, store));
    for (SummaryPlan summary : plan.summaries().values()) {
      if (summary.crosstab().rollForward().filter(roll -> roll.carries()).isPresent()) {
        carried.put(summary.name(), carrying.closings(summary, batch, period));
      }
    }
    return carried;
  }

  /** What was kept out of a closed period, and would come in if it was opened again. */
  public List<KeptOutLine> keptOut(String text) throws IOException, CloseException {
    Period period = period(text);
    try (Store store = OwnStore.openToRead(project)) {
      closed(store, period);
      Batch batch = BatchChoice.of(store, project, OptionalInt.empty());
      return store.closings().keptOut(batch.number()).stream()
          .filter(one -> one.kind() != StoredKeptOut.Kind.AGAIN)
          .filter(one -> plan.periods().parse(one.period()).filter(period::covers).isPresent())
          .map(
              one ->
                  new KeptOutLine(
                      Place.file(one.path()),
                      one.period(),
                      KeptOutText.of(
                          one,
                          Optional.ofNullable(plan.datasets().get(one.dataset()))
                              .flatMap(DatasetPlan::amount))))
          .toList();
    }
  }

  /**
   * Opens a closed period again.
   *
   * @param because why
   * @return the closing that is lifted
   */
  public ClosingLine reopen(String text, String because) throws IOException, CloseException {
    Period period = period(text);
    try (Store store = OwnStore.openToWrite(project)) {
      ClosedPeriods.Closed closed = closed(store, period);
      Instant now = clock.instant().truncatedTo(ChronoUnit.SECONDS);
      store.closings().reopen(closed.closing().id(), new StoredClosing.Reopened(now, because));
      return ClosingLine.of(closed.closing());
    }
  }

  private ClosedPeriods.Closed closed(Store store, Period period)
      throws IOException, CloseException {
    for (ClosedPeriods.Closed closed : ClosedPeriods.of(store, plan).all()) {
      if (closed.period().equals(period)) {
        return closed;
      }
      if (closed.period().covers(period)) {
        throw new CloseException(
            period + " was closed as part of " + closed.period() + "; reopen that");
      }
    }
    throw new CloseException(period + " isn't closed; baddle close --list shows what is");
  }
}
