package baddle.database;

import java.math.BigDecimal;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.util.Optional;

/**
 * The number of rows of a table and the exact sum of a column.
 *
 * @param rows how many; where rows have a sign, those that stay
 * @param sum of the column that was asked for, with the sign; zero without one
 */
public record TableSum(long rows, BigDecimal sum) {

  /**
   * Reads a table in this connection's transaction.
   *
   * @param column whose numbers are summed
   * @param sign the column that says whether a row counts or takes one back
   */
  static TableSum of(
      Connection connection,
      Engine engine,
      TableName table,
      Optional<String> column,
      Optional<String> sign)
      throws SQLException {
    String value = column.isPresent() ? table.quoted(column.get()) : "0";
    String times = sign.isPresent() ? table.quoted(sign.get()) : "1";
    String from = " from " + table.quoted();
    return engine == Engine.POSTGRESQL
        ? summed(
            connection,
            "select coalesce(sum("
                + times
                + "), 0), coalesce(sum("
                + times
                + " * "
                + value
                + "), 0)"
                + from)
        : added(connection, "select " + times + ", " + value + from);
  }

  private static TableSum summed(Connection connection, String sql) throws SQLException {
    try (Statement statement = connection.createStatement();
        ResultSet row = statement.executeQuery(sql)) {
      row.next();
      return new TableSum(row.getLong(1), row.getBigDecimal(2));
    }
  }

  /** SQLite would add binary numbers, so its decimal texts are added here. */
  private static TableSum added(Connection connection, String sql) throws SQLException {
    long rows = 0;
    BigDecimal sum = BigDecimal.ZERO;
    try (Statement statement = connection.createStatement();
        ResultSet row = statement.executeQuery(sql)) {
      while (row.next()) {
        long times = row.getLong(1);
        rows += times;
        String value = row.getString(2);
        sum =
            value == null
                ? sum
                : sum.add(new BigDecimal(value).multiply(BigDecimal.valueOf(times)));
      }
    } catch (NumberFormatException e) {
      throw new SQLException("a value that is no number: " + e.getMessage(), e);
    }
    return new TableSum(rows, sum);
  }
}
