package baddle.reports;

import baddle.formats.xlsx.CellStyle;

/**
 * How what readers get looks: few lines, space instead of rules, emphasis by weight. Colours are
 * six hexadecimal digits.
 */
final class Look {

  static final String MUTED = "5B6B70";
  static final String BAND = "F4F7F6";
  static final String ACCENT = "12493F";
  static final String ADVERSE = "A23B2A";

  static final CellStyle TITLE = CellStyle.PLAIN.withBold().ofSize(14);
  static final CellStyle SUBTITLE = CellStyle.PLAIN.in(MUTED);
  static final CellStyle SECTION = CellStyle.PLAIN.withBold().withLineBelow();
  static final CellStyle HEADING = CellStyle.PLAIN.withBold();
  static final CellStyle LINK = CellStyle.PLAIN.in(ACCENT);

  /** Height of the row of a title, in points. */
  static final double TITLE_HEIGHT = 22;

  private Look() {}
}
