package baddle.app.demo;

import baddle.formats.xlsx.CellStyle;
import baddle.formats.xlsx.write.XlsxWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** The cashbook: a workbook per year, a sheet per month. */
final class CashFiles {

  private static final List<String> HEADINGS =
      List.of("Date", "Voucher", "Details", "Money in", "Money out", "Balance");
  private static final YearMonth TWICE = YearMonth.of(2026, 4);
  private static final int TWICE_LINE = 5;
  private static final YearMonth COPIED = YearMonth.of(2026, 7);

  private BigDecimal balance = new BigDecimal("1500.00");

  private CashFiles() {}

  /** Adds every file under its path. */
  static void add(Map<String, byte[]> files) throws IOException {
    CashFiles book = new CashFiles();
    for (int year = 2024; year <= 2026; year++) {
      int wanted = year;
      List<YearMonth> months =
          DemoData.MONTHS.stream().filter(month -> month.getYear() == wanted).toList();
      files.put("inbox/cash/Cashbook " + year + ".xlsx", book.content(months));
    }
  }

  private byte[] content(List<YearMonth> months) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (XlsxWriter writer = new XlsxWriter(bytes, months.get(0).toString())) {
      for (YearMonth month : months) {
        if (!month.equals(months.get(0))) {
          writer.nextSheet(month.toString());
        }
        BigDecimal before = balance;
        write(writer, month);
        if (month.equals(COPIED)) {
          balance = before;
          writer.nextSheet(month + " (2)");
          write(writer, month);
        }
      }
    }
    return bytes.toByteArray();
  }

  private void write(XlsxWriter writer, YearMonth month) {
    for (int i = 0; i < HEADINGS.size(); i++) {
      writer.text(0, i, HEADINGS.get(i), CellStyle.PLAIN.withBold());
    }
    writer.text(1, 2, "Brought forward", CellStyle.PLAIN);
    money(writer, 1, 5, balance);
    BigDecimal in = BigDecimal.ZERO;
    BigDecimal out = BigDecimal.ZERO;
    int row = 2;
    for (DemoData.Cash line : DemoData.cash(month)) {
      boolean again = month.equals(TWICE) && row - 1 == TWICE_LINE;
      int number = again ? row - 2 : row - 1;
      String voucher = String.format(Locale.ROOT, "V%s-%02d", month, number);
      LocalDate date = line.date();
      writer.date(row, 0, date, CellStyle.PLAIN);
      writer.text(row, 1, voucher, CellStyle.PLAIN);
      writer.text(row, 2, line.details(), CellStyle.PLAIN);
      money(writer, row, line.isReceipt() ? 3 : 4, line.amount());
      in = line.isReceipt() ? in.add(line.amount()) : in;
      out = line.isReceipt() ? out : out.add(line.amount());
      balance = line.isReceipt() ? balance.add(line.amount()) : balance.subtract(line.amount());
      money(writer, row, 5, balance);
      row++;
    }
    writer.text(row, 2, "Total", CellStyle.PLAIN.withBold());
    money(writer, row, 3, in);
    money(writer, row, 4, out);
  }

  private static void money(XlsxWriter writer, int row, int column, BigDecimal amount) {
    writer.number(row, column, amount, amount.toString(), CellStyle.PLAIN.withPattern("#,##0.00"));
  }
}
