package baddle.formats.result;

import baddle.core.grid.CellKind;
import java.util.Locale;

/** The words of a kept result. */
final class ResultWords {

  /** The key of the format's version, which begins the file. */
  static final String VERSION_KEY = "baddle_result";

  static final int VERSION = 1;
  static final String DATABASE = "database";
  static final String QUERY = "query";
  static final String VALUES = "values";
  static final String COLUMNS = "columns";
  static final String NAME = "name";
  static final String TYPE = "type";
  static final String HOLDS = "holds";

  private ResultWords() {}

  /** The word for what a cell holds. */
  static String of(CellKind kind) {
    return kind.name().toLowerCase(Locale.ROOT);
  }

  /** What a word means; text for one that isn't known. */
  static CellKind kind(String word) {
    for (CellKind kind : CellKind.values()) {
      if (of(kind).equals(word)) {
        return kind;
      }
    }
    return CellKind.TEXT;
  }
}
