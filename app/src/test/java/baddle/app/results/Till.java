package baddle.app.results;

import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;

/** A database in a file, as a till leaves it. */
public final class Till {

  private final Path file;

  /** A database; it is made with the first statement. */
  public Till(Path file) {
    this.file = file;
  }

  /** Runs statements. */
  public Till run(String... statements) throws SQLException {
    try (Connection connection = DriverManager.getConnection("jdbc:sqlite:" + file);
        Statement statement = connection.createStatement()) {
      for (String one : statements) {
        statement.execute(one);
      }
    }
    return this;
  }
}
