package baddle.core.grid;

import java.io.IOException;

/**
 * Takes the rows of a sheet from top to bottom. The sink lends the reader a row to fill, so that it
 * may gather several before it works on them: ask for the {@link #next} row, fill it, hand it to
 * {@link #row}, and ask again.
 */
public interface RowSink {

  /** The row to fill; the same one again until it was handed over. */
  GridRow next();

  /** Takes the row that {@link #next} lent. Rows without any cell may be left out. */
  void row(GridRow row) throws IOException;

  /**
   * Whether the reader should go on to the next row. The answer depends on the rows that were
   * handed over, never on one that is still being filled.
   */
  boolean wantsMore();
}
