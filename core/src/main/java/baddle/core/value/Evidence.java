package baddle.core.value;

import baddle.core.calendar.Period;
import baddle.core.value.ConventionChoice.Certainty;
import java.util.Optional;

/** Counts for which convention the values of a column speak. */
public final class Evidence {

  private final Convention convention;
  private long forIt;
  private long against;
  private long either;
  private long forItAtMark;
  private long againstAtMark;
  private long eitherAtMark;
  private long ownFirst = Long.MAX_VALUE;
  private long ownLast = Long.MIN_VALUE;
  private long otherFirst = Long.MAX_VALUE;
  private long otherLast = Long.MIN_VALUE;

  /** About a convention and its other. */
  Evidence(Convention convention) {
    this.convention = convention;
  }

  /** Remembers the counts as they are. */
  void mark() {
    forItAtMark = forIt;
    againstAtMark = against;
    eitherAtMark = either;
  }

  /** Forgets what was counted since the mark. */
  void backToMark() {
    forIt = forItAtMark;
    against = againstAtMark;
    either = eitherAtMark;
  }

  void add(Convention shown) {
    if (shown == convention) {
      forIt++;
    } else {
      against++;
    }
  }

  void addFor() {
    forIt++;
  }

  void addEither() {
    either++;
  }

  /**
   * Notes the day that a value is which could be read both ways.
   *
   * @param own by the convention, in days since 1970-01-01
   * @param other by its other
   */
  void addDays(long own, long other) {
    ownFirst = Math.min(ownFirst, own);
    ownLast = Math.max(ownLast, own);
    otherFirst = Math.min(otherFirst, other);
    otherLast = Math.max(otherLast, other);
  }

  /**
   * By which convention all days that could be read both ways lie in a period; empty where they do
   * by both, or by none.
   */
  public Optional<Convention> within(Period period) {
    boolean own = isWithin(period, ownFirst, ownLast);
    boolean other = isWithin(period, otherFirst, otherLast);
    return own == other ? Optional.empty() : Optional.of(own ? convention : convention.other());
  }

  private static boolean isWithin(Period period, long first, long last) {
    return first <= last && period.holds(first) && period.holds(last);
  }

  /** Whether any value was written in a way that has a convention. */
  public boolean isEmpty() {
    return forIt + against + either == 0;
  }

  /** Whether some values could be read both ways, and none shows which. */
  public boolean isUnclear() {
    return forIt + against == 0 && either > 0;
  }

  /** Whether some values speak for the one convention, and some for the other. */
  public boolean isContradictory() {
    return forIt > 0 && against > 0;
  }

  /** Whether the values have to be read otherwise than they were, by what was decided. */
  public boolean contradicts(ConventionChoice taken, ConventionChoice decided) {
    return decided.convention() != taken.convention() || (decided.holdsUnclear() && either > 0);
  }

  /**
   * What all the values together show. Where they contradict each other the more frequent
   * convention counts, but a value that could be read both ways can't be trusted then; nor can it
   * where nothing shows the convention.
   */
  public ConventionChoice decide() {
    Convention shown = against > forIt ? convention.other() : convention;
    if (either == 0 && !isContradictory()) {
      return ConventionChoice.known(shown);
    }
    boolean clear = forIt + against > 0 && !isContradictory();
    return clear
        ? ConventionChoice.known(shown)
        : new ConventionChoice(shown, Certainty.UNDECIDABLE);
  }
}
