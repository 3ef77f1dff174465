package baddle.core.intake;

import baddle.core.calendar.Period;
import baddle.core.value.Convention;
import baddle.core.value.ConventionChoice;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * What is known of how the values of a source are written, besides what they show.
 *
 * @param shown what reading the source once has shown, by column
 * @param period the period that the source states, in which its dates are likely to be
 * @param siblings what the sender's other files show
 */
public record WritingHints(
    Map<String, ConventionChoice> shown, Optional<Period> period, Set<Convention> siblings) {

  /** Nothing is known. */
  public static final WritingHints NONE = new WritingHints(Map.of(), Optional.empty(), Set.of());

  /** Copies the collections. */
  public WritingHints {
    shown = Map.copyOf(shown);
    siblings = Set.copyOf(siblings);
  }

  /** The same, with what reading the source once has shown. */
  WritingHints with(Map<String, ConventionChoice> others) {
    return new WritingHints(others, period, siblings);
  }
}
