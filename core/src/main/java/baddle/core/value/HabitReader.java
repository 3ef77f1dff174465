package baddle.core.value;

import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What readers have in common whose values could be read in two ways: they gather evidence. */
abstract class HabitReader implements ValueReader {

  private Understanding understanding;
  private Evidence evidence;

  HabitReader(Understanding understanding) {
    this.understanding = understanding;
    this.evidence = new Evidence(understanding.habit());
  }

  @Override
  public final Optional<Understanding> understanding() {
    return Optional.of(understanding);
  }

  @Override
  public void understand(Understanding newUnderstanding) {
    understanding = newUnderstanding;
    evidence = new Evidence(newUnderstanding.habit());
  }

  @Override
  public final Evidence evidence() {
    return evidence;
  }

  @Override
  public void mark() {
    evidence.mark();
  }

  @Override
  public void backToMark() {
    evidence.backToMark();
  }

  final Habit habit() {
    return understanding.habit();
  }

  /**
   * Counts what a value shows, or that it could be read both ways.
   *
   * @return whether it can be read by the habit
   */
  final boolean fits(@Nullable Habit shown, boolean either) {
    if (shown != null) {
      evidence.add(shown);
    } else if (either) {
      evidence.addEither();
    }
    return agrees(shown, either);
  }

  /** The same, without counting. */
  final boolean agrees(@Nullable Habit shown, boolean either) {
    return shown != null
        ? shown == understanding.habit()
        : !either || !understanding.holdsUnclear();
  }
}
