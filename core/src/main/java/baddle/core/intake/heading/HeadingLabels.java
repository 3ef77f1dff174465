package baddle.core.intake.heading;

import baddle.core.calendar.Period;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Which headings become rows, and under which label. */
public interface HeadingLabels {

  /** The label of a heading's rows, as text; empty for a heading that stays a column. */
  Optional<String> label(String heading);

  /**
   * The labels that every source must have a heading for, each with the spellings of that heading;
   * none where a pattern takes what there is.
   */
  default Map<String, List<String>> required() {
    return Map.of();
  }

  /** The spellings, for messages. */
  List<String> spellings();

  /** The same in a source of a period, whose year months without one belong to. */
  default HeadingLabels inSourceOf(Optional<Period> period) {
    return this;
  }
}
