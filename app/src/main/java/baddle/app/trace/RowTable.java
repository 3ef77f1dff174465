package baddle.app.trace;

import java.io.IOException;
import java.util.List;

/** Takes the rows behind a figure. */
public interface RowTable {

  /**
   * Before the first row.
   *
   * @param headings one for each cell
   * @param numbers how many of the last ones are numbers that add up to something
   */
  void begin(List<String> headings, int numbers) throws IOException;

  /** A row; a blank is an empty text. */
  void row(List<String> cells) throws IOException;
}
