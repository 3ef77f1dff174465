package baddle.reports.picture;

import baddle.core.crosstab.spec.ChartKind;
import baddle.reports.CrosstabLayout;
import baddle.reports.ReportColours;
import baddle.reports.ReportHead;
import baddle.reports.ReportStyle;
import baddle.reports.ShownNumber;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.geom.Rectangle2D;
import java.math.BigDecimal;
import java.text.FieldPosition;
import java.text.NumberFormat;
import java.text.ParsePosition;
import java.util.Optional;
import org.jfree.chart.JFreeChart;
import org.jfree.chart.axis.CategoryAxis;
import org.jfree.chart.axis.NumberAxis;
import org.jfree.chart.axis.NumberTickUnit;
import org.jfree.chart.block.BlockBorder;
import org.jfree.chart.labels.ItemLabelAnchor;
import org.jfree.chart.labels.ItemLabelPosition;
import org.jfree.chart.labels.StandardCategoryItemLabelGenerator;
import org.jfree.chart.plot.CategoryPlot;
import org.jfree.chart.plot.PlotOrientation;
import org.jfree.chart.renderer.category.BarRenderer;
import org.jfree.chart.renderer.category.CategoryItemRenderer;
import org.jfree.chart.renderer.category.LineAndShapeRenderer;
import org.jfree.chart.renderer.category.StackedBarRenderer;
import org.jfree.chart.renderer.category.StandardBarPainter;
import org.jfree.chart.title.LegendTitle;
import org.jfree.chart.title.TextTitle;
import org.jfree.chart.ui.HorizontalAlignment;
import org.jfree.chart.ui.RectangleEdge;
import org.jfree.chart.ui.RectangleInsets;
import org.jfree.chart.ui.TextAnchor;
import org.jfree.data.category.DefaultCategoryDataset;

/**
 * A chart as the plotting library draws it, in our looks. Its numbers are for places on paper only.
 */
final class PlottedChart implements Drawing {

  private static final int HEIGHT = 420;
  private static final int LINE = 28;
  private static final int AROUND = 110;
  private static final int MOST_STEPS = 5;
  private static final int MOST_LABEL = 40;
  private static final int MOST_LABELS = 10_000;
  private static final String FAMILY = "SansSerif";
  private static final Font PLAIN = new Font(FAMILY, Font.PLAIN, 12);
  private static final Color INK = color(ReportColours.INK);
  private static final Color MUTED = color(ReportColours.MUTED);
  private static final Color GRID = color(ReportColours.LINE);

  /** A label by its place; one that would have no room is blank. */
  private record Category(int place, String label) implements Comparable<Category> {

    @Override
    public int compareTo(Category other) {
      return Integer.compare(place, other.place);
    }

    @Override
    public String toString() {
      return label;
    }
  }

  private final CrosstabLayout layout;
  private final ReportStyle style;
  private final ChartShape shape;
  private final ShownNumber number;
  private final boolean bars;
  private final JFreeChart chart;

  PlottedChart(CrosstabLayout layout, ChartShape shape, ReportHead head) {
    this.layout = layout;
    this.style = head.style();
    this.shape = shape;
    this.number = layout.numbers().get(shape.measure());
    this.bars = shape.kind() == ChartKind.BARS;
    CategoryPlot plot = new CategoryPlot(dataset(), categoryAxis(), valueAxis(), renderer());
    plot.setOrientation(bars ? PlotOrientation.HORIZONTAL : PlotOrientation.VERTICAL);
    plot.setBackgroundPaint(Color.WHITE);
    plot.setOutlineVisible(false);
    plot.setRangeGridlinePaint(GRID);
    plot.setRangeGridlineStroke(new BasicStroke(1));
    plot.setRangeGridlinesVisible(!bars);
    plot.setAxisOffset(new RectangleInsets(0, 4, 4, 0));
    plot.setRangeZeroBaselineVisible(true);
    plot.setRangeZeroBaselinePaint(MUTED);
    chart = new JFreeChart(null, PLAIN, plot, false);
    chart.setBackgroundPaint(Color.WHITE);
    chart.setPadding(new RectangleInsets(12, 12, 12, 16));
    String measure = layout.spec().measures().get(shape.measure()).name();
    title(head.titleOf(layout.title()), new Font(FAMILY, Font.BOLD, 16), INK);
    title(head.subtitle().isEmpty() ? measure : measure + ", " + head.subtitle(), PLAIN, MUTED);
    if (shape.series().size() > 1) {
      LegendTitle legend = new LegendTitle(plot);
      legend.setPosition(RectangleEdge.RIGHT);
      legend.setItemFont(PLAIN);
      legend.setItemPaint(INK);
      legend.setFrame(BlockBorder.NONE);
      legend.setBackgroundPaint(Color.WHITE);
      chart.addLegend(legend);
    }
  }

