package baddle.core.crosstab.spec;

import java.util.Locale;

/** How a cross-tab becomes a table of a data file. */
public enum TableForm {
  /** As it is shown. */
  SHOWN,
  /** A line for each combination of items, with a column for each measure. */
  LINES,
  /** A line for each cell. */
  CELLS;

  /** What it is called. */
  public String word() {
    return name().toLowerCase(Locale.ROOT);
  }
}
