package baddle.formats.xlsx.write;

import baddle.core.crosstab.spec.ChartKind;
import baddle.formats.xlsx.CellPlace;
import baddle.formats.xlsx.Markup;
import java.util.ArrayList;
import java.util.List;

/** Charts as parts of a workbook (ISO/IEC 29500-1, 21.2), in step with the cells they are of. */
public final class ChartParts {

  private static final String CHART = "http://schemas.openxmlformats.org/drawingml/2006/chart";
  private static final String MAIN = "http://schemas.openxmlformats.org/drawingml/2006/main";
  static final String PLACING =
      "http://schemas.openxmlformats.org/drawingml/2006/spreadsheetDrawing";
  static final String RELATIONS =
      "http://schemas.openxmlformats.org/officeDocument/2006/relationships";

  /** Width and height, in units of which an inch has 914,400. */
  private static final String WIDTH = "6480000";

  private static final String HEIGHT = "3240000";
  private static final String CATEGORY_AXIS = "111111111";
  private static final String VALUE_AXIS = "222222222";
  private static final String SIZE = "900";

  private ChartParts() {}

  /**
   * Adds a chart to a sheet that has none.
   *
   * @param sheet the sheet's number, from 0
   * @param row the row its upper left corner is in, from 0
   * @param column the column its upper left corner is in, from 0
   */
  public static void add(WorkbookParts parts, int sheet, int row, int column, SheetChart chart) {
    int number = parts.count("xl/charts/") + 1;
    String chartPart = "xl/charts/chart" + number + ".xml";
    String drawing = "xl/drawings/drawing" + number + ".xml";
    parts.add(chartPart, "drawingml.chart", chart(chart));
    String id = parts.relate(drawing, "chart", chartPart);
    parts.add(drawing, "drawing", drawing(row, column, id, chart.title()));
    parts.draw(sheet, drawing);
  }

  private static String drawing(int row, int column, String id, String title) {
    Markup xml = new Markup();
    xml.open("xdr:wsDr", "xmlns:xdr", PLACING, "xmlns:a", MAIN).open("xdr:oneCellAnchor");
    xml.open("xdr:from")
        .text("xdr:col", String.valueOf(column))
        .text("xdr:colOff", "0")
        .text("xdr:row", String.valueOf(row))
        .text("xdr:rowOff", "0")
        .close();
    xml.empty("xdr:ext", "cx", WIDTH, "cy", HEIGHT)
        .open("xdr:graphicFrame", "macro", "")
        .open("xdr:nvGraphicFramePr")
        .empty("xdr:cNvPr", "id", "2", "name", "Chart", "descr", title + ", a chart of the table")
        .empty("xdr:cNvGraphicFramePr")
        .close();
    xml.open("xdr:xfrm")
        .empty("a:off", "x", "0", "y", "0")
        .empty("a:ext", "cx", "0", "cy", "0")
        .close();
    xml.open("a:graphic")
        .open("a:graphicData", "uri", CHART)
        .empty("c:chart", "xmlns:c", CHART, "xmlns:r", RELATIONS, "r:id", id)
        .close()
        .close()
        .close()
        .empty("xdr:clientData");
    return xml.toString();
  }

