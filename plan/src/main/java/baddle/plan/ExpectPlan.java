package baddle.plan;

import baddle.core.calendar.Grain;
import java.util.List;

/**
 * What a feed should have.
 *
 * @param every the grain of the calendar of which no period may be missing
 * @param per columns for each of whose values that holds; none for the feed as a whole
 */
public record ExpectPlan(Grain every, List<String> per) {

  /** The grains that files can be expected by. */
  public static final List<Grain> GRAINS =
      List.of(Grain.DAY, Grain.WEEK, Grain.MONTH, Grain.QUARTER, Grain.YEAR);

  /** Copies the list. */
  public ExpectPlan {
    per = List.copyOf(per);
  }
}
