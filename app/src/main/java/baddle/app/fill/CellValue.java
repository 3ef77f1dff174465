package baddle.app.fill;

import baddle.core.value.StoredNumber;
import baddle.formats.edit.CellContent;
import baddle.formats.edit.SeenCell;
import java.math.BigDecimal;
import java.time.DateTimeException;
import java.time.LocalDate;

/** Values of cells as they are listed and compared: a kind and a text. */
final class CellValue {

  static final String NUMBER = "number";
  static final String TEXT = "text";
  static final String DATE = "date";
  static final String TRUTH = "boolean";
  static final String FORMULA = "formula";
  static final String BLANK = "blank";

  private CellValue() {}

  /** The kind of a content. */
  static String kind(CellContent content) {
    if (content instanceof CellContent.Amount) {
      return NUMBER;
    }
    if (content instanceof CellContent.Day) {
      return DATE;
    }
    if (content instanceof CellContent.Truth) {
      return TRUTH;
    }
    if (content instanceof CellContent.Formula) {
      return FORMULA;
    }
    return content instanceof CellContent.Blank ? BLANK : TEXT;
  }

  /** The kind of a cell. */
  static String kind(SeenCell cell) {
    if (cell.isComputed()) {
      return FORMULA;
    }
    return switch (cell.kind()) {
      case NUMBER -> NUMBER;
      case DATE -> DATE;
      case BOOLEAN -> TRUTH;
      case BLANK -> BLANK;
      default -> TEXT;
    };
  }

  /** A content as it is listed. */
  static String text(CellContent content) {
    if (content instanceof CellContent.Amount amount) {
      char[] plain = amount.value().toPlainString().toCharArray();
      return StoredNumber.asText(plain, 0, plain.length);
    }
    if (content instanceof CellContent.Day day) {
      return day.value().toString();
    }
    if (content instanceof CellContent.Truth truth) {
      return String.valueOf(truth.value());
    }
    if (content instanceof CellContent.Formula formula) {
      return formula.value();
    }
    return content instanceof CellContent.Text text ? text.value().strip() : "";
  }

  /** A cell as it is listed. */
  static String text(SeenCell cell) {
    return cell.isComputed() ? cell.formula() : cell.text();
  }

  /** Whether a cell holds a content already. */
  static boolean isSame(SeenCell cell, CellContent content) {
    return kind(cell).equals(kind(content)) && text(cell).equals(text(content));
  }

  /** A content of a kind and a text. */
  static CellContent of(String kind, String text) throws FillException {
    try {
      return switch (kind) {
        case NUMBER -> new CellContent.Amount(new BigDecimal(text));
        case DATE -> new CellContent.Day(LocalDate.parse(text));
        case TRUTH -> new CellContent.Truth(Boolean.parseBoolean(text));
        case FORMULA -> new CellContent.Formula(text);
        case BLANK -> new CellContent.Blank();
        default -> new CellContent.Text(text);
      };
    } catch (NumberFormatException | DateTimeException e) {
      throw new FillException(text + " is no " + kind);
    }
  }
}
