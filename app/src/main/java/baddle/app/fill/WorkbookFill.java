package baddle.app.fill;

import baddle.app.Project;
import baddle.app.output.OutputFile;
import baddle.app.reading.Inputs;
import baddle.app.session.ProjectSession;
import baddle.core.calendar.Period;
import baddle.plan.output.FillPlan;
import java.io.Closeable;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/** Puts figures of a batch into workbooks that somebody keeps. */
public final class WorkbookFill {

  private final Project project;

  /** Of a project. */
  public WorkbookFill(Project project) {
    this.project = project;
  }

  /**
   * Workbooks that are written and not in their places yet.
   *
   * @param results what was done, in order
   * @param files the workbooks, and the list of what was written
   */
  public record Ready(List<FillResult> results, List<OutputFile.Staged> files)
      implements Closeable {

    /** Copies the lists. */
    public Ready {
      results = List.copyOf(results);
      files = List.copyOf(files);
    }

    @Override
    public void close() throws IOException {
      for (OutputFile.Staged file : files) {
        file.close();
      }
    }
  }

  /** Why a plan's fills can't be made; empty where they can. */
  public static Optional<String> problem(Project project) {
    Inputs inputs = Inputs.of(project);
    for (FillPlan fill : project.plan().fills()) {
      Optional<String> problem =
          fill.isInPlace()
              ? Optional.empty()
              : inputs.problem(project.folder().resolve(fill.into()));
      if (problem.isPresent()) {
        return problem.map(why -> "fill " + fill.name() + ": " + why);
      }
    }
    return Optional.empty();
  }

  /**
   * Fills workbooks and puts them in their places, all or none.
   *
   * @param period whose figures; empty for what the plan says
   * @param places whether they are put in their places
   */
  public List<FillResult> fill(List<FillPlan> fills, Optional<Period> period, boolean places)
      throws IOException, FillException {
    try (ProjectSession session = ProjectSession.open(project)) {
      int batch = session.batch(OptionalInt.empty()).number();
      try (Ready ready = beside(fills, session, batch, period)) {
        if (places) {
          for (OutputFile.Staged file : ready.files()) {
            file.publish();
          }
        }
        return ready.results();
      }
    }
  }

  /**
   * Fills workbooks beside their places.
   *
   * @param period whose figures; empty for what the plan says
   */
  public Ready beside(
      List<FillPlan> fills, ProjectSession session, int batch, Optional<Period> period)
      throws IOException, FillException {
    WrittenCells written = WrittenCells.of(project);
    FillMaking making = new FillMaking(session, batch, written);
    boolean whole = false;
    try {
      for (FillPlan fill : fills) {
        making.fill(fill, period);
      }
      making.list();
      whole = true;
      return making.ready();
    } finally {
      if (!whole) {
        making.ready().close();
      }
    }
  }
}