  private static String chart(SheetChart chart) {
    Markup xml = new Markup();
    xml.open("c:chartSpace", "xmlns:c", CHART, "xmlns:a", MAIN, "xmlns:r", RELATIONS)
        .empty("c:roundedCorners", "val", "0")
        .open("c:chart");
    xml.open("c:title").open("c:tx").open("c:rich").empty("a:bodyPr").open("a:p");
    xml.open("a:pPr").open("a:defRPr", "sz", "1100", "b", "1").close().close();
    xml.open("a:r").open("a:rPr", "lang", "en", "sz", "1100", "b", "1");
    fill(xml, chart.colors().ink());
    xml.close().text("a:t", chart.title()).close().close().close().close();
    xml.empty("c:overlay", "val", "0").close();
    xml.empty("c:autoTitleDeleted", "val", "0").open("c:plotArea").empty("c:layout");
    plot(xml, chart);
    categoryAxis(xml, chart);
    valueAxis(xml, chart);
    xml.close();
    if (chart.series().size() > 1) {
      xml.open("c:legend").empty("c:legendPos", "val", "r").empty("c:overlay", "val", "0");
      letters(xml, chart.colors().ink());
      xml.close();
    }
    xml.empty("c:plotVisOnly", "val", "1").empty("c:dispBlanksAs", "val", "gap").close();
    xml.open("c:spPr");
    fill(xml, "FFFFFF");
    xml.open("a:ln").empty("a:noFill").close().close();
    return xml.toString();
  }

  private static void plot(Markup xml, SheetChart chart) {
    boolean lines = chart.kind() == ChartKind.LINES;
    boolean stacked = chart.kind().isStacked();
    xml.open(lines ? "c:lineChart" : "c:barChart");
    if (!lines) {
      xml.empty("c:barDir", "val", chart.kind() == ChartKind.BARS ? "bar" : "col");
    }
    String grouping =
        chart.kind() == ChartKind.SHARES
            ? "percentStacked"
            : stacked ? "stacked" : lines ? "standard" : "clustered";
    xml.empty("c:grouping", "val", grouping).empty("c:varyColors", "val", "0");
    for (int i = 0; i < chart.series().size(); i++) {
      series(xml, chart, i, lines);
    }
    if (lines) {
      xml.empty("c:marker", "val", "1");
    } else {
      xml.empty("c:gapWidth", "val", "60");
      if (stacked) {
        xml.empty("c:overlap", "val", "100");
      }
    }
    xml.empty("c:axId", "val", CATEGORY_AXIS).empty("c:axId", "val", VALUE_AXIS).close();
  }

  private static void series(Markup xml, SheetChart chart, int index, boolean lines) {
    SheetChart.Series one = chart.series().get(index);
    xml.open("c:ser")
        .empty("c:idx", "val", String.valueOf(index))
        .empty("c:order", "val", String.valueOf(index));
    xml.open("c:tx").text("c:v", one.name()).close();
    xml.open("c:spPr");
    if (lines) {
      xml.open("a:ln", "w", "25400", "cap", "rnd");
      fill(xml, one.color());
      xml.close();
    } else {
      fill(xml, one.color());
    }
    xml.close();
    if (lines) {
      xml.open("c:marker").empty("c:symbol", "val", "none").close();
    } else {
      xml.empty("c:invertIfNegative", "val", "0");
    }
    xml.open("c:cat").open("c:strRef").text("c:f", reference(chart.categories()));
    xml.open("c:strCache");
    List<String> texts = chart.categories().texts();
    xml.empty("c:ptCount", "val", String.valueOf(texts.size()));
    for (int i = 0; i < texts.size(); i++) {
      xml.open("c:pt", "idx", String.valueOf(i)).text("c:v", texts.get(i)).close();
    }
    xml.close().close().close();
    xml.open("c:val").open("c:numRef").text("c:f", reference(one.values()));
    xml.open("c:numCache").text("c:formatCode", chart.pattern());
    xml.empty("c:ptCount", "val", String.valueOf(one.values().numbers().size()));
    for (int i = 0; i < one.values().numbers().size(); i++) {
      int at = i;
      one.values()
          .numbers()
          .get(i)
          .ifPresent(
              value ->
                  xml.open("c:pt", "idx", String.valueOf(at))
                      .text("c:v", value.toPlainString())
                      .close());
    }
    xml.close().close().close();
    if (lines) {
      xml.empty("c:smooth", "val", "0");
    }
    xml.close();
  }

