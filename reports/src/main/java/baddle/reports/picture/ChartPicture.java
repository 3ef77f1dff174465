package baddle.reports.picture;

import baddle.core.crosstab.spec.ChartKind;
import baddle.reports.CrosstabLayout;
import baddle.reports.ReportHead;
import de.erichseifert.vectorgraphics2d.Document;
import de.erichseifert.vectorgraphics2d.Processors;
import de.erichseifert.vectorgraphics2d.VectorGraphics2D;
import de.erichseifert.vectorgraphics2d.util.PageSize;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import javax.imageio.ImageIO;

/** A cross-tab's chart as a picture by itself, as SVG or PNG. */
public final class ChartPicture {

  /** Pixels of a PNG for each of the picture's. */
  private static final int SHARPNESS = 2;

  private static final int WIDTH = 800;

  private ChartPicture() {}

  /** What is drawn of a cross-tab where nobody says. */
  public static ChartKind usual(CrosstabLayout layout) {
    boolean time =
        layout.spec().levels().stream().anyMatch(level -> level.item().grain().isPresent());
    return time ? ChartKind.COLUMNS : ChartKind.BARS;
  }

  /**
   * Draws a cross-tab; where there is nothing to draw the picture says so.
   *
   * @param svg whether as SVG, else as PNG
   */
  public static void write(CrosstabLayout layout, ReportHead head, boolean svg, OutputStream out)
      throws IOException {
    ChartKind kind = head.look(layout.title()).chart().orElse(usual(layout));
    Optional<ChartShape> shape = ChartShape.of(layout, kind);
    Drawing chart =
        shape.isPresent()
            ? new PlottedChart(layout, shape.get(), head)
            : new EmptyChart(layout, head);
    Rectangle2D area = new Rectangle2D.Double(0, 0, WIDTH, chart.height());
    if (svg) {
      VectorGraphics2D graphics = new VectorGraphics2D();
      chart.draw(graphics, area);
      Document document =
          Processors.get("svg")
              .getDocument(graphics.getCommands(), new PageSize(0, 0, WIDTH, chart.height()));
      ByteArrayOutputStream bytes = new ByteArrayOutputStream();
      document.writeTo(bytes);
      // The library names the fonts of this machine, and no size where it is its own standard one.
      String text =
          bytes
              .toString(StandardCharsets.UTF_8)
              .replaceAll("(font-family:&quot;[^&]*&quot;)", "$1,sans-serif")
              .replaceFirst("<svg ", "<svg font-family=\"sans-serif\" font-size=\"12px\" ");
      out.write(text.getBytes(StandardCharsets.UTF_8));
    } else {
      BufferedImage image =
          new BufferedImage(
              WIDTH * SHARPNESS, chart.height() * SHARPNESS, BufferedImage.TYPE_INT_RGB);
      Graphics2D graphics = image.createGraphics();
      graphics.scale(SHARPNESS, SHARPNESS);
      graphics.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
      graphics.setRenderingHint(
          RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
      chart.draw(graphics, area);
      graphics.dispose();
      ImageIO.write(image, "png", out);
    }
  }
}
