package baddle.core.intake;

import baddle.core.value.Convention;
import java.util.EnumSet;
import java.util.Set;

/**
 * How the sender of a source writes numbers and dates that could be read in two ways.
 *
 * @param shown what its own values or its period prove
 * @param open the conventions that its values leave open, by the one of each two that is first
 */
public record SourceWriting(Set<Convention> shown, Set<Convention> open) {

  /** A source without such values. */
  public static final SourceWriting NOTHING = new SourceWriting(Set.of(), Set.of());

  /** Copies the sets. */
  public SourceWriting {
    shown = Set.copyOf(shown);
    open = Set.copyOf(open);
  }

  /** The conventions of two sources together. */
  public SourceWriting plus(SourceWriting other) {
    return new SourceWriting(both(shown, other.shown), both(open, other.open));
  }

  private static Set<Convention> both(Set<Convention> one, Set<Convention> other) {
    Set<Convention> both = EnumSet.noneOf(Convention.class);
    both.addAll(one);
    both.addAll(other);
    return both;
  }

  /** The one of two conventions that stands for both. */
  static Convention pair(Convention convention) {
    return convention.isOfDates() ? Convention.DAY_FIRST : Convention.DECIMAL_POINT;
  }
}
