package baddle.app.fill;

import baddle.core.value.StoredNumber;
import baddle.formats.edit.CellContent;
import baddle.formats.edit.SeenCell;
import java.math.BigDecimal;
import java.math.MathContext;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.LocalDateTime;

/** Values of cells as they are listed and compared: a kind and a text. */
public final class CellValue {

  static final String NUMBER = "number";
  static final String TEXT = "text";
  static final String DATE = "date";
  static final String TRUTH = "boolean";
  static final String TIME = "time";
  static final String ERROR = "error";
  static final String FORMULA = "formula";
  static final String BLANK = "blank";

  private CellValue() {}

  /** The kind of a content. */
  public static String kind(CellContent content) {
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
    if (content instanceof CellContent.Moment) {
      return DATE;
    }
    if (content instanceof CellContent.Fault) {
      return ERROR;
    }
    return content instanceof CellContent.Blank ? BLANK : TEXT;
  }

  /** The kind of a cell. */
  public static String kind(SeenCell cell) {
    if (cell.isComputed()) {
      return FORMULA;
    }
    return switch (cell.kind()) {
      case NUMBER -> NUMBER;
      case DATE -> DATE;
      case BOOLEAN -> TRUTH;
      case BLANK -> BLANK;
      case TIME -> TIME;
      case ERROR -> ERROR;
      default -> TEXT;
    };
  }

  /** A content as it is listed. */
  public static String text(CellContent content) {
    if (content instanceof CellContent.Amount amount) {
      char[] plain = amount.value().toPlainString().toCharArray();
      return StoredNumber.asText(plain, 0, plain.length);
    }
    if (content instanceof CellContent.Day day) {
      return day.value().toString();
    }
    if (content instanceof CellContent.Moment moment) {
      return moment.value().toString();
    }
    if (content instanceof CellContent.Fault fault) {
      return fault.value();
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
  public static String text(SeenCell cell) {
    return cell.isComputed() ? cell.formula() : cell.text();
  }

  /** A cell as it can be put back: with the white space around it. */
  public static String whole(SeenCell cell) {
    return cell.isComputed() ? cell.formula() : cell.whole();
  }

  /** Whether a cell holds a content already. */
  public static boolean isSame(SeenCell cell, CellContent content) {
    if (content instanceof CellContent.Text text) {
      return kind(cell).equals(TEXT) && whole(cell).equals(text.value());
    }
    return kind(cell).equals(kind(content)) && text(cell).equals(text(content));
  }

  /** Hours, minutes and seconds as a part of a day. */
  private static BigDecimal partOfDay(String text) {
    boolean negative = text.startsWith("-");
    String[] parts = text.substring(negative ? 1 : 0).split(":");
    BigDecimal seconds =
        new BigDecimal(parts[2])
            .add(
                BigDecimal.valueOf(
                    Long.parseLong(parts[0]) * 3600 + Long.parseLong(parts[1]) * 60));
    BigDecimal days = seconds.divide(BigDecimal.valueOf(86_400), MathContext.DECIMAL64);
    return negative ? days.negate() : days;
  }

  /** A content of a kind and a text. */
  public static CellContent of(String kind, String text) throws FillException {
    try {
      return switch (kind) {
        case NUMBER -> new CellContent.Amount(new BigDecimal(text));
        case DATE ->
            text.contains("T")
                ? new CellContent.Moment(LocalDateTime.parse(text))
                : new CellContent.Day(LocalDate.parse(text));
        case TIME -> new CellContent.Amount(partOfDay(text));
        case ERROR -> new CellContent.Fault(text);
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
