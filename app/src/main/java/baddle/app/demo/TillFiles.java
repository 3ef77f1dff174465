package baddle.app.demo;

import baddle.formats.ods.OdsWriter;
import baddle.formats.xls.XlsWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.time.YearMonth;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** What the tills export: no two of them quite alike. */
final class TillFiles {

  private static final List<String> HEADINGS =
      List.of("Date", "Receipt no", "Code", "Qty", "Price", "Amount");
  private static final DateTimeFormatter DAY_FIRST =
      DateTimeFormatter.ofPattern("dd.MM.yyyy", Locale.ROOT);
  private static final String GAP_SITE = "Dunmere";
  private static final YearMonth GAP = YearMonth.of(2025, 2);
  private static final String BAD_VALUE = "Foxholt 2026-08";
  private static final int BAD_LINE = 12;
  private static final String NO_PRICE = "Alder Mill 2026-03";
  private static final String WITH_TOTAL = "Foxholt 2026-10";
  private static final String CLOSED_MONTH = "Alder Mill 2026-09";

  private TillFiles() {}

  /** Adds every file's content under its path. */
  static void add(Map<String, byte[]> files) throws IOException {
    for (YearMonth month : DemoData.MONTHS) {
      for (String site : DemoData.SITES) {
        if (!site.equals(GAP_SITE) || !month.equals(GAP)) {
          String name = "inbox/tills/" + site + " " + month + extension(site);
          files.put(name, content(site, month));
        }
      }
    }
    byte[] twice = files.get("inbox/tills/Copse End 2026-05.ods");
    if (twice != null) {
      files.put("inbox/tills/Copy of Copse End 2026-05.ods", twice);
    }
    files.put("later/" + CLOSED_MONTH + ".csv", late());
  }

  private static String extension(String site) {
    return switch (site) {
      case "Dunmere" -> ".xls";
      case "Copse End" -> ".ods";
      default -> ".csv";
    };
  }

  private static byte[] content(String site, YearMonth month) throws IOException {
    List<DemoData.Sale> sales = DemoData.till(site, month);
    return switch (site) {
      case "Brackenford" -> brackenford(sales);
      case "Copse End" -> copseEnd(sales);
      case "Dunmere" -> dunmere(sales);
      case "Eldergate" -> eldergate(sales);
      case "Foxholt" -> foxholt(site + " " + month, sales);
      default -> ordinary(sales, !(site + " " + month).equals(NO_PRICE));
    };
  }

  private static byte[] text(
      List<List<String>> rows, String separator, String lineEnd, Charset charset) {
    StringBuilder text = new StringBuilder();
    rows.forEach(row -> text.append(String.join(separator, row)).append(lineEnd));
    return text.toString().getBytes(charset);
  }

  private static byte[] ordinary(List<DemoData.Sale> sales, boolean withPrice) {
    List<List<String>> rows = new ArrayList<>(List.of(new ArrayList<>(HEADINGS)));
    for (DemoData.Sale sale : sales) {
      rows.add(
          new ArrayList<>(
              List.of(
                  sale.date().toString(),
                  sale.document(),
                  sale.product().code(),
                  String.valueOf(sale.units()),
                  sale.product().price().toString(),
                  sale.amount().toString())));
    }
    if (!withPrice) {
      rows.forEach(row -> row.remove(HEADINGS.indexOf("Price")));
    }
    return text(rows, ",", "\n", StandardCharsets.UTF_8);
  }

  /** What a till sends once the month is closed: the same with one line more. */
  private static byte[] late() {
    List<DemoData.Sale> sales = new ArrayList<>(DemoData.till("Alder Mill", YearMonth.of(2026, 9)));
    DemoData.Sale last = sales.get(sales.size() - 1);
    sales.add(
        new DemoData.Sale(
            last.date(), "019999", last.customer(), last.site(), DemoData.PRODUCTS.get(2), 2));
    return ordinary(sales, true);
  }

