package baddle.app.results;

import baddle.app.ContentHash;
import baddle.app.Project;
import baddle.database.QueryText;
import baddle.database.Session;
import baddle.plan.QueryPlan;
import baddle.plan.database.DatabasePlan;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.ZoneId;
import java.util.TreeMap;

/** The statements that plans state. */
public final class Statements {

  private Statements() {}

  /**
   * The statement of a query; of a table, a text that stands for it until it is asked.
   *
   * @throws IllegalArgumentException if it is no single statement
   */
  public static QueryText of(Project project, QueryPlan query) throws IOException {
    return switch (query.kind()) {
      case QUERY -> QueryText.of(query.text());
      case QUERY_FILE -> file(project.folder().resolve(query.text()), query.text());
      case TABLE -> QueryText.of("table " + query.text());
    };
  }

  /** The statement that a file holds. */
  public static QueryText file(Path file, String shown) throws IOException {
    if (!Files.isRegularFile(file)) {
      throw new IOException("there is no file " + shown);
    }
    return QueryText.of(Files.readString(file));
  }

  /** The statement that a database is asked. */
  public static QueryText asked(QueryPlan query, QueryText statement, Session session)
      throws IOException {
    return query.kind() == QueryPlan.Kind.TABLE ? session.table(query.text()) : statement;
  }

  /** What the rows of a line depend on besides what is in the database, as a hash. */
  public static String hash(
      DatabasePlan database, ZoneId zone, QueryText statement, QueryLine line) {
    return ContentHash.of(
        String.join(
            "\n",
            database.url(),
            zone.toString(),
            statement.toString(),
            new TreeMap<>(QueryLineReader.named(statement, line.values())).toString()));
  }
}
