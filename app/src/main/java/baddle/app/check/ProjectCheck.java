package baddle.app.check;

import baddle.app.BatchStamp;
import baddle.app.Project;
import baddle.app.cells.KeptCells;
import baddle.app.cells.RowQuestion;
import baddle.app.closed.Restatements;
import baddle.app.consolidate.ConsolidateResult;
import baddle.app.consolidate.PendingFiles;
import baddle.app.kept.KeptResult;
import baddle.app.reading.MendedFiles;
import baddle.app.reference.References;
import baddle.app.review.DatasetReview;
import baddle.app.review.FindingPolicy;
import baddle.app.review.ListedControl;
import baddle.app.review.LookupReviews;
import baddle.app.review.TotalLine;
import baddle.app.session.ProjectSession;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.finding.Finding;
import baddle.core.finding.Place;
import baddle.core.lookup.LookupReview;
import baddle.core.lookup.LookupTable;
import baddle.core.outcome.CellCounts;
import baddle.core.outcome.Completeness;
import baddle.core.outcome.RowCounts;
import baddle.formats.Formats;
import baddle.plan.DatasetPlan;
import baddle.plan.FeedPlan;
import baddle.plan.LookupPlan;
import baddle.plan.Plan;
import baddle.store.Catalogue;
import baddle.store.DatasetReader;
import baddle.store.Store;
import baddle.store.StoreException;
import baddle.store.entry.Batch;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredKeptOut;
import baddle.store.entry.StoredLeftOut;
import baddle.store.entry.StoredMended;
import baddle.store.entry.StoredRefusal;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;

/** Proves the datasets as they are in the store; it changes nothing. */
public final class ProjectCheck {

  private final ProjectSession session;
  private final Project project;
  private final Plan plan;
  private final References references;
  private final List<Finding> findings = new ArrayList<>();

  /** What is found in the files as they lie there, not in a batch. */
  private final List<Finding> outside = new ArrayList<>();

  /** By the path of a file that no feed reads, the feed whose headings it has. */
  private final Map<String, String> strays = new HashMap<>();

  private final List<CheckResult.LookupLine> lookups = new ArrayList<>();
  private final List<TotalLine> totals = new ArrayList<>();
  private final RowsInSuspense suspense;
  private final CoveredPeriods covered;
  private final KeptCells cells;
  private final List<RowQuestion> ahead = new ArrayList<>();

  private ProjectCheck(ProjectSession session, HeldRows heldRows) throws IOException {
    this.session = session;
    this.suspense = new RowsInSuspense(heldRows == HeldRows.GATHERED);
    this.references = session.references();
    this.plan = references.plan();
    this.project = session.project().with(plan);
    this.cells = session.cells();
    this.covered = new CoveredPeriods(plan, cells);
  }

  /** What of the held rows is wanted. */
  public enum HeldRows {
    /** How many there are, by cause. */
    COUNTED,
    /** The rows themselves too, in memory. */
    GATHERED
  }

  /**
   * Checks a project.
   *
   * @throws StoreException.Absent if nothing was ever consolidated
   */
  public static CheckResult run(Project project, HeldRows heldRows) throws IOException {
    return run(project, heldRows, OptionalInt.empty());
  }

  /** What checking would show of a plan's project, the held rows counted. */
  public static KeptResult<CheckResult> kept(Path planFile) {
    return new KeptResult<>(planFile, "check", CheckResult.class);
  }

  /**
   * Checks a project as it was at a batch.
   *
   * @param number which batch; empty for the last and the files as they lie there now
   */
  public static CheckResult run(Project project, HeldRows heldRows, OptionalInt number)
      throws IOException {
    boolean plain =
        heldRows == HeldRows.COUNTED && number.isEmpty() && project.elsewhere().isEmpty();
    return plain
        ? kept(project.planFile()).getOr(project, () -> checked(project, heldRows, number))
        : checked(project, heldRows, number);
  }

  /**
   * Checks a project as it lies there, and tells in the same pass what is open at its batch.
   *
   * @param others what else will be asked of the rows
   */
  public static NowAndThen nowAndAtBatch(ProjectSession session, List<RowQuestion> others)
      throws IOException {
    return ask(
        session,
        HeldRows.COUNTED,
        OptionalInt.empty(),
        (checking, store, batch) -> {
          checking.ahead.addAll(others);
          return new NowAndThen(checking.check(store, batch, true), checking.open(store, batch));
        });
  }

  /**
   * A check of what lies there now, and what is open at its batch.
   *
   * @param now with what is in the folders and not in the batch
   * @param openAtBatch as {@link #openAt} finds it
   */
  public record NowAndThen(CheckResult now, List<Finding> openAtBatch) {

    /** Copies the list. */
    public NowAndThen {
      openAtBatch = List.copyOf(openAtBatch);
    }
  }

