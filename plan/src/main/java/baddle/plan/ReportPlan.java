package baddle.plan;

import baddle.core.crosstab.TableForm;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A file that is written each time: summaries, or rows of a dataset.
 *
 * @param file its path, relative to the plan
 * @param summaries the names of the summaries, in order; none for rows
 * @param form how CSV is laid out
 * @param totals whether a form that is a list has subtotals and grand totals
 * @param words what it says besides its figures
 * @param rows the rows; empty for summaries
 */
public record ReportPlan(
    String file,
    List<String> summaries,
    TableForm form,
    boolean totals,
    Words words,
    Optional<RowsPlan> rows) {

  /**
   * What a report says besides its figures.
   *
   * @param title its title; empty for none
   * @param subtitle what it is of; {@code {period}} and {@code {batch}} stand for those of the data
   * @param notes what its readers should know
   * @param titles titles of summaries, by their names
   * @param banded the summaries whose lines have a band behind every other one
   */
  public record Words(
      String title,
      String subtitle,
      List<String> notes,
      Map<String, String> titles,
      List<String> banded) {

    /** None. */
    public static final Words NONE = new Words("", "", List.of(), Map.of(), List.of());

    /** Copies the collections. */
    public Words {
      notes = List.copyOf(notes);
      titles = Map.copyOf(titles);
      banded = List.copyOf(banded);
    }
  }

  /** Copies the list. */
  public ReportPlan {
    summaries = List.copyOf(summaries);
  }
}
