package baddle.database;

import java.sql.Connection;
import java.sql.PreparedStatement;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Optional;
import java.util.StringJoiner;

/** Who keeps tables of a PostgreSQL database locked for changes. */
final class LockHolders {

  private static final int MOST = 3;

  /** Readers are listed too: replacing a table waits for them. */
  private static final String HELD =
      """
      select distinct a.pid, a.usename, coalesce(nullif(a.application_name, ''), 'no name'),
        a.state, to_char(a.xact_start, 'YYYY-MM-DD HH24:MI'),
        string_agg(distinct coalesce(cast(cast(l.relation as regclass) as text),
          'a load of baddle''s'), ', ')
      from pg_locks l join pg_stat_activity a on a.pid = l.pid
      where l.granted and a.pid <> pg_backend_pid() and a.datname = current_database()
        and ((l.locktype = 'advisory' and (cast(l.classid as bigint) << 32) + cast(l.objid as bigint) = ?)
          or l.relation in (select oid from pg_class where relkind in ('r', 'p')
            and relnamespace not in
              (select oid from pg_namespace where nspname in ('pg_catalog', 'pg_toast'))))
      group by a.pid, a.usename, a.application_name, a.state, a.xact_start
      order by a.pid""";

  private LockHolders() {}

  /** The same failure; one of a wait that was too long names who is waited for. */
  static DatabaseException explained(
      DatabaseException failure, Connection connection, Access access) {
    boolean waited = failure.kind() == DatabaseException.Kind.LIMIT;
    if (!waited || Engine.of(access.url()) != Engine.POSTGRESQL) {
      return failure;
    }
    try {
      connection.rollback();
      Optional<String> holders = words(connection);
      return holders.isEmpty()
          ? failure
          : new DatabaseException(
              DatabaseException.Kind.LIMIT,
              access.harmless(
                  "waited "
                      + access.querySeconds()
                      + " s for others who use tables of "
                      + access.name()
                      + " at the moment: "
                      + holders.get()
                      + "; nothing was changed; load again when they are done"),
              failure);
    } catch (SQLException e) {
      failure.addSuppressed(e);
      return failure;
    }
  }

  /** Each with what it holds and since when; empty where there is none. */
  private static Optional<String> words(Connection connection) throws SQLException {
    StringJoiner words = new StringJoiner("; ");
    int count = 0;
    try (PreparedStatement statement = connection.prepareStatement(HELD)) {
      statement.setLong(1, TableLoader.LOCK);
      try (ResultSet rows = statement.executeQuery()) {
        while (rows.next()) {
          if (++count <= MOST) {
            words.add(holder(rows));
          }
        }
      }
    }
    if (count > MOST) {
      words.add(count - MOST + " more");
    }
    return count == 0 ? Optional.empty() : Optional.of(words.toString());
  }

  private static String holder(ResultSet row) throws SQLException {
    return "user "
        + row.getString(2)
        + " in process "
        + row.getString(1)
        + " ("
        + row.getString(3)
        + ", "
        + row.getString(4)
        + ", since "
        + row.getString(5)
        + ") has "
        + row.getString(6);
  }
}
