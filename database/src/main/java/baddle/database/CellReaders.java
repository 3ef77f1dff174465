package baddle.database;

import baddle.core.grid.CellKind;
import java.sql.ResultSetMetaData;
import java.sql.SQLException;
import java.sql.Types;
import java.time.ZoneId;
import java.util.Locale;
import java.util.Set;

/** Chooses how the columns of a result are read, by their types. */
final class CellReaders {

  private static final Set<Integer> EXACT =
      Set.of(
          Types.TINYINT, Types.SMALLINT, Types.INTEGER, Types.BIGINT, Types.NUMERIC, Types.DECIMAL);
  private static final Set<Integer> BINARY = Set.of(Types.REAL, Types.FLOAT, Types.DOUBLE);
  private static final Set<Integer> TEXTS =
      Set.of(
          Types.CHAR,
          Types.VARCHAR,
          Types.LONGVARCHAR,
          Types.NCHAR,
          Types.NVARCHAR,
          Types.LONGNVARCHAR,
          Types.CLOB,
          Types.NCLOB,
          Types.SQLXML,
          Types.ROWID,
          Types.NULL);

  private final Engine engine;
  private final ZoneId zone;

  /**
   * For results of a database.
   *
   * @param zone whose clock shows moments
   */
  CellReaders(Engine engine, ZoneId zone) {
    this.engine = engine;
    this.zone = zone;
  }

  /**
   * How a column is read.
   *
   * @param column from 1
   * @throws DatabaseException if its type isn't read
   */
  CellReader of(ResultSetMetaData columns, int column) throws SQLException, DatabaseException {
    String name = columns.getColumnLabel(column);
    if (engine == Engine.SQLITE) {
      return CellReader.values(name);
    }
    int type = columns.getColumnType(column);
    String word = columns.getColumnTypeName(column).toLowerCase(Locale.ROOT);
    if (engine != Engine.POSTGRESQL) {
      return standard(name, type, word);
    }
    return switch (word) {
      case "bool" -> CellReader.truths();
      case "timestamptz" -> CellReader.moments(zone);
      case "timetz", "interval" -> CellReader.of(CellKind.TEXT);
      case "money", "bit", "varbit", "record" -> throw refused(name, word);
      default -> standard(name, type, word);
    };
  }

  private CellReader standard(String name, int type, String word) throws DatabaseException {
    if (EXACT.contains(type)) {
      return CellReader.decimals();
    }
    if (BINARY.contains(type)) {
      return CellReader.binaries();
    }
    boolean ownText = engine == Engine.POSTGRESQL && type == Types.OTHER;
    if (TEXTS.contains(type) || ownText) {
      return CellReader.of(CellKind.TEXT);
    }
    return switch (type) {
      case Types.DATE -> CellReader.days();
      case Types.TIMESTAMP ->
          engine == Engine.POSTGRESQL ? CellReader.days() : CellReader.timestamps();
      case Types.TIMESTAMP_WITH_TIMEZONE -> CellReader.moments(zone);
      case Types.TIME -> CellReader.of(CellKind.TIME);
      case Types.BOOLEAN, Types.BIT -> CellReader.truths();
      default -> throw refused(name, word);
    };
  }

  private static DatabaseException refused(String name, String type) {
    return new DatabaseException(
        DatabaseException.Kind.TYPE,
        "column "
            + name
            + " is of type "
            + type
            + ", which isn't read; leave it out, or let the query make a text or a number of it"
            + " with cast(... as ...)");
  }
}
