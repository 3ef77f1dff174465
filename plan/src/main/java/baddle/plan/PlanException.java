package baddle.plan;

import java.util.Comparator;
import java.util.List;
import java.util.stream.Collectors;

/** A plan that can't be followed; the remedy is to correct it where each problem says. */
public final class PlanException extends Exception {

  private static final long serialVersionUID = 1L;

  private final transient List<PlanProblem> problems;

  /**
   * With all problems.
   *
   * @param plan the plan's name, which each line of the message begins with; empty for a piece of a
   *     plan that is in no file
   */
  public PlanException(String plan, List<PlanProblem> problems) {
    super(message(plan, problems));
    this.problems = List.copyOf(problems);
  }

  /** The same of a plan of another name. */
  public PlanException of(String plan) {
    return new PlanException(plan, problems);
  }

  private static String message(String plan, List<PlanProblem> problems) {
    return problems.stream()
        .sorted(Comparator.comparingInt(PlanProblem::line).thenComparing(PlanProblem::column))
        .map(
            p ->
                plan.isEmpty()
                    ? p.message()
                    : plan + ":" + p.line() + ":" + p.column() + ": " + p.message())
        .collect(Collectors.joining("\n"));
  }
}
