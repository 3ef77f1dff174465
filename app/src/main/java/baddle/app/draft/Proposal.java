package baddle.app.draft;

import java.util.List;
import java.util.Optional;

/**
 * Something that a plan should learn.
 *
 * @param lines what, where, and what to write
 * @param change how the plan's text changes; empty for what a person has to decide
 */
public record Proposal(List<String> lines, Optional<Change> change) {

  /** A change of a plan's text. */
  @FunctionalInterface
  interface Change {

    /** The new text; empty where the plan has no place for it. */
    Optional<String> apply(String text);
  }

  /** Copies the list. */
  public Proposal {
    lines = List.copyOf(lines);
  }

  /** One that a person has to decide. */
  static Proposal of(String... lines) {
    return new Proposal(List.of(lines), Optional.empty());
  }
}
