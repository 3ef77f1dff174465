package baddle.cli.look;

import baddle.app.draft.Draft;
import baddle.app.draft.PlanUpdate;
import baddle.app.draft.Question;
import baddle.app.draft.QuestionAnswer;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;

/** A draft as text: what was found, why it is believed, and what isn't sure. */
final class DraftText {

  private DraftText() {}

  /**
   * Lines for a person.
   *
   * @param plan the name of the plan's file
   */
  static List<String> lines(Draft draft, String plan) {
    List<String> lines = new ArrayList<>();
    lines.add("written: " + plan);
    list("Feeds", draft.feeds(), lines);
    list("Lookups", draft.lookups(), lines);
    list("Believed, because", draft.evidence(), lines);
    list("Left alone", draft.leftAlone(), lines);
    list("Doubts, each a comment in the plan", draft.doubts(), lines);
    list(
        "Questions; answer them with --ask, or with --answers FILE, which has a line for each",
        draft.questions().stream().map(DraftText::line).toList(),
        lines);
    return lines;
  }

  /**
   * What a plan should learn.
   *
   * @param asked whether it was to be written into the plan
   */
  static List<String> lines(PlanUpdate.Applied applied, boolean asked) {
    List<String> lines = new ArrayList<>();
    if (applied.changed().isEmpty() && applied.left().isEmpty()) {
      lines.add("The plan knows everything that is in the files.");
    }
    if (!applied.changed().isEmpty()) {
      lines.add("Written into the plan:");
      applied.changed().forEach(one -> lines.addAll(one.lines()));
    }
    if (asked && !applied.left().isEmpty()) {
      lines.add((lines.isEmpty() ? "" : "\n") + "Left to you:");
    }
    applied.left().forEach(one -> lines.addAll(one.lines()));
    if (!asked && applied.left().stream().anyMatch(one -> one.change().isPresent())) {
      lines.add("");
      lines.add("baddle draft --update --apply writes what is sure into the plan.");
    }
    return lines;
  }

  private static void list(String title, List<String> items, List<String> lines) {
    if (!items.isEmpty()) {
      lines.add("");
      lines.add(title + ":");
      items.forEach(item -> lines.add("  " + item));
    }
  }

  /** A question as a line of a file of answers. */
  private static String line(Question question) {
    String id = '"' + question.id().replace("\\", "\\\\").replace("\"", "\\\"") + '"';
    String others =
        question.choices().stream()
            .map(QuestionAnswer::word)
            .filter(word -> !word.equals(question.proposal()))
            .collect(Collectors.joining(", "));
    String or = others.isEmpty() ? question.takes().words() : others;
    return id + ": " + question.proposal() + "   # or " + or;
  }
}
