package baddle.app.demo;

import baddle.formats.xlsx.CellStyle;
import baddle.formats.xlsx.write.XlsxWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.time.YearMonth;
import java.util.List;
import java.util.Map;

/** The workbooks of trade orders, one per year, a sheet per month. */
final class TradeFiles {

  private static final List<String> HEADINGS =
      List.of("Doc no", "Customer", "Date", "Site", "Product code", "Units", "Price", "Amount");
  private static final List<String> DRIVERS = List.of("Tamsin", "Wilf");
  private static final YearMonth BAD_MONTH = YearMonth.of(2026, 6);
  private static final YearMonth WRONG_TOTAL = YearMonth.of(2025, 11);
  private static final YearMonth PAGE_BREAK = YearMonth.of(2025, 4);
  private static final YearMonth BESIDE = YearMonth.of(2026, 9);
  private static final int LINES_OF_PAGE = 12;
  private static final int BESIDE_COLUMN = 10;
  private static final int FIRST_ROW = 3;
  private static final int BAD_ROW = 8;

  private TradeFiles() {}

  /** Adds every file's content under its path. */
  static void add(Map<String, byte[]> files) throws IOException {
    for (int year = 2024; year <= 2026; year++) {
      int wanted = year;
      List<YearMonth> months =
          DemoData.MONTHS.stream().filter(month -> month.getYear() == wanted).toList();
      files.put("inbox/trade/Trade " + year + ".xlsx", content(months));
    }
  }

  private static byte[] content(List<YearMonth> months) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (XlsxWriter writer = new XlsxWriter(bytes, "Notes")) {
      writer.text(0, 0, "Orders by trade customers, one sheet a month.", CellStyle.PLAIN);
      writer.text(1, 0, "Date: the day of delivery.", CellStyle.PLAIN);
      for (YearMonth month : months) {
        writer.nextSheet("Trade " + month);
        write(writer, month);
      }
    }
    return bytes.toByteArray();
  }

  private static void write(XlsxWriter writer, YearMonth month) {
    writer.text(0, 1, "Fernhollow Nurseries", CellStyle.PLAIN.withBold());
    writer.text(1, 1, "Trade orders of " + month, CellStyle.PLAIN);
    headings(writer, FIRST_ROW);
    int row = FIRST_ROW + 1;
    int units = 0;
    BigDecimal amount = BigDecimal.ZERO;
    String document = "";
    for (DemoData.Sale sale : DemoData.trade(month)) {
      if (month.equals(PAGE_BREAK) && row == FIRST_ROW + 1 + LINES_OF_PAGE) {
        headings(writer, row + 1);
        row += 2;
      }
      if (!sale.document().equals(document)) {
        document = sale.document();
        writer.text(row, 1, document, CellStyle.PLAIN);
        writer.text(row, 2, sale.customer(), CellStyle.PLAIN);
      }
      write(writer, row, sale, month.equals(BAD_MONTH) && row == BAD_ROW);
      if (month.equals(BESIDE) && row <= FIRST_ROW + DRIVERS.size()) {
        writer.text(row, BESIDE_COLUMN, DRIVERS.get(row - FIRST_ROW - 1), CellStyle.PLAIN);
        BigDecimal hours = BigDecimal.valueOf(row * 85L, 1);
        number(writer, row, BESIDE_COLUMN + 1, hours, CellStyle.PLAIN);
      }
      units += sale.units();
      amount = amount.add(sale.amount());
      row++;
    }
    BigDecimal stated = month.equals(WRONG_TOTAL) ? amount.add(BigDecimal.TEN) : amount;
    writer.text(row, 2, "Grand total", CellStyle.PLAIN.withBold());
    number(writer, row, 6, BigDecimal.valueOf(units), CellStyle.PLAIN.withBold());
    number(writer, row, 8, stated, CellStyle.PLAIN.withPattern("#,##0.00").withBold());
  }

  private static void headings(XlsxWriter writer, int row) {
    for (int i = 0; i < HEADINGS.size(); i++) {
      writer.text(row, 1 + i, HEADINGS.get(i), CellStyle.PLAIN.withBold());
    }
  }

  private static void write(XlsxWriter writer, int row, DemoData.Sale sale, boolean bad) {
    CellStyle money = CellStyle.PLAIN.withPattern("#,##0.00");
    if (bad) {
      writer.text(row, 3, "2026-06-31", CellStyle.PLAIN);
    } else {
      writer.date(row, 3, sale.date(), CellStyle.PLAIN);
    }
    writer.text(row, 4, sale.site(), CellStyle.PLAIN);
    writer.text(row, 5, sale.product().code(), CellStyle.PLAIN);
    number(writer, row, 6, BigDecimal.valueOf(sale.units()), CellStyle.PLAIN);
    number(writer, row, 7, sale.product().price(), money);
    number(writer, row, 8, sale.amount(), money);
  }

  private static void number(
      XlsxWriter writer, int row, int column, BigDecimal number, CellStyle style) {
    writer.number(row, column, number, number.toString(), style);
  }
}
