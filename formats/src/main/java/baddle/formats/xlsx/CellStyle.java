package baddle.formats.xlsx;

import java.util.Optional;

/**
 * How a cell of a written workbook looks.
 *
 * @param bold whether its text is bold
 * @param right whether its text stands at the right edge
 * @param lineAbove whether a thin line is drawn above it
 * @param lineBelow whether a thin line is drawn below it
 * @param pattern the number format; empty for none
 */
public record CellStyle(
    boolean bold, boolean right, boolean lineAbove, boolean lineBelow, Optional<String> pattern) {

  /** Nothing special. */
  public static final CellStyle PLAIN = new CellStyle(false, false, false, false, Optional.empty());

  /** The same, bold. */
  public CellStyle withBold() {
    return new CellStyle(true, right, lineAbove, lineBelow, pattern);
  }

  /** The same, at the right edge. */
  public CellStyle atRight() {
    return new CellStyle(bold, true, lineAbove, lineBelow, pattern);
  }

  /** The same with a line above. */
  public CellStyle withLineAbove() {
    return new CellStyle(bold, right, true, lineBelow, pattern);
  }

  /** The same with a line below. */
  public CellStyle withLineBelow() {
    return new CellStyle(bold, right, lineAbove, true, pattern);
  }

  /** The same with a number format. */
  public CellStyle withPattern(String newPattern) {
    return new CellStyle(bold, right, lineAbove, lineBelow, Optional.of(newPattern));
  }
}