  /** What a check as of a batch finds, and what was found when it was made. */
  public static List<Finding> openAt(Project project, int number) throws IOException {
    return ask(
        project,
        HeldRows.COUNTED,
        OptionalInt.of(number),
        (checking, store, batch) -> {
          checking.check(store, batch, false);
          return checking.open(store, batch);
        });
  }

  private static CheckResult checked(Project project, HeldRows heldRows, OptionalInt number)
      throws IOException {
    return ask(
        project,
        heldRows,
        number,
        (checking, store, batch) -> checking.check(store, batch, number.isEmpty()));
  }

  /** What is asked of a check that is yet to be done. */
  private interface Question<R> {
    R of(ProjectCheck checking, Store store, Batch batch) throws IOException;
  }

  private static <R> R ask(
      Project project, HeldRows heldRows, OptionalInt number, Question<R> question)
      throws IOException {
    try (ProjectSession session = ProjectSession.open(project)) {
      return ask(session, heldRows, number, question);
    }
  }

  private static <R> R ask(
      ProjectSession session, HeldRows heldRows, OptionalInt number, Question<R> question)
      throws IOException {
    Batch batch = session.batch(number);
    return question.of(new ProjectCheck(session, heldRows), session.store(), batch);
  }

  /** What is open at a batch that has been checked. */
  private List<Finding> open(Store store, Batch batch) throws IOException {
    List<Finding> all = new ArrayList<>(findings);
    PassedOver passedOver =
        new PassedOver(store.catalogue().files(batch.number()), Map.of(), findings);
    covered
        .coverage(List.of())
        .forEach(one -> all.addAll(one.findings(passedOver.ofFeed(one.feed()))));
    List<StoredSource> sources = store.catalogue().sources(batch.number());
    List<Finding> open = new ArrayList<>(new FindingPolicy(plan, sources).apply(all).findings());
    open.addAll(store.catalogue().outcomes().findingsOfBatch(batch.number()));
    return open;
  }

  private CheckResult check(Store store, Batch batch, boolean now) throws IOException {
    Catalogue catalogue = store.catalogue();
    int number = batch.number();
    List<StoredFile> files = catalogue.files(number);
    List<StoredSource> sources = catalogue.sources(number);
    MendedFiles mended = MendedFiles.of(project, new Formats());
    List<StoredMended> applied = catalogue.outcomes().mended(number);
    if (now) {
      PendingFiles pending = PendingFiles.of(project, store, number, mended);
      outside.addAll(pending.findings());
      strays.putAll(pending.strays());
      outside.addAll(PendingFiles.ofDerived(project, references, store, number));
      outside.addAll(mended.findings());
      outside.addAll(mended.unused(applied));
    }
    findings.addAll(Restatements.findings(plan, store, number));
    suspense.mended(applied);
    findings.addAll(catalogue.outcomes().findings(number));
    findings.addAll(catalogue.outcomes().findingsOfDatasets(number));
    catalogue
        .outcomes()
        .controlTotals(number)
        .forEach(one -> totals.add(new TotalLine(one.feed(), one.place(), one.total())));
    suspense.addHeld(catalogue, number);
    askAhead(store, number);
    for (DatasetPlan dataset : plan.datasets().values()) {
      Optional<DatasetReader> reader = reader(dataset.name(), number);
      if (reader.isPresent()) {
        check(store, dataset, reader.get(), number);
        covered.add(dataset, reader.get(), files, sources);
      }
    }
    findings.addAll(new StatedBalances(session).findings(number));
    List<StoredLeftOut> leftOut = catalogue.outcomes().leftOut(number);
    List<StoredRefusal> refused = now ? catalogue.outcomes().refused() : List.of();
    for (FeedPlan feed : plan.feeds().values()) {
      findings.addAll(RuleCounts.findings(feed, leftOut));
    }
    List<Coverage> coverage = covered.coverage(refused);
    long inDataset = catalogue.storedRows(number);
    List<CheckResult.FeedRows> feeds = feeds(catalogue, number, files, sources);
    Completeness completeness =
        new Completeness(
            feeds.stream().map(CheckResult.FeedRows::rows).reduce(RowCounts.NONE, RowCounts::plus),
            StoredSource.rowsKept(sources),
            inDataset,
            feeds.stream()
                .map(CheckResult.FeedRows::cells)
                .reduce(CellCounts.NONE, CellCounts::plus),
            catalogue.sourcesWithoutCells(number),
            StoredRefusal.files(refused) + strays.size());
    if (!completeness.addsUp()) {
      findings.add(ConsolidateResult.broken(completeness));
    }
    List<Finding> everything = new ArrayList<>(outside);
    everything.addAll(findings);
    PassedOver passedOver = new PassedOver(files, strays, everything);
    coverage.forEach(one -> everything.addAll(one.findings(passedOver.ofFeed(one.feed()))));
    FindingPolicy.Result result = new FindingPolicy(plan, sources).apply(everything);
    return new CheckResult(
        BatchStamp.of(batch),
        feeds,
        completeness,
        RuleCounts.byReason(leftOut, ofClosed(store, number, files)),
        totals,
        coverage,
        lookups,
        suspense.duplicates(),
        suspense.counts(),
        suspense.tables(),
        suspense.rows(),
        result.findings(),
        result.accepted());
  }

