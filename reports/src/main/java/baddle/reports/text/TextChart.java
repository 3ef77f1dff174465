package baddle.reports.text;

import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.spec.ChartKind;
import baddle.reports.CrosstabLayout;
import baddle.reports.ShownNumber;
import baddle.reports.picture.ChartPicture;
import baddle.reports.picture.ChartShape;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** A cross-tab's first measure as bars of characters, one for each item, in time's order. */
public final class TextChart {

  private static final int LEAST_BAR = 10;
  private static final int MOST_LABEL = 30;
  private static final int USUAL_ROOM = 80;

  private static final String WHOLE = "\u2501";

  /** The left half of a character, and the right half. */
  private static final String END = "\u2578";

  private static final String BEGINNING = "\u257a";

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
    int halves = (int) Math.round(Math.abs(part) * 2);
    int least = part == 0 ? 0 : Math.max(1, halves);
    String whole = WHOLE.repeat(least / 2);
    if (part < 0) {
      String bar = (least % 2 == 0 ? "" : BEGINNING) + whole;
      return " ".repeat(Math.max(0, left - bar.length())) + bar;
    }
    return " ".repeat(left) + whole + (least % 2 == 0 ? "" : END);
  }
}
