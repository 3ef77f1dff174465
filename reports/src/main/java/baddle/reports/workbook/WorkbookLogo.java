package baddle.reports.workbook;

import baddle.formats.xlsx.write.PictureParts;
import baddle.formats.xlsx.write.WorkbookParts;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.Base64;
import javax.imageio.ImageIO;

/** The logo on the first sheet of a workbook, as large as on a page. */
final class WorkbookLogo {

  /** Height of the row that it is in, in points. */
  static final double LINE = 44;

  private static final double MOST_HEIGHT = 48;
  private static final double MOST_WIDTH = 240;

  private WorkbookLogo() {}

  /**
   * Adds an image that is given as an address that has its content in itself.
   *
   * @return whether there is one; not for no address, and for an image that can't be measured
   */
  static boolean add(String address, WorkbookParts parts) throws IOException {
    if (address.isEmpty()) {
      return false;
    }
    byte[] content = Base64.getDecoder().decode(address.substring(address.indexOf(',') + 1));
    BufferedImage image = ImageIO.read(new ByteArrayInputStream(content));
    if (image == null) {
      return false;
    }
    double scale =
        Math.min(1, Math.min(MOST_HEIGHT / image.getHeight(), MOST_WIDTH / image.getWidth()));
    boolean png = address.startsWith("data:image/png");
    double width = image.getWidth() * scale;
    PictureParts.add(parts, 0, content, png, width, image.getHeight() * scale);
    return true;
  }
}
