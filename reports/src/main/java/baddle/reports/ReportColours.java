package baddle.reports;

import baddle.formats.xlsx.CellStyle;
import baddle.formats.xlsx.write.SheetChart;
import java.util.List;

/**
 * How what readers get looks: few lines, space instead of rules, emphasis by weight. Colours are
 * six hexadecimal digits.
 */
public final class ReportColours {

  public static final String INK = "1F2A2E";
  public static final String MUTED = "5B6B70";
  public static final String LINE = "C9D3D1";
  public static final String BAND = "F4F7F6";
  public static final String ACCENT = "12493F";
  public static final String ADVERSE = "A23B2A";

  /** Told apart with each kind of colour blindness and in print, in this order. */
  public static final List<String> SERIES =
      List.of("12493F", "C8891C", "6B2F7A", "2F8FCA", "A63D17", "87949A");

  /** The same on dark paper. */
  public static final List<String> SERIES_DARK =
      List.of("7FD1BA", "F0C65C", "E0B3F0", "3987C8", "E2603F", "7D888E");

  /** The colours of a chart's text and lines. */
  public static final SheetChart.Colors CHART = new SheetChart.Colors(INK, MUTED, LINE);

  /** How a title looks in a workbook. */
  public static final CellStyle TITLE = CellStyle.PLAIN.withBold().ofSize(14);

  /** How what is below a title looks. */
  public static final CellStyle SUBTITLE = CellStyle.PLAIN.in(MUTED);

  /** How the heading of a section looks. */
  public static final CellStyle SECTION = CellStyle.PLAIN.withBold().withLineBelow();

  /** How the heading of a column looks. */
  public static final CellStyle HEADING = CellStyle.PLAIN.withBold();

  /** Height of the row of a title, in points. */
  public static final double TITLE_HEIGHT = 22;

  private ReportColours() {}
}
