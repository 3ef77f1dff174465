package baddle.formats.edit;

import baddle.core.grid.CellRange;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A formula of ISO/IEC 29500-1, 18.17, taken apart as far as it names cells. Whatever isn't
 * understood stays as it is written.
 */
final class FormulaText {

  private static final int LAST_ROW = 1_048_576;
  private static final int LAST_COLUMN = 16_384;
  private static final String CELL = "\\$?[A-Za-z]{1,3}\\$?[1-9]\\d{0,6}";
  private static final String SHEET =
      "(?:'(?:[^']|'')+'|[\\p{L}_\\[][\\p{L}\\p{N}_.\\[\\]]*(?::[\\p{L}_][\\p{L}\\p{N}_.]*)?)!";
  private static final Pattern PIECES =
      Pattern.compile(
          "(?<quoted>\"(?:[^\"]|\"\")*\")"
              + "|(?<sheet>"
              + SHEET
              + ")?(?:(?<cells>"
              + CELL
              + ":"
              + CELL
              + "(?![\\p{L}\\p{N}_.(\\[])|\\$?[A-Za-z]{1,3}:\\$?[A-Za-z]{1,3}(?![\\p{L}\\p{N}_.(\\[])"
              + "|\\$?\\d{1,7}:\\$?\\d{1,7}(?![\\p{L}\\p{N}_.])|"
              + CELL
              + "(?![\\p{L}\\p{N}_.(\\[!]))"
              + "|(?<function>[\\p{L}_][\\p{L}\\p{N}_.]*(?=\\())"
              + "|(?<name>[\\p{L}_\\\\][\\p{L}\\p{N}_.\\\\?]*))"
              + "|(?<number>(?:\\d+\\.?\\d*|\\.\\d+)(?:[eE][+-]?\\d+)?)"
              + "|(?<error>#[A-Z0-9/]+[!?]?)");
  private static final Pattern END = Pattern.compile("(\\$?)([A-Za-z]{1,3})(\\$?)(\\d{1,7})");

  private final List<FormulaPiece> pieces = new ArrayList<>();

  private FormulaText(String text) {
    Matcher matcher = PIECES.matcher(text);
    int at = 0;
    while (at < text.length()) {
      char c = text.charAt(at);
      if (matcher.region(at, text.length()).useTransparentBounds(true).lookingAt()) {
        add(matcher);
        at = matcher.end();
      } else if (c == '[') {
        int end = closing(text, at);
        other(text.substring(at, end), FormulaPiece.Kind.NAME);
        at = end;
      } else {
        other(String.valueOf(c), FormulaPiece.Kind.OTHER);
        at++;
      }
    }
  }

  /** Takes a formula apart. */
  static FormulaText of(String text) {
    return new FormulaText(text);
  }

  private void add(Matcher matcher) {
    String sheet = matcher.group("sheet") == null ? "" : matcher.group("sheet");
    if (matcher.group("cells") != null) {
      pieces.add(new FormulaPiece(FormulaPiece.Kind.CELLS, sheet, matcher.group("cells")));
    } else if (matcher.group("function") != null) {
      pieces.add(new FormulaPiece(FormulaPiece.Kind.FUNCTION, sheet, matcher.group("function")));
    } else if (matcher.group("name") != null) {
      String name = matcher.group("name");
      boolean truth = name.equalsIgnoreCase("TRUE") || name.equalsIgnoreCase("FALSE");
      pieces.add(
          new FormulaPiece(truth ? FormulaPiece.Kind.OTHER : FormulaPiece.Kind.NAME, sheet, name));
    } else {
      other(matcher.group(), FormulaPiece.Kind.OTHER);
    }
  }

  private void other(String text, FormulaPiece.Kind kind) {
    pieces.add(new FormulaPiece(kind, "", text));
  }

  /** Where the bracket that opens at a place ends, exclusive. */
  private static int closing(String text, int from) {
    int depth = 0;
    for (int at = from; at < text.length(); at++) {
      char c = text.charAt(at);
      if (c == '\'' && at + 1 < text.length()) {
        at++;
      } else if (c == '[') {
        depth++;
      } else if (c == ']' && --depth == 0) {
        return at + 1;
      }
    }
    return text.length();
  }

  List<FormulaPiece> pieces() {
    return List.copyOf(pieces);
  }

  /** A sheet's name as a formula writes it. */
  static String quoted(String sheet) {
    return "'" + sheet.replace("'", "''") + "'";
  }

  /** The same formula with another name for a sheet. */
  String withSheet(String from, String to) {
    StringBuilder text = new StringBuilder();
    for (FormulaPiece piece : pieces) {
      boolean named = piece.sheetName().equalsIgnoreCase(from) && !piece.sheet().isEmpty();
      text.append(named ? quoted(to) + "!" : piece.sheet()).append(piece.text());
    }
    return text.toString();
  }

  /** The same formula with other names for tables. */
  String withTable(String from, String to) {
    StringBuilder text = new StringBuilder();
    for (FormulaPiece piece : pieces) {
      boolean named = piece.kind() == FormulaPiece.Kind.NAME && piece.text().equalsIgnoreCase(from);
      text.append(piece.sheet()).append(named ? to : piece.text());
    }
    return text.toString();
  }

  /** The same formula some rows down and columns to the right of where it was. */
  String moved(int rows, int columns) {
    StringBuilder text = new StringBuilder();
    for (FormulaPiece piece : pieces) {
      text.append(piece.sheet());
      if (piece.kind() == FormulaPiece.Kind.CELLS) {
        Matcher ends = END.matcher(piece.text());
        text.append(ends.replaceAll(end -> Matcher.quoteReplacement(moved(end, rows, columns))));
      } else {
        text.append(piece.text());
      }
    }
    return text.toString();
  }

  private static String moved(MatchResult end, int rows, int columns) {
    int row = Integer.parseInt(end.group(4));
    int column = CellRange.parse(end.group(2) + "1").orElseThrow().firstColumn();
    int newRow = end.group(3).isEmpty() ? row + rows : row;
    int newColumn = end.group(1).isEmpty() ? column + columns : column;
    if (newRow < 1 || newRow > LAST_ROW || newColumn < 0 || newColumn >= LAST_COLUMN) {
      return "#REF!";
    }
    String letters =
        newColumn == column ? end.group(2) : CellRange.letters(newColumn).toUpperCase(Locale.ROOT);
    return end.group(1) + letters + end.group(3) + newRow;
  }

  /** The whole formula. */
  @Override
  public String toString() {
    StringBuilder text = new StringBuilder();
    pieces.forEach(piece -> text.append(piece.sheet()).append(piece.text()));
    return text.toString();
  }
}