  private static Color color(String digits) {
    return new Color(Integer.parseInt(digits, 16));
  }

  private void title(String text, Font font, Color color) {
    TextTitle title = new TextTitle(text, font);
    title.setPaint(color);
    title.setHorizontalAlignment(HorizontalAlignment.LEFT);
    title.setPadding(new RectangleInsets(0, 0, 6, 0));
    chart.addSubtitle(chart.getSubtitleCount(), title);
  }

  /** Its height in pixels. */
  @Override
  public int height() {
    return bars ? AROUND + LINE * shape.categories().size() : HEIGHT;
  }

  @Override
  public void draw(Graphics2D graphics, Rectangle2D area) {
    chart.draw(graphics, area);
  }

  private DefaultCategoryDataset dataset() {
    DefaultCategoryDataset dataset = new DefaultCategoryDataset();
    int longest =
        shape.categories().stream().mapToInt(one -> cut(one.label()).length()).max().orElse(1);
    int room = bars ? MOST_LABELS : Math.max(1, 640 / (8 * longest + 12));
    int every = (shape.categories().size() + room - 1) / room;
    for (int series = 0; series < shape.series().size(); series++) {
      ChartShape.Point of = shape.series().get(series);
      for (int i = 0; i < shape.categories().size(); i++) {
        ChartShape.Point category = shape.categories().get(i);
        Category place = new Category(i, bars || i % every == 0 ? cut(category.label()) : "");
        Optional<BigDecimal> value = shape.value(layout.crosstab(), category, of);
        dataset.addValue(
            value.map(BigDecimal::doubleValue).orElse(null),
            new Category(series, cut(of.label())),
            place);
      }
    }
    return dataset;
  }

  /** A label that a picture has room for; the library takes minutes to break one of a megabyte. */
  private static String cut(String label) {
    return label.length() <= MOST_LABEL ? label : label.substring(0, MOST_LABEL - 1) + "\u2026";
  }

  private CategoryAxis categoryAxis() {
    CategoryAxis axis = new CategoryAxis();
    axis.setTickLabelFont(PLAIN);
    axis.setTickLabelPaint(MUTED);
    axis.setTickMarksVisible(false);
    axis.setAxisLineVisible(false);
    axis.setCategoryMargin(0.2);
    axis.setLowerMargin(0.01);
    axis.setUpperMargin(0.01);
    axis.setMaximumCategoryLabelWidthRatio(bars ? 0.35f : 8f);
    return axis;
  }

  private NumberAxis valueAxis() {
    NumberAxis axis = new NumberAxis();
    axis.setTickLabelFont(PLAIN);
    axis.setTickLabelPaint(MUTED);
    axis.setTickMarksVisible(false);
    axis.setAxisLineVisible(false);
    axis.setVisible(!bars);
    boolean shares = shape.kind() == ChartKind.SHARES;
    axis.setNumberFormatOverride(format(shares));
    double[] range = shares ? new double[] {0, 1} : range();
    double step = step(range[1] - range[0]);
    axis.setTickUnit(new NumberTickUnit(shares ? 0.25 : step));
    double below = bars && range[0] < 0 ? step : 0;
    axis.setRange(
        Math.floor(range[0] / step) * step - below,
        shares ? 1 : (Math.ceil(range[1] / step) + (bars ? 1 : 0)) * step);
    return axis;
  }