  /** Goes over the rows once for all that will be asked of them. */
  private void askAhead(Store store, int batch) throws IOException {
    boolean anyClosed = !store.closings().closed().isEmpty();
    for (DatasetPlan dataset : plan.datasets().values()) {
      Optional<DatasetReader> found = reader(dataset.name(), batch);
      if (found.isPresent()) {
        DatasetReader rows = found.get();
        List<CrosstabSpec> specs =
            new ArrayList<>(DatasetReview.specs(dataset, plan, rows, anyClosed));
        specs.add(new UnusualFigures(plan, dataset, cells).spec(rows));
        new DatesOutside(plan, dataset, cells).spec(rows).ifPresent(specs::add);
        specs.addAll(new VaryingSpellings(plan, dataset, cells).specs(rows));
        specs.addAll(covered.specs(dataset));
        specs.forEach(spec -> ahead.add(RowQuestion.ofOwn(spec, rows)));
      }
    }
    cells.ahead(ahead);
  }

  private Optional<DatasetReader> reader(String dataset, int batch) throws IOException {
    try {
      return Optional.of(session.reader(dataset, batch));
    } catch (StoreException.Absent e) {
      return Optional.empty();
    }
  }

  /** The rows that were sent again and that closed periods leave out. */
  private static List<StoredLeftOut> ofClosed(Store store, int batch, List<StoredFile> files)
      throws IOException {
    Map<Long, String> feeds = new HashMap<>();
    files.forEach(file -> feeds.put(file.id(), file.feed()));
    List<StoredLeftOut> leftOut = new ArrayList<>();
    for (StoredKeptOut one : store.closings().keptOut(batch)) {
      if (one.kind().isLeftOut()) {
        leftOut.add(
            new StoredLeftOut(
                feeds.getOrDefault(one.file(), ""),
                Place.file(one.path()),
                "closed: " + one.period(),
                one.rows(),
                one.rows(),
                batch));
      }
    }
    return leftOut;
  }

  private List<CheckResult.FeedRows> feeds(
      Catalogue catalogue, int batch, List<StoredFile> files, List<StoredSource> sources)
      throws IOException {
    Map<Long, String> feedOfFile = new HashMap<>();
    files.forEach(file -> feedOfFile.put(file.id(), file.feed()));
    Map<String, RowCounts> rows = catalogue.rowsOfFeeds(batch);
    Map<String, CellCounts> cells = catalogue.cellsOfFeeds(batch);
    List<String> names =
        Stream.concat(plan.feeds().keySet().stream(), rows.keySet().stream()).distinct().toList();
    List<CheckResult.FeedRows> feeds = new ArrayList<>();
    for (String name : names) {
      int count = (int) sources.stream().filter(s -> name.equals(feedOfFile.get(s.file()))).count();
      feeds.add(
          new CheckResult.FeedRows(
              name,
              count,
              rows.getOrDefault(name, RowCounts.NONE),
              cells.getOrDefault(name, CellCounts.NONE)));
    }
    return feeds;
  }

  private void check(Store store, DatasetPlan dataset, DatasetReader reader, int batch)
      throws IOException {
    Map<String, LookupTable> tables = new HashMap<>();
    for (String name : dataset.lookups()) {
      LookupPlan lookup = Objects.requireNonNull(plan.lookups().get(name));
      tables.put(
          name,
          lookup.dataset().isEmpty()
              ? references.table(lookup)
              : references.table(lookup, reader(lookup.dataset().get(), batch)));
    }
    LookupReviews reviews =
        new LookupReviews(
            dataset,
            reader,
            references,
            !store.closings().closed().isEmpty(),
            name -> Objects.requireNonNull(tables.get(name)),
            cells);
    for (LookupReview lookup : reviews.all()) {
      lookups.add(CheckResult.LookupLine.of(dataset.name(), lookup));
    }
    for (ListedControl control : ListedControl.of(dataset, references, reader, cells)) {
      totals.addAll(control.totals());
    }
    findings.addAll(new UnusualFigures(plan, dataset, cells).findings(reader));
    findings.addAll(new DatesOutside(plan, dataset, cells).findings(reader));
    findings.addAll(new VaryingSpellings(plan, dataset, cells).findings(reader));
    suspense.addHidden(dataset, reader);
  }
}
