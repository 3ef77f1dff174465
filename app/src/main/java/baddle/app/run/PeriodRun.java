package baddle.app.run;

import baddle.app.BatchStamp;
import baddle.app.OwnStore;
import baddle.app.Project;
import baddle.app.cells.RowQuestion;
import baddle.app.check.ProjectCheck;
import baddle.app.compare.Comparison;
import baddle.app.compare.SummaryComparison;
import baddle.app.consolidate.ConsolidateResult;
import baddle.app.consolidate.Consolidation;
import baddle.app.kept.KeptResult;
import baddle.app.kept.ProjectState;
import baddle.app.output.OutputFile;
import baddle.app.session.ProjectSession;
import baddle.app.summarize.Summarizer;
import baddle.core.finding.Finding;
import baddle.plan.output.SummaryPlan;
import baddle.store.Store;
import baddle.store.StoreException;
import baddle.store.entry.Batch;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;

/**
 * Consolidates, checks, summarizes and writes the reports, in that order. The reports are moved
 * into their places only once all of them are written.
 */
public final class PeriodRun {

  private final Project project;
  private final Consolidation consolidation;
  private Optional<BatchStamp> made = Optional.empty();
  private Consolidation ran;
  private List<Finding> openAtBatch = List.of();

  /** Who wrote to the store last in this run. */
  private String writer = "";

  /** Where the files are that a run writes, in the order in which it names them. */
  private List<Path> places = List.of();

  /**
   * A run that is yet to happen.
   *
   * @param consolidation of the same project
   */
  public PeriodRun(Project project, Consolidation consolidation) {
    this.project = project;
    this.consolidation = consolidation;
    this.ran = consolidation;
  }

  /** The batch that was made, whether all the rest went well or not. */
  public Optional<BatchStamp> made() {
    return made;
  }

  /**
   * Runs it once.
   *
   * @throws IOException if something can't be read or written; the reports are as they were then
   */
  public RunResult run() throws IOException {
    OutputFile.removeLeftovers(project.planFile());
    Optional<ProjectState.Before> before =
        consolidation.isPlain() ? ProjectState.before(project, Instant.now()) : Optional.empty();
    RunResult result = runOnce();
    before.ifPresent(files -> keep(result, files));
    return result;
  }

  private RunResult runOnce() throws IOException {
    try {
      return run(consolidation, true);
    } catch (StoreException.Damaged e) {
      return run(consolidation.rebuilding(), false);
    }
  }

  /**
   * What running would do and show; the files that it has written are among what it depends on.
   * Nothing is kept of a plan that loads tables.
   */
  public static KeptResult<RunResult> kept(Path planFile) {
    return new KeptResult<>(planFile, "run", RunResult.class);
  }

  /**
   * Keeps what the next run will show if nothing changes; the files must be as they were before.
   */
  private void keep(RunResult result, ProjectState.Before before) {
    Optional<ConsolidateResult> next = ran.next();
    Optional<ProjectState.Before> now =
        ProjectState.before(project, Instant.now()).filter(before::isSameAs);
    int batch = result.checked().batch().number();
    now.flatMap(files -> files.onlyNamed().with(writer))
        .ifPresent(
            state ->
                OpenAtBatch.kept(project.planFile())
                    .keep(new OpenAtBatch(batch, openAtBatch), state));
    if (next.isEmpty() || now.isEmpty() || !project.plan().tables().isEmpty()) {
      return;
    }
    now.get()
        .with(writer)
        .ifPresent(
            state -> {
              Consolidation.kept(project.planFile()).keep(next.get(), state);
              ProjectCheck.kept(project.planFile()).keep(result.checked(), state);
              result
                  .moved()
                  .filter(moved -> result.before().get().number() == batch - 1)
                  .ifPresent(
                      moved -> SummaryComparison.kept(project.planFile()).keep(moved, state));
            });
    List<Path> outputs = new ArrayList<>(result.written());
    outputs.addAll(result.unchanged());
    outputs.addAll(result.gone());
    result.filled().forEach(filled -> outputs.add(filled.file()));
    now.get()
        .and(outputs)
        .flatMap(files -> files.with(writer))
        .ifPresent(state -> kept(project.planFile()).keep(result.again(next.get(), places), state));
  }

  /**
   * Runs it once.
   *
   * @param compares whether what was there before can be read
   */
  private RunResult run(Consolidation consolidating, boolean compares) throws IOException {
    Optional<BatchStamp> before = compares ? lastBatch() : Optional.empty();
    List<Finding> old = before.isEmpty() ? List.of() : openAt(before.get().number());
    ConsolidateResult brought = consolidating.run();
    made = brought.made();
    ran = consolidating;
    writer = consolidating.writer();
    if (brought.current().isEmpty()) {
      throw new NothingBroughtException(
          brought, StoreException.nothingConsolidated(project.storeFolder()));
    }
    boolean moved = before.isPresent() && brought.made().isPresent();
    try (ProjectSession session = ProjectSession.open(project)) {
      List<SummaryPlan> all = List.copyOf(project.plan().summaries().values());
      int batch = session.batch(OptionalInt.empty()).number();
      OptionalInt batchBefore = moved ? OptionalInt.of(before.get().number()) : OptionalInt.empty();
      ProjectCheck.NowAndThen both =
          ProjectCheck.nowAndAtBatch(session, questions(session, all, batchBefore, batch));
      openAtBatch = both.openAtBatch();
      Optional<Comparison> comparison = Optional.empty();
      if (moved) {
        comparison =
            Optional.of(SummaryComparison.batches(session, all, batchBefore, OptionalInt.empty()));
      }
      ReportRun reports = new ReportRun(session, writer);
      reports.write(both.now());
      writer = reports.writer();
      places = reports.places();
      List<Finding> now = OpenFindings.of(brought, both.now());
      return new RunResult(
          brought,
          both.now(),
          now,
          moved ? before : Optional.empty(),
          moved ? OpenFindings.fresh(now, old) : List.of(),
          moved ? OpenFindings.resolved(old, now) : List.of(),
          comparison,
          reports.written(),
          reports.unchanged(),
          reports.gone(),
          reports.removed(),
          reports.filled(),
          reports.tables());
    }
  }

  /** What comparing and reporting will ask of the rows. */
  private List<RowQuestion> questions(
      ProjectSession session, List<SummaryPlan> all, OptionalInt before, int batch)
      throws IOException {
    Set<String> reported = new HashSet<>();
    project.plan().reports().forEach(report -> reported.addAll(report.summaries()));
    List<RowQuestion> questions =
        new ArrayList<>(
            new Summarizer(session)
                .questions(
                    all.stream().filter(one -> reported.contains(one.name())).toList(), batch));
    if (before.isPresent()) {
      questions.addAll(SummaryComparison.questions(session, all, before.getAsInt(), batch));
    }
    return questions;
  }

  private Optional<BatchStamp> lastBatch() throws IOException {
    try (Store store = OwnStore.openToRead(project)) {
      Optional<Batch> last = store.catalogue().lastBatch();
      return last.map(BatchStamp::of);
    } catch (StoreException.Absent e) {
      return Optional.empty();
    }
  }

  /** What was open at a batch, as the run that made it kept it or as it is found now. */
  private List<Finding> openAt(int batch) throws IOException {
    Optional<OpenAtBatch> known =
        consolidation.isPlain() ? OpenAtBatch.kept(project.planFile()).get() : Optional.empty();
    return known.isPresent() && known.get().batch() == batch
        ? known.get().findings()
        : ProjectCheck.openAt(project, batch);
  }
}
