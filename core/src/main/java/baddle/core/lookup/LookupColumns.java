package baddle.core.lookup;

import baddle.core.table.Block;
import baddle.core.table.Column;
import baddle.core.table.Dictionary;
import baddle.core.table.LongVector;
import baddle.core.table.Schema;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.core.value.ColumnType;
import baddle.core.value.Fit;
import baddle.core.value.Ignored;
import baddle.core.value.ValueReader;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * Brings the columns of a lookup to blocks. A text key is looked up once for each distinct text of
 * a block. Belongs to one thread.
 */
public final class LookupColumns {

  private static final int UNKNOWN = Integer.MIN_VALUE;
  private final LookupTable table;
  private final int[] keyColumns;
  private final int rangeColumn;
  private final int[][] idOfCode;
  private final Object[] defaults;
  private int[] found = {};
  private int[] ids = {};
  private final List<Brought> brought = new ArrayList<>();

  /** What a column gets, by row of the lookup. */
  private static final class Brought {

    /** The different texts, for a column of text. */
    private final List<String> texts;

    /** The index of the text, or the number. */
    private final long[] values;

    /** Set where the row brings nothing. */
    private final BitSet blanks;

    private Brought(List<String> texts, long[] values, BitSet blanks) {
      this.texts = texts;
      this.values = values;
      this.blanks = blanks;
    }

    static Brought of(LookupTable table, int column) {
      List<String> texts = new ArrayList<>();
      Map<String, Integer> known = new HashMap<>();
      long[] values = new long[table.size()];
      BitSet blanks = new BitSet();
      for (int row = 0; row < table.size(); row++) {
        Object value = table.row(row).values().get(column).orElse(null);
        if (value instanceof Long number) {
          values[row] = number;
        } else if (value instanceof String text) {
          Integer index = known.get(text);
          if (index == null) {
            index = texts.size();
            known.put(text, index);
            texts.add(text);
          }
          values[row] = index;
        } else {
          blanks.set(row);
        }
      }
      return new Brought(texts, values, blanks);
    }
  }

  /**
   * A lookup in blocks of a schema.
   *
   * @param schema has the columns of the key, and that of the range
   */
  public LookupColumns(LookupTable table, Schema schema) {
    this.table = table;
    LookupSpec spec = table.spec();
    this.keyColumns =
        spec.match().stream().mapToInt(c -> schema.indexOf(c.name()).orElseThrow()).toArray();
    this.rangeColumn =
        spec.range().map(range -> schema.indexOf(range.column().name()).orElseThrow()).orElse(-1);
    this.idOfCode = new int[keyColumns.length][0];
    for (int i = 0; i < spec.bring().size(); i++) {
      brought.add(Brought.of(table, i));
    }
    this.defaults = spec.bring().stream().map(this::defaultOf).toArray();
  }

  private Object defaultOf(Column column) {
    String text = table.spec().defaults().getOrDefault(column.name(), "");
    if (text.isEmpty() || column.type().kind() == ColumnType.Kind.TEXT) {
      return text;
    }
    ValueReader reader = ValueReader.of(column.type());
    char[] characters = text.toCharArray();
    if (reader.read(characters, 0, characters.length) != Fit.FITS) {
      throw new IllegalArgumentException(text + " is no " + column.type());
    }
    return reader.value();
  }

  /**
   * Looks up every row of a block.
   *
   * @return for each row the lookup's row, {@link LookupTable#MISSING} or {@link
   *     LookupTable#AMBIGUOUS}; valid until the next call
   */
  public int[] find(Block block) {
    int size = block.size();
    if (found.length < size) {
      found = new int[size];
      ids = new int[size];
    }
    if (keyColumns.length == 0) {
      Arrays.fill(found, 0, size, 0);
    }
    for (int part = 0; part < keyColumns.length; part++) {
      int[] of = part == 0 ? found : ids;
      partIds(block, part, of);
      for (int row = 0; part > 0 && row < size; row++) {
        found[row] = table.pairId(part, found[row], ids[row]);
      }
    }
    if (rangeColumn < 0) {
      for (int row = 0; row < size; row++) {
        found[row] = table.find(found[row]);
      }
    } else {
      LongVector values = block.numbers(rangeColumn);
      for (int row = 0; row < size; row++) {
        found[row] =
            values.isBlank(row)
                ? LookupTable.MISSING
                : table.find(found[row], values.values()[row]);
      }
    }
    return found;
  }

