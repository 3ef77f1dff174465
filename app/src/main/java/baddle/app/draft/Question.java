package baddle.app.draft;

import java.util.List;

/**
 * Something that the files can't show, which a person knows.
 *
 * @param id what it is about; the same files raise it by the same words
 * @param evidence what the files show
 * @param choices the answers there are; none where any name will do
 * @param proposal the answer that the draft goes by until it is answered
 */
public record Question(String id, String evidence, List<Choice> choices, String proposal) {

  /** Copies the list. */
  public Question {
    choices = List.copyOf(choices);
  }

  /** Whether a word answers it. */
  public boolean takes(String word) {
    return choices.isEmpty()
        ? DraftColumn.isPlainName(word)
        : choices.stream().anyMatch(choice -> choice.word().equals(word));
  }

  /** As one line. */
  String line() {
    return id + ": " + evidence;
  }
}
