package baddle.core.value;

import baddle.core.value.Understanding.Certainty;

/** Counts for which habit the values of a column speak. */
public final class Evidence {

  private final Habit habit;
  private long forIt;
  private long against;
  private long either;
  private long forItAtMark;
  private long againstAtMark;
  private long eitherAtMark;

  /** About a habit and its other. */
  Evidence(Habit habit) {
    this.habit = habit;
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

  void add(Habit shown) {
    if (shown == habit) {
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

  /** Whether any value was written in a way that has a habit. */
  public boolean isEmpty() {
    return forIt + against + either == 0;
  }

  /** Whether some values could be read both ways, and none shows which. */
  public boolean isUnclear() {
    return forIt + against == 0 && either > 0;
  }

  /** Whether some values speak for the one habit, and some for the other. */
  public boolean isContradictory() {
    return forIt > 0 && against > 0;
  }

  /** Whether the values have to be read otherwise than they were. */
  public boolean contradicts(Understanding taken) {
    Understanding decided = decide();
    return decided.habit() != taken.habit() || (decided.holdsUnclear() && either > 0);
  }

  /**
   * What all the values together show. Where they contradict each other the more frequent habit
   * counts, but a value that could be read both ways can't be trusted then; nor can it where
   * nothing shows the habit.
   */
  public Understanding decide() {
    Habit shown = against > forIt ? habit.other() : habit;
    if (either == 0 && !isContradictory()) {
      return Understanding.known(shown);
    }
    boolean clear = forIt + against > 0 && !isContradictory();
    return clear ? Understanding.known(shown) : new Understanding(shown, Certainty.UNDECIDABLE);
  }
}
