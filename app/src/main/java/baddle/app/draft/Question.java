package baddle.app.draft;

import java.util.List;

/**
 * Something that the files can't show, which a person knows.
 *
 * @param id what it is about; the same files raise it by the same words
 * @param evidence what the files show
 * @param takes what kind of answer it takes
 * @param choices the answers there are, for a choice
 * @param proposal the answer that the draft goes by until it is answered
 */
public record Question(
    String id, String evidence, Takes takes, List<QuestionAnswer> choices, String proposal) {

  /** What an answer is. */
  public enum Takes {
    /** One of some. */
    CHOICE("one of those there are"),
    /** A name of a column: small letters, digits and underscores. */
    NAME("a name of small letters, digits and underscores"),
    /** A number with a point, such as 1500.00. */
    NUMBER("a number such as 1500.00");

    private final String words;

    Takes(String words) {
      this.words = words;
    }

    /** As a person says it. */
    public String words() {
      return words;
    }
  }

  /** Copies the list. */
  public Question {
    choices = List.copyOf(choices);
  }

  /** Of a choice. */
  static Question of(String id, String evidence, String proposal, QuestionAnswer... choices) {
    return new Question(id, evidence, Takes.CHOICE, List.of(choices), proposal);
  }

  /** Whether a word answers it. */
  public boolean takes(String word) {
    return switch (takes) {
      case CHOICE -> choices.stream().anyMatch(choice -> choice.word().equals(word));
      case NAME -> DraftColumn.isPlainName(word);
      case NUMBER -> word.matches("-?\\d{1,15}(\\.\\d{1,6})?");
    };
  }

  /** As one line. */
  String line() {
    return id + ": " + evidence;
  }
}
