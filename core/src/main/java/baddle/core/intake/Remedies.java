package baddle.core.intake;

import baddle.core.value.Fit;
import baddle.core.value.TotalLabel;
import baddle.core.value.Unreadable;

/** What to do about a value that doesn't fit. */
final class Remedies {

  private Remedies() {}

  /** How to leave out a row that looks like a total. */
  static String ofTotal(SuspectedTotal total) {
    return "if it is a total, leave it out: add to leave_out: of its feed " + total.rule();
  }

  /**
   * An imperative without a full stop.
   *
   * @param value what is written there
   * @param policy what became of it
   */
  static String of(Fit fit, String value, Unreadable policy) {
    String again = policy == Unreadable.HOLD ? ", and consolidate again" : "";
    if (TotalLabel.is(value)) {
      return "leave such rows out with a rule of leave_out:, and check them with control_total:";
    }
    return switch (fit) {
      case BLANK -> "ask the sender for it, or remove required: from the column" + again;
      case NO_SUCH_DAY -> "ask the sender which day is meant" + again;
      case DAY_NUMBER_BEYOND ->
          "ask the sender for a date, set day_numbers_from: in the feed if it means an earlier day, or"
              + " give the column another type";
      case TOO_MANY_PLACES -> "give the column more places:, or correct the file" + again;
      case TOO_LARGE -> "give the column the type text if it holds codes, or correct the file";
      case UNCLEAR_MARK, OTHER_MARK_COMMA, OTHER_MARK_POINT ->
          "set decimal: point or decimal: comma in the feed, or correct the file" + again;
      case UNCLEAR_ORDER, OTHER_ORDER_DAY, OTHER_ORDER_MONTH ->
          "set dates: day first or dates: month first in the feed, or correct the file" + again;
      case LONE_DASH -> "set lone_dash: zero or lone_dash: blank in the feed" + again;
      case ERROR_CELL, FORMULA_WITHOUT_RESULT ->
          "correct the workbook"
              + (policy == Unreadable.HOLD ? ", or set unreadable: blank for the column" : "")
              + again;
      case NOT_CARRIED -> "correct the value above it" + again;
      case BEYOND_HEADINGS ->
          "name it under headings: of a column as it is called here, or ask the sender for a whole file"
              + again;
      default -> "correct the file, or give the column a type that fits" + again;
    };
  }
}