  private void partIds(Block block, int part, int[] into) {
    Vector vector = block.vector(keyColumns[part]);
    int size = block.size();
    if (vector instanceof TextVector text) {
      int codes = text.dictionary().size() + 1;
      if (idOfCode[part].length < codes) {
        idOfCode[part] = new int[Math.max(codes, idOfCode[part].length * 2)];
      }
      int[] known = idOfCode[part];
      Arrays.fill(known, 0, codes, UNKNOWN);
      known[Dictionary.BLANK] = LookupTable.MISSING;
      for (int row = 0; row < size; row++) {
        int code = text.codes()[row];
        int id = known[code];
        if (id == UNKNOWN) {
          id = table.idOfText(part, text.dictionary(), code);
          known[code] = id;
        }
        into[row] = id;
      }
      return;
    }
    LongVector numbers = (LongVector) vector;
    for (int row = 0; row < size; row++) {
      into[row] =
          numbers.isBlank(row)
              ? LookupTable.MISSING
              : table.idOfNumber(part, numbers.values()[row]);
    }
  }

  /**
   * The columns it brings, in memory of their own.
   *
   * @param rows what {@link #find} gave for the block
   * @param size how many rows the block has
   */
  public List<Vector> bring(int[] rows, int size) {
    List<Vector> vectors = new ArrayList<>();
    for (int i = 0; i < table.spec().bring().size(); i++) {
      boolean text = table.spec().bring().get(i).type().kind() == ColumnType.Kind.TEXT;
      vectors.add(text ? texts(i, rows, size) : numbers(i, rows, size));
    }
    return vectors;
  }

  private TextVector texts(int column, int[] rows, int size) {
    Brought values = brought.get(column);
    Dictionary dictionary = new Dictionary();
    int missing = dictionary.code((String) defaults[column]);
    int[] codeOfText = new int[values.texts.size()];
    int[] codes = new int[size];
    for (int row = 0; row < size; row++) {
      int at = rows[row];
      if (at < 0) {
        codes[row] = at == LookupTable.MISSING ? missing : Dictionary.BLANK;
      } else if (!values.blanks.get(at)) {
        int text = (int) values.values[at];
        if (codeOfText[text] == 0) {
          codeOfText[text] = dictionary.code(values.texts.get(text));
        }
        codes[row] = codeOfText[text];
      }
    }
    return new TextVector(codes, size, dictionary);
  }

  private LongVector numbers(int column, int[] rows, int size) {
    Brought brings = brought.get(column);
    long[] values = new long[size];
    long[] blanks = new long[(size + 63) / 64];
    boolean anyBlank = false;
    boolean hasDefault = defaults[column] instanceof Long;
    for (int row = 0; row < size; row++) {
      int at = rows[row];
      if (at >= 0 && !brings.blanks.get(at)) {
        values[row] = brings.values[at];
      } else if (at == LookupTable.MISSING && hasDefault) {
        values[row] = (Long) defaults[column];
      } else {
        blanks[row >> 6] |= 1L << (row & 63);
        anyBlank = true;
      }
    }
    return new LongVector(values, anyBlank ? blanks : null, size);
  }

  /** The key of a row, as a person reads it. */
  public String key(Block block, int row) {
    return String.join(", ", parts(block, row));
  }

  /** The key of a row, as it is compared. */
  String comparableKey(Block block, int row) {
    return parts(block, row).stream()
        .map(part -> Ignored.comparable(part, table.spec().ignoring()))
        .collect(Collectors.joining(", "));
  }

  private List<String> parts(Block block, int row) {
    List<String> parts = new ArrayList<>();
    for (int i = 0; i < keyColumns.length; i++) {
      ColumnType type = table.spec().match().get(i).type();
      parts.add(block.vector(keyColumns[i]).shown(row, type));
    }
    return parts;
  }

  /** The key of a row, and the value that decides among the rows of that key, if one does. */
  public String keyAndRange(Block block, int row) {
    Optional<LookupSpec.Range> range = table.spec().range();
    if (range.isEmpty()) {
      return key(block, row);
    }
    String value = block.numbers(rangeColumn).shown(row, range.get().column().type());
    return keyColumns.length == 0 ? value : key(block, row) + " at " + value;
  }

  /** What it looks things up in. */
  public LookupTable table() {
    return table;
  }
}
