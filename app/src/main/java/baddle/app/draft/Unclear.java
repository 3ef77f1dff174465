package baddle.app.draft;

import baddle.app.draft.found.FolderFile;
import baddle.app.draft.found.FoundTable;
import baddle.core.profile.TableProfile;
import baddle.core.value.Convention;
import java.util.Map;
import java.util.Optional;

/** What the values of a column don't show: how they are written, and what they are. */
final class Unclear {

  private final Questions questions;
  private final TableProfile.Column column;
  private final FoundTable found;

  Unclear(Questions questions, TableProfile.Column column, FoundTable found) {
    this.questions = questions;
    this.column = column;
    this.found = found;
  }

  /**
   * Raises the questions.
   *
   * @param target what takes the doubts
   * @param writing takes settings of feeds that were answered, by what they are of and a folder
   */
  void ask(DraftColumn target, Map<String, String> writing) {
    for (String oddity : column.values().oddities()) {
      if (oddity.contains("can't be told")) {
        writing(target, oddity, writing);
      } else if (oddity.startsWith("both ")) {
        target.doubt(column.heading() + " in " + found.path() + ": " + oddity);
      }
    }
    Optional<String> many = column.values().mayBeNumbers();
    if (many.isPresent()) {
      Question question =
          Question.of(
              column.heading() + " in " + found.path(),
              many.get(),
              "text",
              new QuestionAnswer("text", "all are texts"),
              new QuestionAnswer("number", "they are numbers, and rows with other texts are held"));
      if (questions.choose(question).equals("number")) {
        target.beNumber();
      }
      doubt(target, question);
    }
  }

  private void doubt(DraftColumn target, Question question) {
    if (questions.isOpen(question)) {
      target.doubt(question.line());
    }
  }

  private void writing(DraftColumn target, String oddity, Map<String, String> writing) {
    String folder = FolderFile.folderOf(found.path());
    String place = folder.isEmpty() ? "" : " in " + folder;
    boolean dates =
        column.values().conventionChoice().filter(one -> one.convention().isOfDates()).isPresent();
    Convention first = dates ? Convention.DAY_FIRST : Convention.DECIMAL_POINT;
    Question question =
        Question.of(
            (dates ? "dates" : "decimal marks") + place,
            column.heading() + " in " + found.path() + ": " + oddity,
            "hold",
            new QuestionAnswer("hold", "rows with values that could be either are held"),
            new QuestionAnswer(word(first), "all are read so"),
            new QuestionAnswer(word(first.other()), "all are read so"));
    String answer = questions.choose(question);
    if (!answer.equals("hold")) {
      String key = dates ? "dates" : "decimal";
      writing.put(key + "\n" + folder, key + ": " + answer);
    }
    doubt(target, question);
  }

  private static String word(Convention convention) {
    return switch (convention) {
      case DAY_FIRST -> "day first";
      case MONTH_FIRST -> "month first";
      case DECIMAL_POINT -> "point";
      case DECIMAL_COMMA -> "comma";
    };
  }
}
