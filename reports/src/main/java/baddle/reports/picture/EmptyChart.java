package baddle.reports.picture;

import baddle.core.crosstab.spec.Measure;
import baddle.reports.CrosstabLayout;
import baddle.reports.ReportColours;
import baddle.reports.ReportHead;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.geom.Rectangle2D;

/** A title and a line that says that there is nothing to draw. */
final class EmptyChart implements Drawing {

  private static final int HEIGHT = 120;
  private static final int LEFT = 16;
  private static final int LINE = 28;

  private final String title;
  private final String subtitle;
  private final boolean hasRows;

  EmptyChart(CrosstabLayout layout, ReportHead head) {
    this.title = head.titleOf(layout.title());
    String measure = layout.spec().measures().stream().map(Measure::name).findFirst().orElse("");
    this.subtitle = head.subtitle().isEmpty() ? measure : measure + ", " + head.subtitle();
    this.hasRows = !layout.crosstab().down().children().isEmpty();
  }

  @Override
  public int height() {
    return HEIGHT;
  }

  @Override
  public void draw(Graphics2D graphics, Rectangle2D area) {
    graphics.setPaint(Color.WHITE);
    graphics.fill(area);
    graphics.setPaint(Color.decode("#" + ReportColours.INK));
    graphics.setFont(new Font(Font.SANS_SERIF, Font.BOLD, 16));
    graphics.drawString(title, LEFT, LINE);
    graphics.setPaint(Color.decode("#" + ReportColours.MUTED));
    graphics.setFont(new Font(Font.SANS_SERIF, Font.PLAIN, 12));
    graphics.drawString(subtitle, LEFT, 2 * LINE - 6);
    graphics.drawString(hasRows ? "nothing that could be drawn" : "no rows", LEFT, 3 * LINE);
  }
}
