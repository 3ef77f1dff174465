package baddle.formats.xlsx.write;

import baddle.formats.xlsx.CellPlace;
import baddle.formats.xlsx.Markup;

/** Cells of a sheet that lead to cells of another (ISO/IEC 29500-1, 18.3.1.47). */
public final class CellLinks {

  private final Markup xml = new Markup().open("hyperlinks");
  private boolean any;

  /**
   * Adds one.
   *
   * @param row of the cell that leads, from 0
   * @param column of the cell that leads, from 0
   * @param sheet the name of the sheet it leads to
   * @param first the upper left cell there
   * @param last the lower right cell there
   * @param tip what is shown before a reader follows it
   */
  public void add(int row, int column, String sheet, CellPlace first, CellPlace last, String tip) {
    String place = "'" + sheet.replace("'", "''") + "'!" + first.name() + ":" + last.name();
    xml.empty(
        "hyperlink", "ref", new CellPlace(row, column).name(), "location", place, "tooltip", tip);
    any = true;
  }

  /** Adds them to a sheet, by its number from 0, that has no others. */
  public void add(WorkbookParts parts, int sheet) {
    if (any) {
      parts.insert(
          WorkbookParts.sheet(sheet),
          xml.toString(),
          "<printOptions",
          "<pageMargins",
          "<pageSetup",
          "<headerFooter",
          "<drawing",
          "<legacyDrawing",
          "<tableParts",
          "</worksheet>");
    }
  }
}
