package baddle.app.compare;

import java.util.Locale;

/** What became of a row, by the dataset's key; without a key a row is known by all it holds. */
public enum RowChange {
  /** No row of its file had its key. */
  ADDED,
  /** No row of its file has its key any more. */
  REMOVED,
  /** The row with its key holds something else. */
  ALTERED;

  /** For a person. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }
}
