package baddle.app.draft;

import baddle.app.draft.words.HeadingWords;
import baddle.core.finding.Nearest;
import baddle.core.intake.heading.HeadingLabels;
import baddle.core.intake.heading.HeadingsToRows;
import baddle.core.value.ColumnType;
import baddle.plan.FeedPlan;
import baddle.plan.read.PlanEdit;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** Proposes a new name for a heading that becomes rows and that a source lacks. */
final class TurnedHeadings {

  private TurnedHeadings() {}

  /**
   * What an unknown heading probably is; empty where no heading that becomes rows is missing.
   *
   * @param type what its values are
   * @param path the first file that has it
   * @param headings all headings of its table
   */
  static Optional<Proposal> proposal(
      FeedPlan feed, String heading, ColumnType type, String path, List<String> headings) {
    Optional<HeadingsToRows> turning = feed.shaping().headingsToRows();
    if (turning.isEmpty() || !type.isNumber()) {
      return Optional.empty();
    }
    List<String> missing = missing(turning.get().labels(), headings);
    if (missing.isEmpty()) {
      return Optional.empty();
    }
    List<String> near =
        missing.stream()
            .filter(label -> isNear(turning.get().labels().required().get(label), heading))
            .toList();
    boolean sure = near.size() == 1;
    if (!sure && missing.size() > 1) {
      return Optional.empty();
    }
    String label = sure ? near.get(0) : missing.get(0);
    String quoted = PlanText.quoted(heading);
    Proposal.Change add = text -> PlanEdit.addTurnedHeading(text, feed.name(), heading, label);
    return Optional.of(
        new Proposal(
            List.of(
                "feed " + feed.name() + ": the plan doesn't know " + quoted + " (" + path + ")",
                "  probably the heading of "
                    + label
                    + " under another name, which is missing there"
                    + (sure ? "" : ", the only one")
                    + "; add to headings_to_rows:",
                "    headings: {..., " + quoted + ": " + PlanText.quoted(label) + "}"),
            sure ? Optional.of(add) : Optional.empty()));
  }

  private static List<String> missing(HeadingLabels labels, List<String> headings) {
    List<String> missing = new ArrayList<>(labels.required().keySet());
    headings.forEach(one -> labels.label(one).ifPresent(missing::remove));
    return missing;
  }

  private static boolean isNear(List<String> spellings, String heading) {
    HeadingWords words = HeadingWords.of(heading);
    return spellings.stream().map(HeadingWords::of).anyMatch(words::areNear)
        || Nearest.to(heading, spellings).isPresent()
        || spellings.stream().anyMatch(one -> begins(heading, one) || begins(one, heading));
  }

  private static boolean begins(String text, String start) {
    return text.regionMatches(true, 0, start, 0, start.length());
  }
}
