package baddle.app.amend;

import baddle.app.fill.FillException;
import baddle.formats.edit.CellContent;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A change that is wanted.
 *
 * @param file the name of the file it is for; empty for all
 * @param sheet the sheet; empty for the first, or for all where cells are looked for
 * @param cell an address or a name; empty where cells are looked for
 * @param column the heading of the column, in rows that meet the condition; empty for every cell
 *     that meets it
 * @param condition of the columns of a row, or of a cell's {@code text}, {@code number} and {@code
 *     date}; empty where the cell is named
 * @param old what the cell should hold; empty for anything
 * @param value what it holds then
 * @param because why
 */
public record Change(
    String file,
    String sheet,
    String cell,
    String column,
    String condition,
    Optional<String> old,
    CellContent value,
    String because) {

  /** The word for a cell without a value. */
  private static final String BLANK = "blank";

  private static final Pattern SHEET =
      Pattern.compile("(?:'((?:[^']|'')+)'|([^'!=<>]+))!(.*)", Pattern.DOTALL);
  private static final Pattern BY_KEY =
      Pattern.compile("(.+?)\\s+where\\s+(.+)\\s+->\\s*(.*)", Pattern.DOTALL);
  private static final Pattern FOUND = Pattern.compile("(.+)\\s+->\\s*(.*)", Pattern.DOTALL);

  /** A part before an exclamation mark, and the rest. */
  private record Sheeted(String sheet, String rest) {

    static Sheeted of(String text) {
      Matcher matcher = SHEET.matcher(text);
      if (!matcher.matches()) {
        return new Sheeted("", text.strip());
      }
      String sheet =
          matcher.group(1) == null ? matcher.group(2).strip() : matcher.group(1).replace("''", "'");
      return new Sheeted(sheet, matcher.group(3).strip());
    }
  }

  /**
   * Reads {@code Form!C4=Alder Mill}, or {@code Prices!Price where code = '00231' -> 4.95}.
   *
   * @throws FillException if it is neither
   */
  public static Change set(String text) throws FillException {
    Sheeted sheeted = Sheeted.of(text);
    Matcher byKey = BY_KEY.matcher(sheeted.rest());
    if (byKey.matches()) {
      return new Change(
          "",
          sheeted.sheet(),
          "",
          byKey.group(1).strip(),
          byKey.group(2).strip(),
          Optional.empty(),
          value(byKey.group(3)),
          "");
    }
    int sign = sheeted.rest().indexOf('=');
    if (sign < 1) {
      throw new FillException(
          text + ": should be like Form!C4=Alder Mill, or Prices!Price where code = '1' -> 4.95");
    }
    return new Change(
        "",
        sheeted.sheet(),
        sheeted.rest().substring(0, sign).strip(),
        "",
        "",
        Optional.empty(),
        value(sheeted.rest().substring(sign + 1)),
        "");
  }

  /**
   * Reads {@code Sheet1!text = 'n/a' -> blank}.
   *
   * @throws FillException if it isn't like that
   */
  public static Change find(String text) throws FillException {
    Sheeted sheeted = Sheeted.of(text);
    Matcher found = FOUND.matcher(sheeted.rest());
    if (!found.matches()) {
      throw new FillException(text + ": should be like Sheet1!text = 'n/a' -> blank");
    }
    return new Change(
        "",
        sheeted.sheet(),
        "",
        "",
        found.group(1).strip(),
        Optional.empty(),
        value(found.group(2)),
        "");
  }

  /**
   * A value as it is written: a number, a day of ISO 8601, {@code true}, {@code false} or {@code
   * blank}; anything else, and what is in single quotes, is a text. Digits that begin with a zero
   * are a text.
   */
  public static CellContent value(String text) {
    String plain = text.strip();
    if (plain.length() > 1 && plain.startsWith("'") && plain.endsWith("'")) {
      return new CellContent.Text(plain.substring(1, plain.length() - 1).replace("''", "'"));
    }
    if (plain.isEmpty() || plain.equals(BLANK)) {
      return new CellContent.Blank();
    }
    if (plain.matches("-?(0|[1-9]\\d*)(\\.\\d+)?")) {
      return new CellContent.Amount(new BigDecimal(plain));
    }
    if (plain.matches("\\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\\d|3[01])")
        && LocalDate.of(
                    Integer.parseInt(plain.substring(0, 4)),
                    Integer.parseInt(plain.substring(5, 7)),
                    1)
                .lengthOfMonth()
            >= Integer.parseInt(plain.substring(8))) {
      return new CellContent.Day(LocalDate.parse(plain));
    }
    if (plain.equals("true") || plain.equals("false")) {
      return new CellContent.Truth(Boolean.parseBoolean(plain));
    }
    return new CellContent.Text(plain);
  }
}
