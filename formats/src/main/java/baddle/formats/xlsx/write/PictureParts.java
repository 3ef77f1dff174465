package baddle.formats.xlsx.write;

import baddle.formats.xlsx.Markup;

/** A picture in the upper left corner of a sheet (ISO/IEC 29500-1, 20.5). */
public final class PictureParts {

  private static final String MAIN = "http://schemas.openxmlformats.org/drawingml/2006/main";

  /** The standard's units, of which an inch has 914,400, in a pixel of 1/96 inch. */
  private static final int PIXEL = 9_525;

  private PictureParts() {}

  /**
   * Adds a picture to a sheet that has no drawing.
   *
   * @param sheet the sheet's number, from 0
   * @param isPng whether it is PNG; else JPEG
   * @param width in pixels
   * @param height in pixels
   */
  public static void add(
      WorkbookParts parts, int sheet, byte[] content, boolean isPng, double width, double height) {
    String image = "xl/media/picture" + (sheet + 1) + (isPng ? ".png" : ".jpeg");
    String drawing = "xl/drawings/picture" + (sheet + 1) + ".xml";
    parts.addBytes(image, isPng ? "image/png" : "image/jpeg", content);
    String embedded = parts.relate(drawing, "image", image);
    parts.add(drawing, "drawing", drawing(embedded, emu(width), emu(height)));
    parts.draw(sheet, drawing);
  }

  private static String emu(double pixels) {
    return String.valueOf(Math.round(pixels * PIXEL));
  }

  private static String drawing(String image, String width, String height) {
    Markup xml = new Markup();
    xml.open("xdr:wsDr", "xmlns:xdr", ChartParts.PLACING, "xmlns:a", MAIN)
        .open("xdr:oneCellAnchor")
        .open("xdr:from")
        .text("xdr:col", "0")
        .text("xdr:colOff", "0")
        .text("xdr:row", "0")
        .text("xdr:rowOff", "0")
        .close();
    xml.empty("xdr:ext", "cx", width, "cy", height)
        .open("xdr:pic")
        .open("xdr:nvPicPr")
        .empty("xdr:cNvPr", "id", "2", "name", "Logo", "descr", "Logo")
        .open("xdr:cNvPicPr")
        .empty("a:picLocks", "noChangeAspect", "1")
        .close()
        .close();
    xml.open("xdr:blipFill")
        .empty("a:blip", "xmlns:r", ChartParts.RELATIONS, "r:embed", image)
        .open("a:stretch")
        .empty("a:fillRect")
        .close()
        .close();
    xml.open("xdr:spPr")
        .open("a:xfrm")
        .empty("a:off", "x", "0", "y", "0")
        .empty("a:ext", "cx", width, "cy", height)
        .close()
        .open("a:prstGeom", "prst", "rect")
        .empty("a:avLst")
        .close()
        .close()
        .close();
    xml.empty("xdr:clientData");
    return xml.toString();
  }
}
