package baddle.app.consolidate;

import baddle.app.kept.KeptResult;
import baddle.app.kept.ProjectState;
import java.nio.file.Path;
import java.util.Optional;

/** What consolidating would say if it were done again with nothing changed. */
public final class StandingResult {

  private StandingResult() {}

  private static KeptResult<ConsolidateResult> kept(Path planFile) {
    return new KeptResult<>(planFile, "standing", ConsolidateResult.class);
  }

  /** Keeps what was found for a state. */
  public static void keep(Path planFile, ConsolidateResult next, ProjectState state) {
    kept(planFile).keep(next, state);
  }

  /**
   * The result that stands for a plan.
   *
   * @return empty if anything has changed since, nothing is known, or the plan has parameters
   */
  public static Optional<ConsolidateResult> of(Path planFile) {
    return kept(planFile).get();
  }
}
