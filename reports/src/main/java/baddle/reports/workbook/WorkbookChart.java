package baddle.reports.workbook;

import baddle.core.crosstab.Item;
import baddle.formats.xlsx.CellPlace;
import baddle.formats.xlsx.write.SheetChart;
import baddle.reports.CrosstabLayout;
import baddle.reports.ReportColours;
import baddle.reports.ReportStyle;
import baddle.reports.picture.ChartShape;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/** A chart of the cells of a cross-tab's sheet. */
final class WorkbookChart {

  private final CrosstabLayout layout;
  private final ChartShape shape;
  private final String sheet;
  private final ReportStyle style;
  private final int firstLine;

  /**
   * A chart.
   *
   * @param sheet the sheet's name
   * @param top the rows above the headings
   */
  WorkbookChart(CrosstabLayout layout, ChartShape shape, String sheet, int top, ReportStyle style) {
    this.style = style;
    this.layout = layout;
    this.shape = shape;
    this.sheet = sheet;
    this.firstLine = top + layout.headingLines();
  }

  /** What is drawn; empty where the sheet hasn't a cell for each figure. */
  Optional<SheetChart> drawing(String title) {
    OptionalInt first = at(shape.categories().get(0).item(), shape.categoriesDown());
    OptionalInt last =
        at(shape.categories().get(shape.categories().size() - 1).item(), shape.categoriesDown());
    boolean backwards = first.isPresent() && last.isPresent() && first.getAsInt() > last.getAsInt();
    return backwards
        ? new WorkbookChart(
                layout, shape.reversed(), sheet, firstLine - layout.headingLines(), style)
            .drawing(title, true)
        : drawing(title, false);
  }

  private Optional<SheetChart> drawing(String title, boolean backwards) {
    List<Integer> along = new ArrayList<>();
    for (ChartShape.Point category : shape.categories()) {
      OptionalInt at = at(category.item(), shape.categoriesDown());
      if (at.isEmpty()) {
        return Optional.empty();
      }
      along.add(at.getAsInt());
    }
    List<SheetChart.Series> series = new ArrayList<>();
    for (ChartShape.Point one : shape.series()) {
      OptionalInt at = at(one.item(), !shape.categoriesDown());
      if (at.isEmpty()) {
        return Optional.empty();
      }
      series.add(
          new SheetChart.Series(
              one.label(), values(one, along, at.getAsInt()), style.series(series.size())));
    }
    return Optional.of(
        new SheetChart(
            shape.kind(),
            title,
            layout.numbers().get(shape.measure()).workbookPattern(),
            backwards,
            labels(along),
            series,
            ReportColours.CHART));
  }

  /** The index of the line or column that shows an item and the chart's measure. */
  private OptionalInt at(Item item, boolean down) {
    int size = down ? layout.lines().size() : layout.columns().size();
    for (int i = 0; i < size; i++) {
      Item own = down ? layout.lines().get(i).item() : layout.columns().get(i).item();
      int measure = down ? layout.lines().get(i).measure() : layout.columns().get(i).measure();
      boolean gap = down && layout.lines().get(i).kind() == CrosstabLayout.Kind.GAP;
      if (!gap && own.node() == item.node() && (measure < 0 || measure == shape.measure())) {
        return OptionalInt.of(i);
      }
    }
    return OptionalInt.empty();
  }

  private CellPlace place(int line, int column) {
    return new CellPlace(firstLine + line, layout.downHeadings().size() + column);
  }

  private SheetChart.Cells values(ChartShape.Point of, List<Integer> along, int at) {
    List<CellPlace> places = new ArrayList<>();
    List<Optional<BigDecimal>> numbers = new ArrayList<>();
    for (int i = 0; i < along.size(); i++) {
      boolean down = shape.categoriesDown();
      places.add(down ? place(along.get(i), at) : place(at, along.get(i)));
      numbers.add(shape.value(layout.crosstab(), shape.categories().get(i), of));
    }
    return new SheetChart.Cells(sheet, places, List.of(), numbers);
  }

  private SheetChart.Cells labels(List<Integer> along) {
    int innermost = Math.max(0, layout.spec().down().size() - 1);
    int lowest = firstLine - 1 - (layout.headingLines() > layout.spec().across().size() ? 1 : 0);
    List<CellPlace> places =
        along.stream()
            .map(
                at ->
                    shape.categoriesDown()
                        ? new CellPlace(firstLine + at, innermost)
                        : new CellPlace(lowest, layout.downHeadings().size() + at))
            .toList();
    return new SheetChart.Cells(
        sheet,
        places,
        shape.categories().stream().map(ChartShape.Point::label).toList(),
        List.of());
  }
}
