package baddle.database;

import baddle.core.grid.CellKind;
import java.math.BigDecimal;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.time.format.DateTimeFormatterBuilder;
import java.time.temporal.ChronoField;
import java.util.Locale;
import org.jspecify.annotations.Nullable;

/** Reads the cells of one column of a result: as text, and as what. */
abstract class CellReader {

  /** Local dates and times with no more digits of a second than there are. */
  private static final DateTimeFormatter MOMENT =
      new DateTimeFormatterBuilder()
          .appendPattern("uuuu-MM-dd HH:mm:ss")
          .appendFraction(ChronoField.NANO_OF_SECOND, 0, 6, true)
          .toFormatter(Locale.ROOT);

  /** The last year that is written with four digits. */
  private static final int LAST_YEAR = 9999;

  private CellKind kind = CellKind.BLANK;

  /** The cell of the current row as text; null for a blank. */
  abstract @Nullable String read(ResultSet rows, int column) throws SQLException;

  /** What the cell read last holds. */
  final CellKind kind() {
    return kind;
  }

  final @Nullable String as(CellKind newKind, @Nullable String text) {
    kind = text == null ? CellKind.BLANK : newKind;
    return text;
  }

  /** A column whose texts are all of a kind. */
  static CellReader of(CellKind of) {
    return new CellReader() {
      @Override
      @Nullable String read(ResultSet rows, int column) throws SQLException {
        return as(of, rows.getString(column));
      }
    };
  }

  /** Exact numbers; what is none, such as {@code NaN}, is a text. */
  static CellReader decimals() {
    return new CellReader() {
      @Override
      @Nullable String read(ResultSet rows, int column) throws SQLException {
        String text = rows.getString(column);
        if (text == null || isPlain(text)) {
          return as(CellKind.DECIMAL, text);
        }
        BigDecimal number = number(text);
        return number == null
            ? as(CellKind.TEXT, text)
            : as(CellKind.DECIMAL, number.toPlainString());
      }
    };
  }

  /** Binary numbers, as their shortest digits. */
  static CellReader binaries() {
    return new CellReader() {
      @Override
      @Nullable String read(ResultSet rows, int column) throws SQLException {
        String text = rows.getString(column);
        return as(text == null || number(text) != null ? CellKind.NUMBER : CellKind.TEXT, text);
      }
    };
  }

  /** Dates, or dates with times, without a zone; what no calendar has is a text. */
  static CellReader days() {
    return new CellReader() {
      @Override
      @Nullable String read(ResultSet rows, int column) throws SQLException {
        String text = rows.getString(column);
        return as(text == null || isDay(text) ? CellKind.DATE : CellKind.TEXT, text);
      }
    };
  }

  /** Moments, as a clock in a zone shows them. */
  static CellReader moments(ZoneId zone) {
    return new CellReader() {
      @Override
      @Nullable String read(ResultSet rows, int column) throws SQLException {
        OffsetDateTime moment = rows.getObject(column, OffsetDateTime.class);
        if (moment == null) {
          return as(CellKind.BLANK, null);
        }
        boolean shown = moment.getYear() > 0 && moment.getYear() < LAST_YEAR;
        return shown
            ? as(CellKind.DATE, MOMENT.format(moment.atZoneSameInstant(zone)))
            : as(CellKind.TEXT, rows.getString(column));
      }
    };
  }

  /** Truth values. */
  static CellReader truths() {
    return new CellReader() {
      @Override
      @Nullable String read(ResultSet rows, int column) throws SQLException {
        boolean truth = rows.getBoolean(column);
        return as(CellKind.BOOLEAN, rows.wasNull() ? null : String.valueOf(truth));
      }
    };
  }

  /** Columns of a database in which each value has a type of its own. */
  static CellReader values(String name) {
    return new CellReader() {
      @Override
      @Nullable String read(ResultSet rows, int column) throws SQLException {
        Object value = rows.getObject(column);
        if (value == null) {
          return as(CellKind.BLANK, null);
        }
        if (value instanceof byte[]) {
          throw new SQLException(
              "column " + name + " holds bytes, which are no text and no number; leave it out");
        }
        if (value instanceof Double || value instanceof Float) {
          String text = String.valueOf(value);
          BigDecimal number = number(text);
          return number == null
              ? as(CellKind.TEXT, text)
              : as(CellKind.NUMBER, number.stripTrailingZeros().toPlainString());
        }
        return as(value instanceof Number ? CellKind.DECIMAL : CellKind.TEXT, value.toString());
      }
    };
  }

  /** Dates of drivers that write them in ways of their own. */
  static CellReader timestamps() {
    return new CellReader() {
      @Override
      @Nullable String read(ResultSet rows, int column) throws SQLException {
        Timestamp moment = rows.getTimestamp(column);
        return as(CellKind.DATE, moment == null ? null : MOMENT.format(moment.toLocalDateTime()));
      }
    };
  }

  private static boolean isPlain(String text) {
    int start = text.startsWith("-") ? 1 : 0;
    for (int i = start; i < text.length(); i++) {
      char c = text.charAt(i);
      if ((c < '0' || c > '9') && c != '.') {
        return false;
      }
    }
    return text.length() > start;
  }

  private static @Nullable BigDecimal number(String text) {
    try {
      return new BigDecimal(text);
    } catch (NumberFormatException e) {
      return null;
    }
  }

  private static boolean isDay(String text) {
    return text.length() >= 10
        && Character.isDigit(text.charAt(0))
        && text.charAt(4) == '-'
        && !text.endsWith("BC");
  }
}
