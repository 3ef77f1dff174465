package baddle.plan;

import baddle.plan.database.DatabasePlan;
import java.util.Optional;

/**
 * What a feed asks a database for.
 *
 * @param database the database
 * @param kind how the statement is stated
 * @param text the statement, the file it is in, or the table
 * @param list a file with a line for each time it is asked, relative to the plan
 * @param periods the periods it is asked for
 * @param unchangedWhile a statement whose answer is the same as long as the rows are
 */
public record QueryPlan(
    DatabasePlan database,
    Kind kind,
    String text,
    Optional<String> list,
    Optional<PeriodSpan> periods,
    Optional<String> unchangedWhile) {

  /** How a statement is stated. */
  public enum Kind {
    /** In the plan. */
    QUERY("query"),
    /** In a file of its own. */
    QUERY_FILE("query_file"),
    /** As a table, of which all is wanted. */
    TABLE("table");

    private final String key;

    Kind(String key) {
      this.key = key;
    }

    /** The plan's key. */
    public String key() {
      return key;
    }
  }
}
