package baddle.app.draft;

import java.util.List;

/**
 * A proposed plan.
 *
 * @param text the plan, with a comment at each doubt
 * @param feeds a line for each feed, as a person reads it
 * @param lookups a line for each lookup
 * @param pairs headings that were taken for one column, and why
 * @param doubts what wants a person's eye
 */
public record Draft(
    String text,
    List<String> feeds,
    List<String> lookups,
    List<String> pairs,
    List<String> doubts) {

  /** Copies the lists. */
  public Draft {
    feeds = List.copyOf(feeds);
    lookups = List.copyOf(lookups);
    pairs = List.copyOf(pairs);
    doubts = List.copyOf(doubts);
  }
}
