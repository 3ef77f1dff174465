package baddle.formats.xlsx;

import java.io.IOException;
import java.util.function.Supplier;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A text as a cell of a workbook holds it: characters that XML can't keep are written {@code
 * _xHHHH_}, and so is the line below of a text that would be taken for that (ISO/IEC 29500-1,
 * 22.9.2.19).
 */
public final class CellText {

  private static final Pattern ESCAPED =
      Pattern.compile(
          "_(?=x[0-9A-Fa-f]{4}_)|[\\x00-\\x08\\x0b-\\x1f\\ufffe\\uffff]"
              + "|[\\ud800-\\udbff](?![\\udc00-\\udfff])|(?<![\\ud800-\\udbff])[\\udc00-\\udfff]");

  private CellText() {}

  /**
   * The text to write.
   *
   * @param where names the cell
   * @throws IOException if no cell can hold it
   */
  public static String of(String text, Supplier<String> where) throws IOException {
    return escaped(SheetLimits.text(text, where));
  }

  /** A text as a cell of a sheet can hold it. */
  public static String escaped(String text) {
    boolean plain = true;
    for (int i = 0; i < text.length() && plain; i++) {
      char c = text.charAt(i);
      plain = c == '\n' || c == '\t' || (c >= ' ' && c != '_' && c < '\ud800');
    }
    if (plain) {
      return text;
    }
    Matcher matcher = ESCAPED.matcher(text);
    return matcher.replaceAll(one -> "_x%04X_".formatted((int) one.group().charAt(0)));
  }
}
