package baddle.reports.picture;

import java.awt.Graphics2D;
import java.awt.geom.Rectangle2D;

/** Something that can be drawn. */
interface Drawing {

  /** How high it is, in pixels. */
  int height();

  /** Draws it into an area of that height. */
  void draw(Graphics2D graphics, Rectangle2D area);
}
