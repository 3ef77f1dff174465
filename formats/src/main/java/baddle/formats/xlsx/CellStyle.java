package baddle.formats.xlsx;

import java.util.Optional;

/**
 * How a cell of a written workbook looks.
 *
 * @param bold whether its text is bold
 * @param align how its text is aligned, in the standard's word; empty for as its kind is
 * @param lineAbove whether a thin line is drawn above it
 * @param lineBelow whether a thin line is drawn below it
 * @param pattern the number format; empty for none
 * @param size its type's size in points; 0 for the standard's
 * @param color its ink, as six hexadecimal digits; empty for the standard's
 * @param fill what is behind it, as six hexadecimal digits; empty for nothing
 * @param indent how many steps it is indented
 */
public record CellStyle(
    boolean bold,
    String align,
    boolean lineAbove,
    boolean lineBelow,
    Optional<String> pattern,
    int size,
    String color,
    String fill,
    int indent) {

  /** Nothing special. */
  public static final CellStyle PLAIN =
      new CellStyle(false, "", false, false, Optional.empty(), 0, "", "", 0);

  /** The same, bold. */
  public CellStyle withBold() {
    return new CellStyle(true, align, lineAbove, lineBelow, pattern, size, color, fill, indent);
  }

  /** The same, at the right edge. */
  public CellStyle atRight() {
    return aligned("right");
  }

  /** The same in the middle of the cell and the blank ones right of it that have this style. */
  public CellStyle centredAcross() {
    return aligned("centerContinuous");
  }

  private CellStyle aligned(String where) {
    return new CellStyle(bold, where, lineAbove, lineBelow, pattern, size, color, fill, indent);
  }

  /** The same with a line above. */
  public CellStyle withLineAbove() {
    return new CellStyle(bold, align, true, lineBelow, pattern, size, color, fill, indent);
  }

  /** The same with a line below. */
  public CellStyle withLineBelow() {
    return new CellStyle(bold, align, lineAbove, true, pattern, size, color, fill, indent);
  }

  /** The same with a number format. */
  public CellStyle withPattern(String other) {
    return new CellStyle(
        bold, align, lineAbove, lineBelow, Optional.of(other), size, color, fill, indent);
  }

  /** The same in another size. */
  public CellStyle ofSize(int points) {
    return new CellStyle(bold, align, lineAbove, lineBelow, pattern, points, color, fill, indent);
  }

  /** The same in another ink. */
  public CellStyle in(String ink) {
    return new CellStyle(bold, align, lineAbove, lineBelow, pattern, size, ink, fill, indent);
  }

  /** The same with something behind it. */
  public CellStyle on(String behind) {
    return new CellStyle(bold, align, lineAbove, lineBelow, pattern, size, color, behind, indent);
  }

  /** The same, some steps in. */
  public CellStyle indented(int steps) {
    return new CellStyle(bold, align, lineAbove, lineBelow, pattern, size, color, fill, steps);
  }
}
