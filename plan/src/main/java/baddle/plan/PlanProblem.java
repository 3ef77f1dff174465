package baddle.plan;

/**
 * Something wrong in the plan.
 *
 * @param line from 1
 * @param column from 1
 * @param message a sentence without a full stop, with what was expected
 */
public record PlanProblem(int line, int column, String message) {}