  private static void categoryAxis(Markup xml, SheetChart chart) {
    boolean bars = chart.kind() == ChartKind.BARS;
    boolean backwards = bars != chart.backwards();
    xml.open("c:catAx").empty("c:axId", "val", CATEGORY_AXIS);
    xml.open("c:scaling")
        .empty("c:orientation", "val", backwards ? "maxMin" : "minMax")
        .close()
        .empty("c:delete", "val", "0")
        .empty("c:axPos", "val", bars ? "l" : "b")
        .empty("c:majorTickMark", "val", "none")
        .empty("c:minorTickMark", "val", "none")
        .empty("c:tickLblPos", "val", "low");
    line(xml, chart.colors().muted());
    letters(xml, chart.colors().muted());
    xml.empty("c:crossAx", "val", VALUE_AXIS).empty("c:crosses", "val", "autoZero");
    xml.empty("c:auto", "val", "0").empty("c:lblAlgn", "val", "ctr");
    xml.empty("c:lblOffset", "val", "100").empty("c:noMultiLvlLbl", "val", "1").close();
  }

  private static void valueAxis(Markup xml, SheetChart chart) {
    boolean bars = chart.kind() == ChartKind.BARS;
    boolean shares = chart.kind() == ChartKind.SHARES;
    xml.open("c:valAx").empty("c:axId", "val", VALUE_AXIS);
    xml.open("c:scaling").empty("c:orientation", "val", "minMax").close();
    xml.empty("c:delete", "val", "0").empty("c:axPos", "val", bars ? "b" : "l");
    xml.open("c:majorGridlines");
    line(xml, chart.colors().grid());
    xml.close();
    xml.empty("c:numFmt", "formatCode", shares ? "0%" : chart.pattern(), "sourceLinked", "0")
        .empty("c:majorTickMark", "val", "none")
        .empty("c:minorTickMark", "val", "none")
        .empty("c:tickLblPos", "val", "nextTo");
    xml.open("c:spPr").open("a:ln").empty("a:noFill").close().close();
    letters(xml, chart.colors().muted());
    boolean otherSide = bars != chart.backwards();
    xml.empty("c:crossAx", "val", CATEGORY_AXIS)
        .empty("c:crosses", "val", otherSide ? "max" : "autoZero")
        .empty("c:crossBetween", "val", "between")
        .close();
  }

  private static void fill(Markup xml, String color) {
    xml.open("a:solidFill").empty("a:srgbClr", "val", color).close();
  }

  private static void line(Markup xml, String color) {
    xml.open("c:spPr").open("a:ln", "w", "9525");
    fill(xml, color);
    xml.close().close();
  }

  private static void letters(Markup xml, String color) {
    xml.open("c:txPr").empty("a:bodyPr").open("a:p").open("a:pPr").open("a:defRPr", "sz", SIZE);
    fill(xml, color);
    xml.close().close().empty("a:endParaRPr", "lang", "en").close().close();
  }

  /** Cells as a formula names them: ranges of neighbours, several in brackets. */
  private static String reference(SheetChart.Cells cells) {
    String sheet = "'" + cells.sheet().replace("'", "''") + "'!";
    List<String> ranges = new ArrayList<>();
    List<CellPlace> places = cells.places();
    for (int from = 0; from < places.size(); ) {
      int to = from + 1;
      while (to < places.size() && isNext(places.get(to - 1), places.get(to), places.get(from))) {
        to++;
      }
      String first = places.get(from).fixedName();
      ranges.add(sheet + (to == from + 1 ? first : first + ":" + places.get(to - 1).fixedName()));
      from = to;
    }
    return ranges.size() == 1 ? ranges.get(0) : "(" + String.join(",", ranges) + ")";
  }

  private static boolean isNext(CellPlace last, CellPlace next, CellPlace first) {
    boolean below = next.column() == first.column() && last.column() == first.column();
    boolean beside = next.row() == first.row() && last.row() == first.row();
    return (below && next.row() == last.row() + 1)
        || (beside && next.column() == last.column() + 1);
  }
}
