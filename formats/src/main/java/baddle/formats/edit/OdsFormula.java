package baddle.formats.edit;

import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Formulas of OpenFormula (ISO/IEC 26300, part 2), whose cells are in brackets. */
final class OdsFormula {

  private static final Pattern CELLS = Pattern.compile("\\[((?:'(?:[^']|'')*'|[^\\]'])*)\\]");
  private static final Pattern END =
      Pattern.compile("((?:\\$?(?:'(?:[^']|'')+'|[^.'#:]+))?)\\.(\\$?[A-Z]{1,3}\\$?[0-9]{1,7})");
  private static final Pattern PREFIX = Pattern.compile("[a-z]+:(?==)");
  private static final Pattern TEXTS_AND_CELLS =
      Pattern.compile("\"(?:[^\"]|\"\")*\"|" + CELLS.pattern());

  private OdsFormula() {}

  /** The same formula as {@link FormulaText} reads it, without the sign that it begins with. */
  static String plain(String formula) {
    String text = PREFIX.matcher(formula).replaceFirst("").replaceFirst("^=", "");
    StringBuilder plain = new StringBuilder();
    Matcher matcher = TEXTS_AND_CELLS.matcher(text);
    int at = 0;
    while (matcher.find()) {
      plain.append(text.substring(at, matcher.start()).replace(';', ','));
      plain.append(matcher.group(1) == null ? matcher.group() : cells(matcher.group(1)));
      at = matcher.end();
    }
    return plain.append(text.substring(at).replace(';', ',')).toString();
  }

  private static String cells(String address) {
    if (address.contains("#")) {
      return "'[1]outside'!A1";
    }
    Matcher ends = END.matcher(address);
    StringBuilder cells = new StringBuilder();
    while (ends.find()) {
      String sheet = ends.group(1).startsWith("$") ? ends.group(1).substring(1) : ends.group(1);
      if (cells.isEmpty()) {
        cells.append(sheet.isEmpty() ? "" : quoted(sheet) + "!");
      } else {
        cells.append(':');
      }
      cells.append(ends.group(2));
    }
    return cells.isEmpty() ? "unknown" : cells.toString();
  }

  private static String quoted(String sheet) {
    return sheet.startsWith("'") ? sheet : FormulaText.quoted(sheet);
  }

  /** A formula some rows further down. */
  static String movedDown(String formula, int rows) {
    return CELLS
        .matcher(formula)
        .replaceAll(
            cells ->
                Matcher.quoteReplacement(
                    END.matcher(cells.group()).replaceAll(end -> moved(end, rows))));
  }

  private static String moved(MatchResult end, int rows) {
    return Matcher.quoteReplacement(
        end.group(1) + "." + FormulaText.of(end.group(2)).moved(rows, 0));
  }

  /** The addresses in a value of an attribute with another name for a sheet. */
  static String withSheet(String value, String from, String to) {
    String quoted = FormulaText.quoted(from);
    String named =
        "(?<![\\p{L}\\p{N}_'])(?:" + Pattern.quote(from) + "|" + Pattern.quote(quoted) + ")";
    return Pattern.compile(named + "(?=\\.\\$?[A-Z]{1,3}\\$?[0-9])")
        .matcher(value)
        .replaceAll(Matcher.quoteReplacement(FormulaText.quoted(to)));
  }
}
