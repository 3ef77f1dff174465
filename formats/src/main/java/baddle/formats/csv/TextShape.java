package baddle.formats.csv;

import baddle.core.grid.Dialect;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * How delimited text is laid out.
 *
 * @param separator between cells
 * @param quote around cells
 * @param lineEnds what ends the lines of the part that was looked at, as a person says it
 * @param told whether the content shows the separator; else there is one column, or none is sure
 */
record TextShape(char separator, char quote, String lineEnds, boolean told) {

  private static final char[] SEPARATORS = {',', ';', '\t', '|'};
  private static final int MOST_RECORDS = 400;

  /** What a person calls it. */
  String words() {
    String name =
        switch (separator) {
          case ',' -> "comma";
          case ';' -> "semicolon";
          case '\t' -> "tab";
          default -> "pipe";
        };
    return (told ? name : "one column")
        + (quote == '\'' ? ", single quotes" : quote == Dialect.NO_QUOTE ? ", no quotes" : "")
        + ", "
        + lineEnds;
  }

  /**
   * Tells the layout by the beginning of a text: the separator is the one that parts most records
   * into the same number of cells, the first such record among them.
   *
   * @param whole whether this is all of the text, so that its last line is complete
   */
  static TextShape of(String head, boolean whole, Dialect stated) {
    char quote = stated.quote().orElse('"');
    char best = stated.separator().orElse(',');
    boolean told = stated.separator().isPresent();
    double bestScore = 0;
    for (char separator : SEPARATORS) {
      if (stated.separator().isEmpty() && head.indexOf(separator) >= 0) {
        double score =
            breaksQuotes(head, separator, quote) ? 0 : score(widths(head, separator, quote, whole));
        if (score > bestScore) {
          best = separator;
          bestScore = score;
          told = true;
        }
      }
    }
    return new TextShape(best, quote, lineEnds(head, quote), told);
  }

  private static double score(List<Integer> widths) {
    Map<Integer, Integer> times = new HashMap<>();
    int filled = 0;
    for (int width : widths) {
      filled += width > 0 ? 1 : 0;
      if (width > 1) {
        times.merge(width, 1, Integer::sum);
      }
    }
    int mode = 0;
    int most = 0;
    for (Map.Entry<Integer, Integer> entry : times.entrySet()) {
      if (entry.getValue() > most || (entry.getValue() == most && entry.getKey() > mode)) {
        mode = entry.getKey();
        most = entry.getValue();
      }
    }
    if (mode == 0) {
      return 0;
    }
    int usual = mode;
    int firstWide = widths.stream().filter(width -> width > 1).findFirst().orElse(0);
    boolean headed = firstWide == usual;
    double share = (double) most / filled;
    return share + (headed ? 1 : 0) + Math.min(usual, 100) / 1000.0;
  }

  /** How many cells each record of the beginning has; 0 for a blank line. */
  private static List<Integer> widths(String head, char separator, char quote, boolean whole) {
    List<Integer> widths = new ArrayList<>();
    int cells = 1;
    boolean quoted = false;
    boolean blank = true;
    boolean atStart = true;
    for (int i = 0; i < head.length() && widths.size() < MOST_RECORDS; i++) {
      char c = head.charAt(i);
      if (quoted) {
        quoted = c != quote;
      } else if (c == quote && (atStart || (i > 0 && head.charAt(i - 1) == quote))) {
        quoted = true;
        blank = false;
        atStart = false;
      } else if (c == separator) {
        cells++;
        blank = false;
        atStart = true;
      } else if (c == '\n' || c == '\r') {
        if (c == '\n' || i + 1 >= head.length() || head.charAt(i + 1) != '\n') {
          widths.add(blank ? 0 : cells);
          cells = 1;
          blank = true;
          atStart = true;
        }
      } else {
        blank &= c <= ' ';
        atStart = false;
      }
    }
    if (whole && !blank && widths.size() < MOST_RECORDS) {
      widths.add(cells);
    }
    return widths;
  }

  /** Whether something else than this separator or a line end follows the end of a quoted cell. */
  private static boolean breaksQuotes(String head, char separator, char quote) {
    boolean quoted = false;
    boolean atStart = true;
    for (int i = 0; i + 1 < head.length(); i++) {
      char c = head.charAt(i);
      char next = head.charAt(i + 1);
      if (quoted && c == quote) {
        boolean doubled = next == quote;
        if (!doubled && next != separator && next != '\n' && next != '\r' && next != ' ') {
          return true;
        }
        quoted = doubled;
        i += doubled ? 1 : 0;
        atStart = false;
      } else if (!quoted) {
        quoted = c == quote && atStart;
        atStart = c == separator || c == '\n' || c == '\r';
      }
    }
    return false;
  }

  /** Whether cells seem to be wrapped in apostrophes, and none is wrapped in double quotes. */
  static boolean seemsInApostrophes(String head) {
    int opened = 0;
    int closed = 0;
    for (int i = 0; i < head.length(); i++) {
      char c = head.charAt(i);
      if (c == '"' && isBoundary(head, i - 1)) {
        return false;
      }
      opened += c == '\'' && isBoundary(head, i - 1) ? 1 : 0;
      closed += c == '\'' && isBoundary(head, i + 1) ? 1 : 0;
    }
    return opened > 1 && Math.abs(opened - closed) <= 1;
  }

  private static boolean isBoundary(String head, int at) {
    return at < 0 || at >= head.length() || ",;\t|\r\n".indexOf(head.charAt(at)) >= 0;
  }

  /** What ends the lines, quoted line breaks aside. */
  private static String lineEnds(String head, char quote) {
    boolean quoted = false;
    boolean crlf = false;
    boolean lf = false;
    boolean cr = false;
    for (int i = 0; i < head.length(); i++) {
      char c = head.charAt(i);
      quoted ^= c == quote;
      if (quoted) {
        continue;
      }
      boolean afterCr = i > 0 && head.charAt(i - 1) == '\r';
      crlf |= c == '\n' && afterCr;
      lf |= c == '\n' && !afterCr;
      cr |= c != '\n' && afterCr;
    }
    int kinds = (crlf ? 1 : 0) + (lf ? 1 : 0) + (cr ? 1 : 0);
    return kinds > 1 ? "mixed line ends" : crlf ? "CRLF" : cr ? "CR" : "LF";
  }
}
