package baddle.app.look;

import java.util.List;

/**
 * Files whose tables have the same headings.
 *
 * @param example the first of them
 * @param files a line for each
 */
public record Layout(LookedFile example, List<FileLine> files) {

  /** Copies the list. */
  public Layout {
    files = List.copyOf(files);
  }

  /**
   * One file of a layout.
   *
   * @param path as it was found
   * @param sheets how many sheets have tables
   * @param rows how many rows its tables have, as far as they were read
   * @param stoppedEarly whether there may be more
   * @param first the least date of its first column of dates; empty for none
   * @param last the greatest
   * @param differs in what it isn't like the example
   */
  public record FileLine(
      String path,
      int sheets,
      long rows,
      boolean stoppedEarly,
      String first,
      String last,
      List<String> differs) {

    /** Copies the list. */
    public FileLine {
      differs = List.copyOf(differs);
    }
  }
}
