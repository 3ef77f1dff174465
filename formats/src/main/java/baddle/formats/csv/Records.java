package baddle.formats.csv;

import baddle.core.grid.GridRow;
import java.io.Closeable;
import java.io.IOException;

/** The records of delimited text, one after the other. */
interface Records extends Closeable {

  /** The most columns that are read, as many as a workbook has. */
  int MOST_COLUMNS = 16_384;

  /**
   * Fills a row with the next record; a blank line leaves it without cells.
   *
   * @return whether there was one
   * @throws java.nio.charset.CharacterCodingException where the text isn't in its charset
   * @throws baddle.core.grid.UnreadableFileException where quotes don't pair up
   */
  boolean next(GridRow row) throws IOException;

  /** The line on which the last record began, from 1; 0 before the first. */
  int line();
}
