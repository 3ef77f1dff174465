package baddle.app.compare;

import java.util.List;
import java.util.Optional;

/**
 * What moved.
 *
 * @param before what is compared with: {@code batch 3, made at...} or a period
 * @param after what is compared
 * @param sources the files that differ; none between periods
 * @param summaries what moved in each summary
 */
public record Comparison(
    String before, String after, List<SourceChange> sources, List<Summary> summaries) {

  /**
   * What moved in a summary.
   *
   * @param name the summary
   * @param notes what can't be compared, and what has another name
   * @param totals its grand totals that moved
   * @param movements its figures that moved, the largest first
   * @param derived why rows of unchanged files may be under other items; empty where they don't
   * @param causes for each measure that adds up, what each source moved it by, the largest first
   */
  public record Summary(
      String name,
      List<String> notes,
      List<Movement> totals,
      List<Movement> movements,
      Optional<Reason> derived,
      List<Cause> causes) {

    /** Whether a file is among the causes. */
    boolean isMovedBy(String path) {
      return causes.stream().anyMatch(cause -> cause.movement().items().contains(path));
    }

    /** Copies the lists. */
    public Summary {
      notes = List.copyOf(notes);
      totals = List.copyOf(totals);
      movements = List.copyOf(movements);
      causes = List.copyOf(causes);
    }
  }

  /** Copies the lists. */
  public Comparison {
    sources = List.copyOf(sources);
    summaries = List.copyOf(summaries);
  }
}
