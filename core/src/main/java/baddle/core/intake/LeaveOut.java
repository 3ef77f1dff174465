package baddle.core.intake;

import baddle.core.expression.Expression;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * A rule by which rows are left out.
 *
 * @param when true for the rows it is about, as they are in the source
 * @param because the reason, under which they are counted
 * @param stated for rows that state totals of the rows above them: by column of the dataset, or
 *     {@link #ROWS}, the heading under which the total is; empty for the column's own
 * @param span which rows a stated total is of
 * @param ends the carried columns whose value applies only up to such a row; empty for all of them
 *     where the rule states totals, else for none
 */
public record LeaveOut(
    Expression when,
    String because,
    Map<String, String> stated,
    Span span,
    Optional<List<String>> ends) {

  /** Which rows a total is of. */
  public enum Span {
    /** Those since the row that the same rule left out before. */
    SINCE_LAST,
    /** Those of the same block, and of them those since the row that the rule left out before. */
    BLOCK
  }

  /** Stands for the number of rows where a column is expected. */
  public static final String ROWS = "rows";

  /** A rule whose totals are of the rows since the last. */
  public LeaveOut(Expression when, String because, Map<String, String> stated) {
    this(when, because, stated, Span.SINCE_LAST, Optional.empty());
  }

  /** Copies the map and the list. */
  public LeaveOut {
    stated = Collections.unmodifiableMap(new LinkedHashMap<>(stated));
    ends = ends.map(List::copyOf);
  }

  /** Whether nothing is carried past such a row in a column. */
  boolean ends(String column) {
    return ends.map(columns -> columns.contains(column)).orElse(!stated.isEmpty());
  }

  /** Sources are known by it, so it is what it was where {@code ends} isn't said. */
  @Override
  public String toString() {
    return "LeaveOut[when="
        + when
        + ", because="
        + because
        + ", stated="
        + stated
        + ", span="
        + span
        + ends.map(columns -> ", ends=" + columns).orElse("")
        + "]";
  }
}
