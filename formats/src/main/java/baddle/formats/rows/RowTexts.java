package baddle.formats.rows;

import baddle.core.table.Block;
import baddle.core.table.Dictionary;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import org.jspecify.annotations.Nullable;

/**
 * The values of blocks as text. A text is made once for each block, a number or a day as long as
 * the same ones come again. Belongs to one writer.
 */
final class RowTexts {

  private static final int KNOWN = 1 << 10;
  private static final String[] NONE = {};

  private final Column[] columns;
  private final @Nullable String[] one = new String[1];

  /**
   * Of blocks with these columns.
   *
   * @param decimalMark between whole numbers and decimals
   */
  RowTexts(Schema schema, char decimalMark) {
    columns = new Column[schema.size()];
    for (int i = 0; i < columns.length; i++) {
      columns[i] = new Column(schema.column(i).type(), decimalMark);
    }
  }

  /** The value of a cell; null for a blank. */
  @Nullable String text(Block block, int column, int row) {
    columns[column].texts(block.vector(column), row, 1, one);
    return one[0];
  }

  /**
   * The values of a column's cells; nulls for blanks.
   *
   * @param from the first row
   * @param count how many rows
   * @param into takes the values, from 0
   */
  void texts(Block block, int column, int from, int count, @Nullable String[] into) {
    columns[column].texts(block.vector(column), from, count, into);
  }

  private static final class Column {

    private final ColumnType type;
    private final char decimalMark;
    private @Nullable TextVector known;
    private @Nullable String[] texts = NONE;
    private final long[] numbers = new long[KNOWN];
    private final @Nullable String[] shown = new String[KNOWN];

    Column(ColumnType type, char decimalMark) {
      this.type = type;
      this.decimalMark = decimalMark;
    }

    void texts(Vector vector, int from, int count, @Nullable String[] into) {
      if (vector instanceof TextVector text) {
        ofCodes(text, from, count, into);
      } else {
        ofNumbers((LongVector) vector, from, count, into);
      }
    }

    /** A dictionary can be used again for other texts; a vector can't. */
    private void ofCodes(TextVector vector, int from, int count, @Nullable String[] into) {
      int[] codes = vector.codes();
      Dictionary of = vector.dictionary();
      if (vector != known) {
        texts = new String[of.size() + 1];
        known = vector;
      }
      for (int i = 0; i < count; i++) {
        int code = codes[from + i];
        String text = texts[code];
        if (text == null && code != Dictionary.BLANK) {
          text = of.text(code);
          texts[code] = text;
        }
        into[i] = text;
      }
    }

    private void ofNumbers(LongVector vector, int from, int count, @Nullable String[] into) {
      long[] values = vector.values();
      for (int i = 0; i < count; i++) {
        into[i] = vector.isBlank(from + i) ? null : ofNumber(values[from + i]);
      }
    }

    private String ofNumber(long number) {
      int at = (int) ((number * 0x9E3779B97F4A7C15L) >>> 54);
      String text = shown[at];
      if (text == null || numbers[at] != number) {
        text = type.isNumber() ? digits(number) : type.shown(number);
        numbers[at] = number;
        shown[at] = text;
      }
      return text;
    }

    /** Plain digits with the decimal mark. */
    private String digits(long number) {
      int places = type.places();
      if (places == 0) {
        return Long.toString(number);
      }
      String all = Long.toString(Math.abs(number));
      StringBuilder text = new StringBuilder(all.length() + places + 3);
      text.append(number < 0 ? "-" : "");
      int whole = all.length() - places;
      if (whole <= 0) {
        text.append('0').append(decimalMark).append("0".repeat(-whole)).append(all);
      } else {
        text.append(all, 0, whole).append(decimalMark).append(all, whole, all.length());
      }
      return text.toString();
    }
  }

  /** A count with its verb: {@code 1 text has}, {@code 3 texts have}. */
  static String counted(long count, String one, String several) {
    return count == 1 ? one : count + " " + several;
  }
}
