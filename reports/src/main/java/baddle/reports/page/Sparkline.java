package baddle.reports.page;

import baddle.core.crosstab.spec.ChartKind;
import baddle.reports.CrosstabLayout;
import baddle.reports.picture.ChartShape;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** The course of a summary's first measure as a small line (SVG) within a text; gaps stay gaps. */
final class Sparkline {

  private static final double WIDTH = 96;
  private static final double HEIGHT = 16;
  private static final double EDGE = 1.5;

  private Sparkline() {}

  /** The markup of a summary that is by month; empty where it isn't. */
  static String of(CrosstabLayout layout) {
    Optional<ChartShape> shape = ChartShape.of(layout, ChartKind.LINES);
    if (shape.isEmpty() || layout.crosstab().latest(0).isEmpty()) {
      return "";
    }
    ChartShape.Point all =
        new ChartShape.Point(
            "",
            shape.get().categoriesDown() ? layout.crosstab().across() : layout.crosstab().down());
    List<Optional<BigDecimal>> values = new ArrayList<>();
    for (ChartShape.Point month : shape.get().categories()) {
      values.add(shape.get().value(layout.crosstab(), month, all));
    }
    return drawn(values);
  }

  private static String drawn(List<Optional<BigDecimal>> values) {
    double least = 0;
    double greatest = 0;
    for (Optional<BigDecimal> value : values) {
      least = Math.min(least, value.map(BigDecimal::doubleValue).orElse(0.0));
      greatest = Math.max(greatest, value.map(BigDecimal::doubleValue).orElse(0.0));
    }
    StringBuilder path = new StringBuilder();
    boolean begun = false;
    for (int i = 0; i < values.size(); i++) {
      if (values.get(i).isPresent()) {
        double x = EDGE + (WIDTH - 2 * EDGE) * i / Math.max(1, values.size() - 1);
        double part = (values.get(i).get().doubleValue() - least) / (greatest - least);
        double y = HEIGHT - EDGE - (HEIGHT - 2 * EDGE) * (greatest == least ? 0 : part);
        path.append(String.format(Locale.ROOT, "%s%.1f %.1f", begun ? "L" : "M", x, y));
      }
      begun = values.get(i).isPresent();
    }
    return "<svg class=\"spark\" viewBox=\"0 0 96 16\" width=\"96\" height=\"16\""
        + " aria-hidden=\"true\"><path d=\""
        + path
        + "\"/></svg> ";
  }
}
