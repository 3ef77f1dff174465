package baddle.core.intake;

import baddle.core.expression.Expression;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * A rule by which rows are left out.
 *
 * @param when true for the rows it is about, as they stand in the source
 * @param because the reason, under which they are counted
 * @param stated for rows that state totals of the rows above them: by column of the dataset, or
 *     {@link #ROWS}, the heading under which the total stands; empty for the column's own
 */
public record LeaveOut(Expression when, String because, Map<String, String> stated) {

  /** Stands for the number of rows where a column is expected. */
  public static final String ROWS = "rows";

  /** Copies the map. */
  public LeaveOut {
    stated = Collections.unmodifiableMap(new LinkedHashMap<>(stated));
  }
}
