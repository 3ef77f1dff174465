package baddle.core.value;

import java.util.Optional;
import org.jspecify.annotations.Nullable;

/** What readers have in common whose values could be read in two ways: they gather evidence. */
abstract class ConventionReader implements ValueReader {

  private ConventionChoice conventionChoice;
  private Evidence evidence;

  ConventionReader(ConventionChoice conventionChoice) {
    this.conventionChoice = conventionChoice;
    this.evidence = new Evidence(conventionChoice.convention());
  }

  @Override
  public final Optional<ConventionChoice> conventionChoice() {
    return Optional.of(conventionChoice);
  }

  @Override
  public void understand(ConventionChoice newChoice) {
    conventionChoice = newChoice;
    evidence = new Evidence(newChoice.convention());
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

  final Convention convention() {
    return conventionChoice.convention();
  }

  /**
   * Counts what a value shows, or that it could be read both ways.
   *
   * @return whether it can be read by the convention
   */
  final boolean fits(@Nullable Convention shown, boolean either) {
    if (shown != null) {
      evidence.add(shown);
    } else if (either) {
      evidence.addEither();
    }
    return agrees(shown, either);
  }

  /** The same, without counting. */
  final boolean agrees(@Nullable Convention shown, boolean either) {
    return shown != null
        ? shown == conventionChoice.convention()
        : !either || !conventionChoice.holdsUnclear();
  }
}
