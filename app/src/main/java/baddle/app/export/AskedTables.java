package baddle.app.export;

import baddle.app.Project;
import baddle.plan.FeedPlan;
import baddle.plan.QueryPlan;
import baddle.plan.database.TablePlan;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.regex.Pattern;

/** The tables that feeds read, into which nothing may be loaded: inputs are never outputs. */
final class AskedTables {

  private AskedTables() {}

  /** Why rows can't be loaded into a table; empty where no feed reads it. */
  static Optional<String> problem(Project project, TablePlan table) throws IOException {
    for (FeedPlan feed : project.plan().feeds().values()) {
      if (feed.query().isPresent() && reads(project, feed.query().get(), table)) {
        return Optional.of(
            "the table " + table + " is read by the feed " + feed.name() + "; name another table");
      }
    }
    return Optional.empty();
  }

  private static boolean reads(Project project, QueryPlan query, TablePlan table)
      throws IOException {
    if (!query.database().url().equals(table.database().url())) {
      return false;
    }
    String name = table.table().substring(table.table().lastIndexOf('.') + 1);
    return switch (query.kind()) {
      case TABLE -> query.text().matches("(?i)(.*[.])?" + Pattern.quote(name));
      case QUERY -> isNamed(query.text(), name);
      case QUERY_FILE -> {
        Path file = project.folder().resolve(query.text());
        yield Files.isRegularFile(file) && isNamed(Files.readString(file), name);
      }
    };
  }

  /** Whether a statement has a table's name where tables are named. */
  private static boolean isNamed(String statement, String name) {
    return Pattern.compile(
            "(?i)(\\b(from|join)|,)\\s+(\"?\\w+\"?[.])?\"?" + Pattern.quote(name) + "\"?(?!\\w)")
        .matcher(statement)
        .find();
  }
}
