package baddle.cli.options;

import baddle.app.Project;
import baddle.core.finding.Nearest;
import java.util.List;

/** The datasets of a plan, as the command line names them. */
public final class DatasetNames {

  private DatasetNames() {}

  /** All of them. */
  public static List<String> of(Project project) {
    return List.copyOf(project.plan().datasets().keySet());
  }

  /** Refuses a name that no dataset has, and says which there are. */
  public static String known(Project project, String name) throws UsageException {
    List<String> known = of(project);
    if (!known.contains(name)) {
      throw new UsageException(
          "no dataset "
              + name
              + Nearest.hint(name, known)
              + "\ndatasets: "
              + String.join(", ", known));
    }
    return name;
  }
}
