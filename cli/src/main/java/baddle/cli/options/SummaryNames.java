package baddle.cli.options;

import baddle.app.Project;
import baddle.core.finding.Nearest;
import baddle.plan.output.SummaryPlan;
import java.util.ArrayList;
import java.util.List;

/** The summaries of a plan, as the command line names them. */
public final class SummaryNames {

  private SummaryNames() {}

  /** The summaries of these names; all where none is given. */
  public static List<SummaryPlan> known(Project project, List<String> names) throws UsageException {
    if (project.plan().summaries().isEmpty()) {
      throw new UsageException("the plan has no summaries:");
    }
    if (names.isEmpty()) {
      return List.copyOf(project.plan().summaries().values());
    }
    List<SummaryPlan> wanted = new ArrayList<>();
    for (String name : names) {
      SummaryPlan summary = project.plan().summaries().get(name);
      if (summary == null) {
        throw new UsageException(
            "no summary "
                + name
                + Nearest.hint(name, project.plan().summaries().keySet())
                + "\nsummaries: "
                + String.join(", ", project.plan().summaries().keySet()));
      }
      wanted.add(summary);
    }
    return wanted;
  }
}
