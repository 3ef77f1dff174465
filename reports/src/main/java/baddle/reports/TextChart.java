package baddle.reports;

import baddle.core.crosstab.ChartKind;
import baddle.core.crosstab.Crosstab;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** A cross-tab's first measure as bars of characters, one for each item, in time's order. */
public final class TextChart {

  private static final int LEAST_BAR = 10;
  private static final int MOST_LABEL = 30;
  private static final int USUAL_ROOM = 80;

  /** Eighths of a character, from the left. */
  private static final String EIGHTHS = "\u258f\u258e\u258d\u258c\u258b\u258a\u2589\u2588";

  private final CrosstabLayout layout;
  private final TextStyle style;

  /** Prepares bars. */
  public TextChart(CrosstabLayout layout, TextStyle style) {
    this.layout = layout;
    this.style = style;
  }

  /**
   * The lines of the text.
   *
   * @param room the width to fit, in characters; 0 for a usual one
   */
  public List<String> lines(int room) {
    ChartKind kind = ChartPicture.usual(layout);
    Optional<ChartShape> shape = ChartShape.of(layout, kind);
    if (shape.isEmpty()) {
      return List.of(style.strong(layout.title()), "nothing that could be drawn");
    }
    return lines(shape.get(), room == 0 ? USUAL_ROOM : room);
  }

  private List<String> lines(ChartShape shape, int room) {
    Crosstab crosstab = layout.crosstab();
    ShownNumber number = layout.numbers().get(shape.measure());
    ChartShape.Point all =
        new ChartShape.Point("", shape.categoriesDown() ? crosstab.across() : crosstab.down());
    List<String> labels = new ArrayList<>();
    List<String> shown = new ArrayList<>();
    List<Optional<BigDecimal>> values = new ArrayList<>();
    double least = 0;
    double greatest = 0;
    int label = 0;
    int figure = 0;
    for (ChartShape.Point category : shape.categories()) {
      Optional<BigDecimal> value = shape.value(crosstab, category, all);
      String text = category.label();
      labels.add(text.length() > MOST_LABEL ? text.substring(0, MOST_LABEL - 1) + "\u2026" : text);
      shown.add(value.map(number::show).orElse(""));
      values.add(value);
      least = Math.min(least, value.map(BigDecimal::doubleValue).orElse(0.0));
      greatest = Math.max(greatest, value.map(BigDecimal::doubleValue).orElse(0.0));
      label = Math.max(label, TextStyle.width(labels.get(labels.size() - 1)));
      figure = Math.max(figure, TextStyle.width(shown.get(shown.size() - 1)));
    }
    double span = greatest - least == 0 ? 1 : greatest - least;
    int bar = Math.max(LEAST_BAR, room - label - figure - 4);
    int left = (int) Math.round(bar * -least / span);
    List<String> lines = new ArrayList<>();
    lines.add(
        style.strong(layout.title() + ", " + layout.spec().measures().get(shape.measure()).name()));
    for (int i = 0; i < labels.size(); i++) {
      double part = values.get(i).map(BigDecimal::doubleValue).orElse(0.0) / span * bar;
      String line =
          TextStyle.left(labels.get(i), label)
              + "  "
              + TextStyle.right(shown.get(i), figure)
              + "  "
              + drawn(part, left);
      lines.add(line.stripTrailing());
    }
    return lines;
  }

  /** A bar that begins behind some room, or ends there where it is below nought. */
  private static String drawn(double part, int left) {
    if (part < 0) {
      int whole = Math.max(1, Math.min(left, (int) Math.round(-part)));
      return " ".repeat(left - whole) + "\u2588".repeat(whole);
    }
    int eighths = (int) Math.round(part * EIGHTHS.length());
    int rest = eighths % EIGHTHS.length();
    return " ".repeat(left)
        + "\u2588".repeat(eighths / EIGHTHS.length())
        + (rest == 0 ? "" : EIGHTHS.substring(rest - 1, rest));
  }
}
