package baddle.database;

import java.sql.SQLException;
import java.sql.SQLTimeoutException;
import org.sqlite.SQLiteErrorCode;
import org.sqlite.SQLiteException;

/** Tells what a driver's failure means, in words that hold no secret. */
final class Failures {

  private final Access access;

  Failures(Access access) {
    this.access = access;
  }

  /** A failure to connect. */
  DatabaseException connecting(SQLException e) {
    String state = state(e);
    boolean unknown = state.startsWith("28") || state.startsWith("3D") || state.startsWith("42501");
    DatabaseException.Kind kind =
        unknown ? DatabaseException.Kind.REFUSED : DatabaseException.Kind.UNREACHABLE;
    return of(kind, "can't connect to " + access.name() + ": " + words(e), e);
  }

  /** A failure of a statement, or of reading what it brings. */
  DatabaseException asking(SQLException e) {
    String state = state(e);
    if (e instanceof SQLTimeoutException || state.equals("57014")) {
      return of(DatabaseException.Kind.LIMIT, limit(), e);
    }
    if (e instanceof SQLiteException busy
        && (busy.getResultCode().code & 0xff) == SQLiteErrorCode.SQLITE_BUSY.code) {
      return of(
          DatabaseException.Kind.LIMIT,
          "another program writes to " + access.name() + " at the moment; try again when it's done",
          e);
    }
    boolean lost = state.startsWith("08") || state.startsWith("57P");
    return lost
        ? of(
            DatabaseException.Kind.LOST,
            "the connection to " + access.name() + " is lost: " + words(e),
            e)
        : of(DatabaseException.Kind.STATEMENT, access.name() + " reports: " + words(e), e);
  }

  /** What is reported where a statement takes too long. */
  String limit() {
    return "it took more than "
        + access.querySeconds()
        + " s; ask for less, or raise query_seconds: of "
        + access.name();
  }

  private DatabaseException of(DatabaseException.Kind kind, String message, SQLException e) {
    return new DatabaseException(kind, access.harmless(message), e);
  }

  private static String state(SQLException e) {
    return e.getSQLState() == null ? "" : e.getSQLState();
  }

  /** The driver's words in one line. */
  private static String words(SQLException e) {
    Throwable root = e.getCause();
    String words = String.valueOf(e.getMessage());
    boolean vague = root != null && root.getMessage() != null && !words.contains(root.getMessage());
    return (words + (vague ? " (" + root.getMessage() + ")" : "")).replaceAll("\\s+", " ").strip();
  }
}
