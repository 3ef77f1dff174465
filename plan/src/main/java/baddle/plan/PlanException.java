package baddle.plan;

import java.util.Comparator;
import java.util.List;
import java.util.stream.Collectors;

/** A plan that can't be followed; the remedy is to correct it where each problem says. */
public final class PlanException extends Exception {

  private static final long serialVersionUID = 1L;

  /**
   * With all problems.
   *
   * @param plan the plan's name, which each line of the message begins with
   */
  public PlanException(String plan, List<PlanProblem> problems) {
    super(message(plan, problems));
  }

  private static String message(String plan, List<PlanProblem> problems) {
    return problems.stream()
        .sorted(Comparator.comparingInt(PlanProblem::line).thenComparing(PlanProblem::column))
        .map(p -> plan + ":" + p.line() + ":" + p.column() + ": " + p.message())
        .collect(Collectors.joining("\n"));
  }
}
