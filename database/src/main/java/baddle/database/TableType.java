package baddle.database;

import baddle.core.table.Column;
import baddle.core.value.ColumnType;
import java.util.Locale;

/** The types that columns have in tables. */
final class TableType {

  /** As many digits as a number of a dataset can have. */
  private static final int DIGITS = 18;

  private TableType() {}

  /**
   * The type of a column, as it is declared. A database in a file has exact numbers only as text.
   */
  static String of(Engine engine, Column column) {
    ColumnType.Kind kind = column.type().kind();
    if (engine == Engine.SQLITE) {
      boolean whole = kind == ColumnType.Kind.INTEGER || kind == ColumnType.Kind.BOOLEAN;
      return whole ? "integer" : "text";
    }
    return switch (kind) {
      case TEXT -> "text";
      case INTEGER -> "bigint";
      case DECIMAL -> "numeric(" + DIGITS + "," + column.type().places() + ")";
      case DATE -> "date";
      case TIMESTAMP -> "timestamp";
      case BOOLEAN -> "boolean";
    };
  }

  /** Whether a column that is there takes all values of one that is wanted. */
  static boolean takes(String there, String wanted) {
    String type = there.toLowerCase(Locale.ROOT);
    return type.equals(wanted)
        || (wanted.equals("text") && type.equals("character varying"))
        || (wanted.equals("timestamp") && type.equals("timestamp without time zone"))
        || isWider(type, wanted);
  }

  /** Whether it is a decimal of the same places and at least as many digits. */
  private static boolean isWider(String there, String wanted) {
    if (!there.startsWith("numeric(") || !wanted.startsWith("numeric(")) {
      return false;
    }
    String[] has = there.substring(8, there.length() - 1).split(",");
    String[] wants = wanted.substring(8, wanted.length() - 1).split(",");
    return has[1].equals(wants[1]) && Integer.parseInt(has[0]) >= Integer.parseInt(wants[0]);
  }
}
