package baddle.database;

import java.io.IOException;

/** A database that doesn't do what it is asked for. The message holds no secret. */
public final class DatabaseException extends IOException {

  private static final long serialVersionUID = 1L;

  /** What went wrong. */
  public enum Kind {
    /** There is no driver for it. */
    DRIVER,
    /** Nobody answers. */
    UNREACHABLE,
    /** It doesn't know the user, the password or the database. */
    REFUSED,
    /** The connection ended in the middle. */
    LOST,
    /** A statement took longer than it may. */
    LIMIT,
    /** A statement can't be understood or isn't allowed. */
    STATEMENT,
    /** A value is of a type that isn't read. */
    TYPE,
    /** A table isn't as it should be. */
    TABLE
  }

  private final Kind kind;

  /** With a message for a person. */
  public DatabaseException(Kind kind, String message) {
    super(message);
    this.kind = kind;
  }

  DatabaseException(Kind kind, String message, Throwable cause) {
    super(message, cause);
    this.kind = kind;
  }

  /** What went wrong. */
  public Kind kind() {
    return kind;
  }

  /** Whether every other statement on the same connection fails too. */
  public boolean endsSession() {
    return kind == Kind.LOST || kind == Kind.UNREACHABLE;
  }
}
