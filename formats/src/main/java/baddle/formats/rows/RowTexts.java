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
    return columns[column].text(block.vector(column), row);
  }

  private static final class Column {

    private final ColumnType type;
    private final char decimalMark;
    private @Nullable Dictionary dictionary;
    private String[] texts = NONE;
    private final long[] numbers = new long[KNOWN];
    private final String[] shown = new String[KNOWN];

    Column(ColumnType type, char decimalMark) {
      this.type = type;
      this.decimalMark = decimalMark;
    }

    @Nullable String text(Vector vector, int row) {
      if (vector instanceof TextVector text) {
        int code = text.codes()[row];
        return code == Dictionary.BLANK ? null : ofCode(text.dictionary(), code);
      }
      LongVector longs = (LongVector) vector;
      return longs.isBlank(row) ? null : ofNumber(longs.values()[row]);
    }

    private String ofCode(Dictionary of, int code) {
      if (of != dictionary || texts.length <= code) {
        texts = new String[of.size() + 1];
        dictionary = of;
      }
      String text = texts[code];
      if (text == null) {
        text = of.text(code);
        texts[code] = text;
      }
      return text;
    }

    private String ofNumber(long number) {
      int at = (int) ((number * 0x9E3779B97F4A7C15L) >>> 54);
      String text = shown[at];
      if (text == null || numbers[at] != number) {
        text = type.shown(number);
        if (decimalMark != '.' && type.places() > 0) {
          text = text.replace('.', decimalMark);
        }
        numbers[at] = number;
        shown[at] = text;
      }
      return text;
    }
  }
}
