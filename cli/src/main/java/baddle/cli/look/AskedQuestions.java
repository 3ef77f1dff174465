package baddle.cli.look;

import baddle.app.draft.Draft;
import baddle.app.draft.PlanDrafter;
import baddle.app.draft.Question;
import baddle.app.draft.QuestionAnswer;
import baddle.cli.terminal.Console;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Asks the questions of a draft one by one, and drafts again with each answer. */
final class AskedQuestions {

  private final PlanDrafter drafting;
  private final Console console;
  private final Map<String, String> answers;

  /**
   * For a draft.
   *
   * @param answers those given before
   */
  AskedQuestions(PlanDrafter drafting, Console console, Map<String, String> answers) {
    this.drafting = drafting;
    this.console = console;
    this.answers = new LinkedHashMap<>(answers);
  }

  /** The draft once all is answered, or nobody answers any more. */
  Draft ask() throws IOException {
    Draft draft = drafting.draft(answers);
    while (!draft.questions().isEmpty()) {
      Question question = draft.questions().get(0);
      int left = draft.questions().size();
      Optional<String> answer = ask(question, left);
      if (answer.isEmpty()) {
        String open = left == 1 ? "1 question stays open" : left + " questions stay open";
        console.err().println();
        console.err().println("no more answers; " + open);
        return draft;
      }
      answers.put(question.id(), answer.get());
      draft = drafting.draft(answers);
    }
    return draft;
  }

  private Optional<String> ask(Question question, int left) throws IOException {
    console.err().println();
    console.err().println(question.id() + (left > 1 ? "   (1 of " + left + ")" : ""));
    console.err().println("  " + question.evidence());
    List<QuestionAnswer> choices = question.choices();
    for (int i = 0; i < choices.size(); i++) {
      QuestionAnswer choice = choices.get(i);
      console.err().println("  " + (i + 1) + "  " + choice.word() + ": " + choice.means());
    }
    String what = choices.isEmpty() ? question.takes().words() : "its number";
    while (true) {
      console.err().print("  " + what + ", or Enter for " + question.proposal() + ": ");
      console.err().flush();
      String line = console.in().readLine();
      if (line == null) {
        return Optional.empty();
      }
      Optional<String> answer = answer(question, line.strip());
      if (answer.isPresent()) {
        return answer;
      }
      console.err().println("  \"" + line.strip() + "\" is no answer");
    }
  }

  private static Optional<String> answer(Question question, String line) {
    if (line.isEmpty()) {
      return Optional.of(question.proposal());
    }
    List<QuestionAnswer> choices = question.choices();
    if (!choices.isEmpty() && line.matches("\\d{1,2}")) {
      int number = Integer.parseInt(line);
      return number >= 1 && number <= choices.size()
          ? Optional.of(choices.get(number - 1).word())
          : Optional.empty();
    }
    return Optional.of(line).filter(question::takes);
  }
}