  /** Other headings in another order, a byte-order mark, other line ends. */
  private static byte[] brackenford(List<DemoData.Sale> sales) {
    List<List<String>> rows = new ArrayList<>();
    rows.add(
        List.of(
            "\ufeffLINE TOTAL",
            "Product code",
            "Units",
            "Unit\u00a0price",
            "Receipt",
            "Sale date"));
    for (DemoData.Sale sale : sales) {
      rows.add(
          List.of(
              sale.amount().toString(),
              sale.product().code(),
              String.valueOf(sale.units()),
              sale.product().price().toString(),
              sale.document(),
              sale.date().toString()));
    }
    return text(rows, ",", "\r\n", StandardCharsets.UTF_8);
  }

  /** Semicolons, decimal commas, the day first, money with its sign, an old encoding. */
  private static byte[] eldergate(List<DemoData.Sale> sales) {
    List<List<String>> rows = new ArrayList<>(List.of(HEADINGS));
    for (DemoData.Sale sale : sales) {
      rows.add(
          List.of(
              DAY_FIRST.format(sale.date()),
              sale.document(),
              sale.product().code(),
              String.valueOf(sale.units()),
              withComma(sale.product().price()),
              withComma(sale.amount()) + " \u00a3"));
    }
    return text(rows, ";", "\r\n", Charset.forName("windows-1252"));
  }

  private static String withComma(BigDecimal number) {
    String plain = String.format(Locale.ROOT, "%,.2f", number);
    return plain.replace(',', '\'').replace('.', ',').replace('\'', '.');
  }

  /** A column that nobody asked for. */
  private static byte[] foxholt(String name, List<DemoData.Sale> sales) {
    List<List<String>> rows = new ArrayList<>();
    rows.add(List.of("Till", "Date", "Receipt no", "Code", "Qty", "Price", "Amount"));
    for (DemoData.Sale sale : sales) {
      int line = rows.size() + 1;
      boolean bad = name.equals(BAD_VALUE) && line == BAD_LINE;
      rows.add(
          List.of(
              "F" + (1 + line % 2),
              sale.date().toString(),
              sale.document(),
              sale.product().code(),
              bad ? "several" : String.valueOf(sale.units()),
              sale.product().price().toString(),
              sale.amount().toString()));
    }
    if (name.equals(WITH_TOTAL)) {
      int units = sales.stream().mapToInt(DemoData.Sale::units).sum();
      BigDecimal amount =
          sales.stream().map(DemoData.Sale::amount).reduce(BigDecimal.ZERO, BigDecimal::add);
      rows.add(List.of("Total", "", "", "", "" + units, "", amount.toString()));
    }
    return text(rows, ",", "\n", StandardCharsets.UTF_8);
  }

  /** An old binary workbook with a title above the table. */
  private static byte[] dunmere(List<DemoData.Sale> sales) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (XlsWriter writer = new XlsWriter(bytes, "Till")) {
      writer.text(0, 0, "Dunmere, sales of the till");
      for (int i = 0; i < HEADINGS.size(); i++) {
        writer.text(2, i, HEADINGS.get(i));
      }
      int row = 3;
      for (DemoData.Sale sale : sales) {
        writer.date(row, 0, sale.date());
        writer.text(row, 1, sale.document());
        writer.text(row, 2, sale.product().code());
        writer.number(row, 3, BigDecimal.valueOf(sale.units()));
        writer.number(row, 4, sale.product().price());
        writer.number(row, 5, sale.amount());
        row++;
      }
    }
    return bytes.toByteArray();
  }

  /** A workbook of ISO/IEC 26300. */
  private static byte[] copseEnd(List<DemoData.Sale> sales) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (OdsWriter writer = new OdsWriter(bytes, "Sales")) {
      for (String heading : HEADINGS) {
        writer.text(heading);
      }
      writer.endRow();
      for (DemoData.Sale sale : sales) {
        writer.date(sale.date());
        writer.text(sale.document());
        writer.text(sale.product().code());
        writer.number(BigDecimal.valueOf(sale.units()));
        writer.number(sale.product().price());
        writer.number(sale.amount());
        writer.endRow();
      }
    }
    return bytes.toByteArray();
  }
}
