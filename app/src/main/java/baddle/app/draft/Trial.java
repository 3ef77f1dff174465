package baddle.app.draft;

import baddle.app.Folders;
import baddle.app.Progress;
import baddle.app.Project;
import baddle.app.check.CheckResult;
import baddle.app.check.ProjectCheck;
import baddle.app.consolidate.ConsolidateResult;
import baddle.app.consolidate.Consolidation;
import baddle.app.summarize.Figures;
import baddle.app.summarize.Summarizer;
import baddle.plan.PlanException;
import baddle.plan.output.SummaryPlan;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.List;
import java.util.Optional;

/**
 * What a plan makes of the files there are, found out without keeping anything.
 *
 * @param consolidated what came in
 * @param checked whether it can be trusted; empty where nothing came in
 * @param figures the plan's first summary; empty where nothing came in
 */
public record Trial(
    ConsolidateResult consolidated, Optional<CheckResult> checked, Optional<Figures> figures) {

  /**
   * Tries a plan.
   *
   * @param threads how many files are read at a time
   * @throws PlanException if the plan can't be followed
   */
  public static Trial of(Path planFile, Progress progress, int threads)
      throws IOException, PlanException {
    Path folder = Files.createTempDirectory("baddle-trial");
    try {
      Project project = Project.open(planFile).storedIn(folder).with(progress);
      ConsolidateResult consolidated =
          Consolidation.of(project, Clock.systemUTC(), threads).byContent().run();
      if (consolidated.made().isEmpty()) {
        return new Trial(consolidated, Optional.empty(), Optional.empty());
      }
      Optional<SummaryPlan> first = project.plan().summaries().values().stream().findFirst();
      Optional<Figures> figures = Optional.empty();
      if (first.isPresent()) {
        figures = Optional.of(Summarizer.figures(project, List.of(first.get())));
      }
      CheckResult checked = ProjectCheck.run(project, ProjectCheck.HeldRows.COUNTED);
      return new Trial(consolidated, Optional.of(checked), figures);
    } finally {
      Folders.remove(folder);
    }
  }
}
