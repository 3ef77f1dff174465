package baddle.app.results;

import baddle.database.DatabaseException;
import baddle.database.Session;
import baddle.plan.database.DatabasePlan;
import java.io.Closeable;
import java.io.IOException;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Questions to one database over one connection, which is made with the first. Where a connection
 * ends before any row was read, another one is made once; later on it isn't, for other rows may be
 * there by then.
 */
public final class QueryConnection implements Closeable {

  /** Something to ask. */
  @FunctionalInterface
  public interface Question<T> {

    /** Asks it. */
    T ask(Session session) throws IOException;
  }

  private final DatabaseAccess access;
  private final DatabasePlan database;
  private @Nullable Session session;
  private Optional<DatabaseException> ended = Optional.empty();

  /** For a database of a plan. */
  public QueryConnection(DatabaseAccess access, DatabasePlan database) {
    this.access = access;
    this.database = database;
  }

  /**
   * Asks.
   *
   * @throws DatabaseException if the database fails; where that ends the connection, all further
   *     questions fail alike
   */
  public <T> T ask(Question<T> question) throws IOException {
    for (boolean again = false; ; again = true) {
      if (ended.isPresent()) {
        throw ended.get();
      }
      try {
        return question.ask(session());
      } catch (DatabaseException e) {
        boolean nothingRead = session != null && !session.anythingRead();
        if (!e.endsSession() || !nothingRead || again) {
          if (e.endsSession() || session == null) {
            ended = Optional.of(e);
          }
          throw e;
        }
        close();
      }
    }
  }

  private Session session() throws IOException {
    if (session == null) {
      session = Session.open(access.to(database));
    }
    return session;
  }

  @Override
  public void close() {
    if (session != null) {
      session.close();
      session = null;
    }
  }
}
