package baddle.app.demo;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.Writer;
import java.nio.charset.StandardCharsets;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;

/** The tills' CSV files. */
final class TillFiles {

  private static final String GAP_SITE = "Dunmere";
  private static final YearMonth GAP = YearMonth.of(2025, 2);
  private static final String BAD_VALUE = "Foxholt 2026-08";
  private static final int BAD_LINE = 12;

  private TillFiles() {}

  /** Adds every file's content under its path. */
  static void add(Map<String, byte[]> files) throws IOException {
    for (YearMonth month : DemoData.MONTHS) {
      for (String site : DemoData.SITES) {
        if (!site.equals(GAP_SITE) || !month.equals(GAP)) {
          files.put("inbox/tills/" + site + " " + month + ".csv", content(site, month));
        }
      }
    }
    byte[] twice = files.get("inbox/tills/Copse End 2026-05.csv");
    if (twice != null) {
      files.put("inbox/tills/Copy of Copse End 2026-05.csv", twice);
    }
  }

  private static byte[] content(String site, YearMonth month) throws IOException {
    List<DemoData.Sale> sales = DemoData.till(site, month);
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (Writer out = new OutputStreamWriter(bytes, StandardCharsets.UTF_8)) {
      switch (site) {
        case "Brackenford" -> writeBrackenford(sales, out);
        case "Foxholt" -> writeFoxholt(sales, (site + " " + month).equals(BAD_VALUE), out);
        default -> writeOrdinary(sales, out);
      }
    }
    return bytes.toByteArray();
  }

  private static void writeOrdinary(List<DemoData.Sale> sales, Writer out) throws IOException {
    out.write("Date,Receipt no,Code,Qty,Price,Amount\n");
    for (DemoData.Sale sale : sales) {
      out.write(
          String.join(
              ",",
              sale.date().toString(),
              sale.document(),
              sale.product().code(),
              String.valueOf(sale.units()),
              sale.product().price().toString(),
              sale.amount().toString()));
      out.write("\n");
    }
  }

  private static void writeBrackenford(List<DemoData.Sale> sales, Writer out) throws IOException {
    out.write("\ufeffLINE TOTAL,Product code,Units,Unit\u00a0price,Receipt,Sale date\r\n");
    for (DemoData.Sale sale : sales) {
      out.write(
          String.join(
              ",",
              sale.amount().toString(),
              sale.product().code(),
              String.valueOf(sale.units()),
              sale.product().price().toString(),
              sale.document(),
              sale.date().toString()));
      out.write("\r\n");
    }
  }

  private static void writeFoxholt(List<DemoData.Sale> sales, boolean withBadValue, Writer out)
      throws IOException {
    out.write("Till,Date,Receipt no,Code,Qty,Price,Amount\n");
    int line = 2;
    for (DemoData.Sale sale : sales) {
      boolean bad = withBadValue && line == BAD_LINE;
      out.write(
          String.join(
              ",",
              "F" + (1 + line % 2),
              sale.date().toString(),
              sale.document(),
              sale.product().code(),
              bad ? "several" : String.valueOf(sale.units()),
              sale.product().price().toString(),
              sale.amount().toString()));
      out.write("\n");
      line++;
    }
  }
}