  /** The least and the greatest that is drawn; nought is among them. */
  private double[] range() {
    double least = 0;
    double greatest = 0;
    for (ChartShape.Point category : shape.categories()) {
      double below = 0;
      double above = 0;
      for (ChartShape.Point of : shape.series()) {
        double value =
            shape.value(layout.crosstab(), category, of).map(BigDecimal::doubleValue).orElse(0.0);
        boolean stacked = shape.kind().isStacked();
        below = Math.min(stacked ? below + Math.min(0, value) : Math.min(below, value), 0);
        above = Math.max(stacked ? above + Math.max(0, value) : Math.max(above, value), 0);
      }
      least = Math.min(least, below);
      greatest = Math.max(greatest, above);
    }
    return new double[] {least, least == greatest ? 1 : greatest};
  }

  /** A round step, of which there are at most five. */
  private static double step(double span) {
    double power = Math.pow(10, Math.floor(Math.log10(span / MOST_STEPS)));
    for (double factor : new double[] {1, 2, 2.5, 5}) {
      if (factor * power >= span / MOST_STEPS) {
        return factor * power;
      }
    }
    return 10 * power;
  }

  /** Writes numbers as the measure does. */
  private NumberFormat format(boolean shares) {
    if (shares) {
      return NumberFormat.getPercentInstance(layout.spec().locale());
    }
    return new NumberFormat() {
      @Override
      public StringBuffer format(double value, StringBuffer into, FieldPosition position) {
        return into.append(number.show(BigDecimal.valueOf(value)));
      }

      @Override
      public StringBuffer format(long value, StringBuffer into, FieldPosition position) {
        return into.append(number.show(BigDecimal.valueOf(value)));
      }

      @Override
      public Number parse(String source, ParsePosition position) {
        throw new UnsupportedOperationException();
      }
    };
  }

  private CategoryItemRenderer renderer() {
    CategoryItemRenderer renderer =
        shape.kind() == ChartKind.LINES ? lines() : shape.kind().isStacked() ? stacked() : beside();
    for (int i = 0; i < shape.series().size(); i++) {
      renderer.setSeriesPaint(i, color(style.series(i)));
      renderer.setSeriesStroke(
          i, new BasicStroke(2, BasicStroke.CAP_ROUND, BasicStroke.JOIN_ROUND));
    }
    if (bars) {
      renderer.setDefaultItemLabelGenerator(
          new StandardCategoryItemLabelGenerator("{2}", format(false)));
      renderer.setDefaultItemLabelsVisible(true);
      renderer.setDefaultItemLabelFont(PLAIN);
      renderer.setDefaultItemLabelPaint(MUTED);
      renderer.setDefaultPositiveItemLabelPosition(
          new ItemLabelPosition(ItemLabelAnchor.OUTSIDE3, TextAnchor.CENTER_LEFT));
      renderer.setDefaultNegativeItemLabelPosition(
          new ItemLabelPosition(ItemLabelAnchor.OUTSIDE9, TextAnchor.CENTER_RIGHT));
    }
    return renderer;
  }

  private static LineAndShapeRenderer lines() {
    return new LineAndShapeRenderer(true, false);
  }

  private StackedBarRenderer stacked() {
    StackedBarRenderer renderer = new StackedBarRenderer(shape.kind() == ChartKind.SHARES);
    plain(renderer);
    return renderer;
  }

  private static BarRenderer beside() {
    BarRenderer renderer = new BarRenderer();
    plain(renderer);
    renderer.setItemMargin(0.05);
    return renderer;
  }

  private static void plain(BarRenderer renderer) {
    renderer.setBarPainter(new StandardBarPainter());
    renderer.setShadowVisible(false);
    renderer.setDrawBarOutline(false);
  }
}
