package baddle.app.demo;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.PreparedStatement;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.YearMonth;
import java.util.Map;

/** The tills' own database, in a file: what was taken back or corrected at each site. */
final class TillDatabase {

  private TillDatabase() {}

  /** Adds the file under its path. */
  static void add(Map<String, byte[]> files) throws IOException {
    Path file = Files.createTempFile("baddle-demo", ".db");
    try {
      write(file);
      files.put("reference/till.db", Files.readAllBytes(file));
    } catch (SQLException e) {
      throw new IOException(e);
    } finally {
      Files.deleteIfExists(file);
    }
  }

  private static void write(Path file) throws SQLException {
    try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + file)) {
      try (Statement statement = connection.createStatement()) {
        statement.execute(
            "create table adjustment (id integer primary key, site text not null, made_on text not"
                + " null, receipt_no text, reason text, amount numeric not null)");
      }
      connection.setAutoCommit(false);
      try (PreparedStatement insert =
          connection.prepareStatement(
              "insert into adjustment (site, made_on, receipt_no, reason, amount) values"
                  + " (?, ?, ?, ?, ?)")) {
        for (YearMonth month : DemoData.MONTHS) {
          for (String site : DemoData.SITES) {
            for (DemoData.Adjustment one : DemoData.adjustments(site, month)) {
              insert.setString(1, site);
              insert.setString(2, one.date().toString());
              insert.setString(3, one.receipt());
              insert.setString(4, one.reason());
              insert.setDouble(5, one.amount().doubleValue());
              insert.executeUpdate();
            }
          }
        }
      }
      connection.commit();
    }
  }
}
