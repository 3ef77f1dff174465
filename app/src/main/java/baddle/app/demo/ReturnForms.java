package baddle.app.demo;

import baddle.formats.xlsx.CellStyle;
import baddle.formats.xlsx.write.XlsxWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.time.YearMonth;
import java.util.Map;

/** The form that each site fills in for each month. */
final class ReturnForms {

  private static final String NOT_COMPUTED = "Brackenford 2026-02";
  private static final String EMPTY_CELL = "Foxholt 2026-09";

  private ReturnForms() {}

  /** Adds every form under its path. */
  static void add(Map<String, byte[]> files) throws IOException {
    for (YearMonth month : DemoData.MONTHS) {
      for (String site : DemoData.SITES) {
        files.put("inbox/returns/" + site + " " + month + ".xlsx", form(site, month));
      }
    }
  }

  private static byte[] form(String site, YearMonth month) throws IOException {
    DemoData.Return figures = DemoData.siteReturn(site, month);
    boolean empty = (site + " " + month).equals(EMPTY_CELL);
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (XlsxWriter form = new XlsxWriter(bytes, "Return")) {
      form.text(0, 0, "Site return", CellStyle.PLAIN.withBold());
      form.text(1, 0, site + ", " + month, CellStyle.PLAIN);
      line(form, 3, 0, "People employed", BigDecimal.valueOf(figures.headcount()));
      form.text(4, 0, "Visitors counted", CellStyle.PLAIN);
      if ((site + " " + month).equals(NOT_COMPUTED)) {
        form.formula(4, 2, "SUM(H5:H9)");
      } else if (!empty) {
        line(form, 4, 0, "Visitors counted", BigDecimal.valueOf(figures.footfall()));
      }
      line(form, 11, 3, "Wages paid", figures.wages());
      form.text(13, 0, "Please send by the third working day.", CellStyle.PLAIN);
    }
    return bytes.toByteArray();
  }

  /** A label, and its number two columns to the right. */
  private static void line(XlsxWriter form, int row, int column, String label, BigDecimal number) {
    form.text(row, column, label, CellStyle.PLAIN);
    form.number(row, column + 2, number, number.toString(), CellStyle.PLAIN);
  }
}
