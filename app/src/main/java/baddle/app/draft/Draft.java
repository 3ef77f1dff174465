package baddle.app.draft;

import java.util.List;

/**
 * A proposed plan.
 *
 * @param text the plan, with a comment at each doubt
 * @param feeds a line for each feed, as a person reads it
 * @param lookups a line for each lookup
 * @param evidence what is believed, and why; a line each
 * @param leftAlone what isn't read, and why; a line each
 * @param doubts what wants a person's eye
 * @param questions what a person can answer
 * @param unused answers that there was no question for
 */
public record Draft(
    String text,
    List<String> feeds,
    List<String> lookups,
    List<String> evidence,
    List<String> leftAlone,
    List<String> doubts,
    List<Question> questions,
    List<String> unused) {

  /** Copies the lists. */
  public Draft {
    feeds = List.copyOf(feeds);
    lookups = List.copyOf(lookups);
    evidence = List.copyOf(evidence);
    leftAlone = List.copyOf(leftAlone);
    doubts = List.copyOf(doubts);
    questions = List.copyOf(questions);
    unused = List.copyOf(unused);
  }
}
