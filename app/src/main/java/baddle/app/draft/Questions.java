package baddle.app.draft;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** The questions that a draft raises, and what was answered. */
final class Questions {

  private final Map<String, String> answers;
  private final Map<String, Question> raised = new LinkedHashMap<>();

  /** With the answers by the questions' ids. */
  Questions(Map<String, String> answers) {
    this.answers = Map.copyOf(answers);
  }

  /** The answer, or what the draft goes by without one. */
  String choose(Question question) {
    raised.putIfAbsent(question.id(), question);
    String answer = answers.getOrDefault(question.id(), question.proposal());
    return question.takes(answer) ? answer : question.proposal();
  }

  /** Whether a question still has no answer. */
  boolean isOpen(Question question) {
    return !question.takes(answers.getOrDefault(question.id(), "\n"));
  }

  /** Those that were raised and not answered. */
  List<Question> open() {
    return raised.values().stream().filter(this::isOpen).toList();
  }

  /** Those that were answered, as comments of a plan. */
  List<String> decided() {
    List<String> decided = new ArrayList<>();
    for (Question question : raised.values()) {
      if (!isOpen(question)) {
        decided.add(question.id() + ": " + answers.getOrDefault(question.id(), ""));
      }
    }
    return decided;
  }

  /** Answers that no question asks for, or that it doesn't take; a line each. */
  List<String> unused() {
    List<String> unused = new ArrayList<>();
    answers.forEach(
        (id, answer) -> {
          Question question = raised.get(id);
          if (question == null) {
            unused.add("the files raise no question \"" + id + "\"");
          } else if (!question.takes(answer)) {
            unused.add("\"" + id + "\" can't be answered by \"" + answer + "\"");
          }
        });
    return unused;
  }
}
