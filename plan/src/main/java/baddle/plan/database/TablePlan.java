package baddle.plan.database;

import java.util.Locale;

/**
 * A table that rows are loaded into.
 *
 * @param database the database it is in
 * @param table its name, perhaps with its schema before a point
 * @param how what becomes of the rows it has
 * @param remakes whether a table with other columns is dropped and made anew
 * @param adopts whether a table that isn't known as one that was loaded may lose rows
 */
public record TablePlan(
    DatabasePlan database, String table, How how, boolean remakes, boolean adopts) {

  /** What becomes of the rows that a table has. */
  public enum How {
    /** They go, and all rows come in. */
    REPLACE,
    /** They stay; what came and changed since comes in beside them, with a sign. */
    APPEND,
    /** Those with the keys of rows go. */
    BY_KEY;

    /** As it is written in the plan. */
    public String words() {
      return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
  }

  /** The database and the table, as they are written. */
  @Override
  public String toString() {
    return database.name() + ":" + table;
  }
}
