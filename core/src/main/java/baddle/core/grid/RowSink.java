package baddle.core.grid;

import java.io.IOException;

/** Takes the rows of a sheet from top to bottom. */
public interface RowSink {

  /** Takes a row; it is only valid during the call. Rows without any cell may be left out. */
  void row(GridRow row) throws IOException;

  /** Whether the reader should go on to the next row. */
  default boolean wantsMore() {
    return true;
  }
}
