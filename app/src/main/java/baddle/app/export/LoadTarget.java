package baddle.app.export;

import baddle.app.Project;
import baddle.app.results.DatabaseAccess;
import baddle.app.results.Statements;
import baddle.database.DatabaseException;
import baddle.database.QueryText;
import baddle.database.Session;
import baddle.database.TableIdentity;
import baddle.database.TableLoader;
import baddle.plan.FeedPlan;
import baddle.plan.QueryPlan;
import baddle.plan.database.TablePlan;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import org.slf4j.LoggerFactory;

/** Decides whether a table may be loaded: inputs are never outputs, and neither is the store. */
final class LoadTarget {

  private final Project project;
  private final TableLoader loading;
  private final TablePlan table;

  LoadTarget(Project project, TableLoader loading, TablePlan table) {
    this.project = project;
    this.loading = loading;
    this.table = table;
  }

  /** Why rows can't be loaded into it; empty where they can. */
  Optional<String> problem() throws IOException {
    if (isStore()) {
      return Optional.of(
          "the database "
              + table.database().name()
              + " lies among what baddle keeps of a plan; name another one");
    }
    Optional<TableIdentity> target = loading.identity(table.table());
    for (FeedPlan feed : project.plan().feeds().values()) {
      Optional<String> problem =
          feed.query().isPresent() ? problem(feed, feed.query().get(), target) : Optional.empty();
      if (problem.isPresent()) {
        return problem;
      }
    }
    return Optional.empty();
  }

  /** Asks the server whether a feed's query reads the table; if it can't tell, the name decides. */
  private Optional<String> problem(FeedPlan feed, QueryPlan query, Optional<TableIdentity> target)
      throws IOException {
    QueryText statement;
    try {
      statement = Statements.of(project, query);
    } catch (IOException | IllegalArgumentException e) {
      LoggerFactory.getLogger(LoadTarget.class).debug("{} has no statement", feed.name(), e);
      return Optional.empty();
    }
    String is = "the table " + table + " is ";
    try (Session session = Session.open(new DatabaseAccess(project).to(query.database()))) {
      QueryText asked = Statements.asked(query, statement, session);
      Set<TableIdentity> read = session.tables(asked);
      boolean reads = target.isPresent() && read.contains(target.get());
      return reads
          ? Optional.of(is + "read by the feed " + feed.name() + "; name another table")
          : Optional.empty();
    } catch (DatabaseException e) {
      return isNamed(statement.toString())
          ? Optional.of(
              is
                  + "named by the feed "
                  + feed.name()
                  + ", and its database can't say whether it's this one: "
                  + e.getMessage()
                  + "; name another table, or load it once the feed can be read")
          : Optional.empty();
    }
  }

  private boolean isStore() throws IOException {
    Optional<Path> file = loading.file();
    Path store = project.storeFolder();
    return file.isPresent()
        && (Project.isInStore(file.get())
            || (Files.isDirectory(store) && file.get().startsWith(store.toRealPath())));
  }

  private boolean isNamed(String statement) {
    String name = table.table().substring(table.table().lastIndexOf('.') + 1);
    return Pattern.compile("(?i)(?<!\\w)" + Pattern.quote(name) + "(?!\\w)")
        .matcher(statement)
        .find();
  }
}
