package baddle.plan.output;

import baddle.core.crosstab.spec.SummaryLook;
import baddle.core.crosstab.spec.TableForm;
import baddle.core.expression.AxisItem;
import java.util.List;
import java.util.Locale;
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
 * @param reading what its readers can do with it
 * @param rows the rows; empty for summaries
 * @param removesGone whether the file of a value that the data has no more is removed
 */
public record ReportPlan(
    String file,
    List<String> summaries,
    TableForm form,
    boolean totals,
    Words words,
    Reading reading,
    Optional<RowsPlan> rows,
    boolean removesGone) {

  /** Whether there is a file for each value. */
  public boolean isEach() {
    return !reading.forEach().isEmpty() || rows.filter(one -> !one.splitBy().isEmpty()).isPresent();
  }

  /**
   * What a report says besides its figures.
   *
   * @param title its title; empty for none
   * @param subtitle what it is of; {@code {period}} and {@code {batch}} stand for those of the data
   * @param notes what its readers should know
   * @param looks what is made of summaries, by their names
   */
  public record Words(
      String title, String subtitle, List<String> notes, Map<String, SummaryLook> looks) {

    /** None. */
    public static final Words NONE = new Words("", "", List.of(), Map.of());

    /** Copies the collections. */
    public Words {
      notes = List.copyOf(notes);
      looks = Map.copyOf(looks);
    }
  }

  /** Where a report has the rows behind its figures. */
  public enum Behind {
    /** Nowhere. */
    NONE,
    /** On a sheet of their own. */
    SHEET,
    /** On a sheet of their own that isn't shown until a reader asks for it. */
    HIDDEN_SHEET,
    /** On a sheet of their own that a reader can't ask for. */
    SEALED_SHEET,
    /** In the page. */
    PAGE;

    /** Whether they are on a sheet of a workbook. */
    public boolean isSheet() {
      return this == SHEET || this == HIDDEN_SHEET || this == SEALED_SHEET;
    }

    /** As it is written in the plan. */
    public String word() {
      return name().toLowerCase(Locale.ROOT).replace('_', ' ');
    }
  }

  /**
   * What readers can do with a report.
   *
   * @param filters what they can leave items out of
   * @param behind where the rows behind the figures are
   * @param shown the summaries whose rows those are; none for all
   * @param columns which of their columns are shown; none for all of the dataset
   * @param forEach the column for each of whose values there is a file of its own; empty for one
   *     file of all
   */
  public record Reading(
      List<AxisItem> filters,
      Behind behind,
      List<String> shown,
      List<String> columns,
      String forEach) {

    /** They read it. */
    public static final Reading PLAIN =
        new Reading(List.of(), Behind.NONE, List.of(), List.of(), "");

    /** Copies the lists. */
    public Reading {
      filters = List.copyOf(filters);
      shown = List.copyOf(shown);
      columns = List.copyOf(columns);
    }

    /** Whether the rows behind a summary are wanted. */
    public boolean shows(String summary) {
      return shown.isEmpty() || shown.contains(summary);
    }
  }

  /** Copies the list. */
  public ReportPlan {
    summaries = List.copyOf(summaries);
  }
}
