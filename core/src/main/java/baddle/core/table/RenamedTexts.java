package baddle.core.table;

import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * Texts of some columns that are read as others, such as several spellings of one name.
 *
 * @param byColumn by column, the text that takes the place of another
 */
public record RenamedTexts(Map<String, Map<String, String>> byColumn) {

  /** None. */
  public static final RenamedTexts NONE = new RenamedTexts(Map.of());

  /** Copies the maps; their order is always the same. */
  public RenamedTexts {
    Map<String, Map<String, String>> copy = new TreeMap<>();
    byColumn.forEach((column, texts) -> copy.put(column, new TreeMap<>(texts)));
    byColumn = Collections.unmodifiableMap(copy);
  }

  /** Whether there are none. */
  public boolean isNone() {
    return byColumn.isEmpty();
  }

  /** Those of some columns. */
  public RenamedTexts of(List<String> columns) {
    Map<String, Map<String, String>> some = new LinkedHashMap<>(byColumn);
    some.keySet().retainAll(columns);
    return new RenamedTexts(some);
  }

  /** A block with the other texts. */
  public Block in(Block block) {
    List<Vector> vectors = new ArrayList<>();
    boolean any = false;
    for (int i = 0; i < block.schema().size(); i++) {
      Vector vector = block.vector(i);
      Map<String, String> texts = byColumn.get(block.schema().column(i).name());
      if (texts != null && vector instanceof TextVector text) {
        Vector renamed = renamed(text, texts);
        any |= renamed != vector;
        vectors.add(renamed);
      } else {
        vectors.add(vector);
      }
    }
    return any ? new Block(block.schema(), vectors, block.rowNumbers(), block.size()) : block;
  }

  private static Vector renamed(TextVector vector, Map<String, String> texts) {
    Dictionary own = vector.dictionary();
    boolean any = false;
    for (int code = 1; code <= own.size() && !any; code++) {
      any = texts.containsKey(own.text(code));
    }
    if (!any) {
      return vector;
    }
    Dictionary dictionary = new Dictionary();
    int[] codes = new int[own.size() + 1];
    for (int code = 1; code <= own.size(); code++) {
      String text = own.text(code);
      char[] other = texts.getOrDefault(text, text).toCharArray();
      codes[code] = dictionary.code(other, 0, other.length);
    }
    int[] rows = new int[vector.size()];
    for (int row = 0; row < rows.length; row++) {
      rows[row] = codes[vector.codes()[row]];
    }
    return new TextVector(rows, rows.length, dictionary);
  }
}
