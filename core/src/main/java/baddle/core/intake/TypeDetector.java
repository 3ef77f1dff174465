package baddle.core.intake;

import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Dictionary;
import baddle.core.table.TextVector;
import baddle.core.value.ColumnType;
import baddle.core.value.Fit;
import baddle.core.value.ValueReader;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * Finds out what the columns of text blocks hold: the type that at least nine of ten filled values
 * have; decimals get the places of the value with the most. A column of digits in which a value
 * begins with a zero holds codes, so it is text. Each distinct value of a block is looked at once.
 */
public final class TypeDetector implements BlockSink {

  private static final int TENTHS = 9;

  private final List<Evidence> columns = new ArrayList<>();

  @Override
  public void accept(Block block, int from, int to) {
    while (columns.size() < block.schema().size()) {
      columns.add(new Evidence());
    }
    for (int i = 0; i < columns.size(); i++) {
      columns.get(i).add(block.text(i), from, to);
    }
  }

  /**
   * The type of a column, by its index from 0; text where it has no value.
   *
   * @param column an index into the blocks' schema
   */
  public ColumnType type(int column) {
    return column < columns.size() ? columns.get(column).type() : ColumnType.text();
  }

  private static final class Evidence {

    private final Map<ColumnType.Kind, ValueReader> readers = new EnumMap<>(ColumnType.Kind.class);
    private final Map<ColumnType.Kind, Long> fitting = new EnumMap<>(ColumnType.Kind.class);
    private final ValueReader[] numbers = new ValueReader[ColumnType.MOST_PLACES + 1];
    private long filled;
    private int places;
    private boolean codes;

    Evidence() {
      for (ColumnType.Kind kind : List.of(ColumnType.Kind.DATE, ColumnType.Kind.TIMESTAMP)) {
        readers.put(kind, ValueReader.of(ColumnType.of(kind)));
      }
      for (int i = 0; i < numbers.length; i++) {
        numbers[i] = ValueReader.of(ColumnType.decimal(i));
      }
    }

    void add(TextVector text, int from, int to) {
      Dictionary dictionary = text.dictionary();
      int[] rows = new int[dictionary.size() + 1];
      for (int row = from; row < to; row++) {
        rows[text.codes()[row]]++;
      }
      for (int code = 1; code < rows.length; code++) {
        if (rows[code] > 0) {
          add(dictionary.text(code), rows[code]);
        }
      }
    }

    private void add(String value, int rows) {
      filled += rows;
      char[] characters = value.toCharArray();
      int needed = Math.min(places(value), ColumnType.MOST_PLACES);
      if (numbers[needed].read(characters, 0, characters.length) == Fit.FITS) {
        fitting.merge(ColumnType.Kind.DECIMAL, (long) rows, Long::sum);
        places = Math.max(places, needed);
        codes |= value.length() > 1 && value.charAt(0) == '0' && value.indexOf('.') < 0;
      }
      readers.forEach(
          (kind, reader) -> {
            if (reader.read(characters, 0, characters.length) == Fit.FITS) {
              fitting.merge(kind, (long) rows, Long::sum);
            }
          });
    }

    private static int places(String number) {
      int point = number.indexOf('.');
      return point < 0 ? 0 : number.length() - point - 1;
    }

    ColumnType type() {
      if (mostAre(ColumnType.Kind.DECIMAL) && !codes) {
        return places == 0 ? ColumnType.of(ColumnType.Kind.INTEGER) : ColumnType.decimal(places);
      }
      for (ColumnType.Kind kind : readers.keySet()) {
        if (mostAre(kind)) {
          return ColumnType.of(kind);
        }
      }
      return ColumnType.text();
    }

    private boolean mostAre(ColumnType.Kind kind) {
      return filled > 0 && fitting.getOrDefault(kind, 0L) * 10 >= filled * TENTHS;
    }
  }
}
