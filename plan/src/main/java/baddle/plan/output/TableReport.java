package baddle.plan.output;

import baddle.plan.database.TablePlan;

/**
 * Rows that are loaded into a table each time.
 *
 * @param name what the plan calls it
 * @param rows the rows
 * @param table the table
 */
public record TableReport(String name, RowsPlan rows, TablePlan table) {}
