package baddle.formats.xlsx.write;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.crosstab.spec.ChartKind;
import baddle.formats.WorkbookValidity;
import baddle.formats.xlsx.CellPlace;
import baddle.formats.xlsx.CellStyle;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.apache.poi.xddf.usermodel.chart.XDDFChartData;
import org.apache.poi.xssf.usermodel.XSSFChart;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** Charts are valid by the standard, and another library finds their cells. */
class ChartPartsTests {

  private static final String SHEET = "a & <b>";

  @TempDir private Path folder;

  private static SheetChart drawing(ChartKind shape) {
    List<CellPlace> labels = List.of(new CellPlace(1, 0), new CellPlace(2, 0), new CellPlace(4, 0));
    List<CellPlace> values = labels.stream().map(place -> new CellPlace(place.row(), 27)).toList();
    return new SheetChart(
        shape,
        "R & <D> \"q\" \u0007",
        "#,##0.00",
        shape == ChartKind.LINES,
        new SheetChart.Cells(SHEET, labels, List.of("x", "y", "z"), List.of()),
        List.of(
            new SheetChart.Series(
                "one <1>",
                new SheetChart.Cells(
                    SHEET,
                    values,
                    List.of(),
                    List.of(
                        Optional.of(new BigDecimal("1.50")),
                        Optional.empty(),
                        Optional.of(new BigDecimal("-3")))),
                "12493F"),
            new SheetChart.Series(
                "two",
                new SheetChart.Cells(
                    SHEET,
                    labels,
                    List.of(),
                    List.of(Optional.empty(), Optional.empty(), Optional.empty())),
                "C8891C")),
        new SheetChart.Colors("1F2A2E", "5B6B70", "C9D3D1"));
  }

  @ParameterizedTest
  @EnumSource
  void a_chart_is_valid_and_of_the_cells_that_it_names(ChartKind shape) throws Exception {
    WorkbookParts parts = new WorkbookParts();
    Path plain = folder.resolve("plain.xlsx");
    Path file = folder.resolve("chart.xlsx");
    try (OutputStream out = Files.newOutputStream(plain);
        XlsxWriter writer = new XlsxWriter(out, "Overview")) {
      writer.text(0, 0, "x", CellStyle.PLAIN);
      writer.nextSheet(SHEET);
      writer.number(1, 27, new BigDecimal("1.50"), "1.50", CellStyle.PLAIN);
      ChartParts.add(parts, 1, 3, 5, drawing(shape));
    }
    try (OutputStream out = Files.newOutputStream(file)) {
      parts.copy(plain, out);
    }
    Path again = folder.resolve("again.xlsx");
    try (OutputStream out = Files.newOutputStream(again)) {
      parts.copy(plain, out);
    }
    assertThat(Files.mismatch(file, again)).isEqualTo(-1);

    WorkbookValidity.check(file);
    try (XSSFWorkbook workbook = new XSSFWorkbook(file.toFile())) {
      XSSFChart chart = workbook.getSheetAt(1).createDrawingPatriarch().getCharts().get(0);
      assertThat(chart.getTitleText().getString()).isEqualTo("R & <D> \"q\" \ufffd");
      XDDFChartData data = chart.getChartSeries().get(0);
      assertThat(data.getSeriesCount()).isEqualTo(2);
      assertThat(data.getSeries(0).getValuesData().getFormula())
          .isEqualTo("('a & <b>'!$AB$2:$AB$3,'a & <b>'!$AB$5)");
      assertThat(data.getSeries(0).getCategoryData().getPointAt(2)).hasToString("z");
    }
  }
}
