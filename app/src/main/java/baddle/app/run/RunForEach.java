package baddle.app.run;

import baddle.app.Progress;
import baddle.app.Project;
import baddle.app.consolidate.Consolidation;
import baddle.app.reading.ParameterList;
import baddle.core.crosstab.spec.SpecException;
import baddle.core.expression.ExpressionException;
import baddle.plan.PlanException;
import baddle.plan.database.TablePlan;
import baddle.plan.output.ReportPlan;
import baddle.plan.output.TableReport;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;

/** Runs a plan once for each line of a list of its parameters; a line that fails stops no other. */
public final class RunForEach {

  /**
   * What came of a line.
   *
   * @param line which
   * @param result what the run did; empty where it failed
   * @param failure why it failed; empty where it didn't
   * @param isPlans whether the plan can't be followed with this line's values
   */
  public record Outcome(
      ParameterList.Line line, Optional<RunResult> result, String failure, boolean isPlans) {}

  private final Path planFile;
  private final Map<String, String> parameters;
  private final Progress progress;
  private final Function<Project, Consolidation> consolidations;
  private final Map<Path, Integer> rowOfReport = new HashMap<>();
  private final Map<String, Integer> rowOfTable = new HashMap<>();

  /**
   * Of a plan.
   *
   * @param parameters values for all lines; a line's own come first
   * @param progress is told how far each run has got
   * @param consolidations makes the consolidation of each project
   */
  public RunForEach(
      Path planFile,
      Map<String, String> parameters,
      Progress progress,
      Function<Project, Consolidation> consolidations) {
    this.planFile = planFile;
    this.parameters = new LinkedHashMap<>(parameters);
    this.progress = progress;
    this.consolidations = consolidations;
  }

  /**
   * Runs all lines in order.
   *
   * @param listener is told of each line as it ends
   */
  public List<Outcome> run(List<ParameterList.Line> lines, Consumer<Outcome> listener) {
    List<Outcome> outcomes = new ArrayList<>();
    for (ParameterList.Line line : lines) {
      Outcome outcome = run(line);
      outcomes.add(outcome);
      listener.accept(outcome);
    }
    return outcomes;
  }

  private Outcome run(ParameterList.Line line) {
    Map<String, String> values = new LinkedHashMap<>(parameters);
    values.putAll(line.values());
    try {
      Project project = Project.open(planFile, values).with(progress);
      Optional<String> problem =
          ReportPlaces.problem(project).or(() -> writtenBefore(project, line));
      if (problem.isPresent()) {
        return new Outcome(line, Optional.empty(), problem.get(), true);
      }
      RunResult result = new PeriodRun(project, consolidations.apply(project)).run();
      return new Outcome(line, Optional.of(result), "", false);
    } catch (PlanException | SpecException | ExpressionException e) {
      return new Outcome(line, Optional.empty(), String.valueOf(e.getMessage()), true);
    } catch (IOException | UncheckedIOException e) {
      return new Outcome(line, Optional.empty(), String.valueOf(e.getMessage()), false);
    }
  }

  /** A line mustn't write over what another has just written. */
  private Optional<String> writtenBefore(Project project, ParameterList.Line line) {
    for (ReportPlan report : project.plan().reports()) {
      Path file = project.folder().resolve(report.file()).normalize();
      Integer row = rowOfReport.putIfAbsent(file, line.row());
      if (row != null) {
        return Optional.of(
            "it would write over "
                + report.file()
                + " of row "
                + row
                + "; let the report's name have a parameter that tells them apart");
      }
    }
    for (TableReport report : project.plan().tables()) {
      boolean replaces = report.table().how() == TablePlan.How.REPLACE;
      Integer row = replaces ? rowOfTable.putIfAbsent(report.table().toString(), line.row()) : null;
      if (row != null) {
        return Optional.of(
            "it would replace the rows in "
                + report.table()
                + " of row "
                + row
                + "; let the table's name have a parameter that tells them apart");
      }
    }
    return Optional.empty();
  }
}
