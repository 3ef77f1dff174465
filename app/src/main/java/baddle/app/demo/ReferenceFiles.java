package baddle.app.demo;

import baddle.core.grid.CellRange;
import baddle.formats.xlsx.CellStyle;
import baddle.formats.xlsx.write.XlsxWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;

/** Budgets, and what codes and sites mean. */
final class ReferenceFiles {

  /** Product ranges as somebody keeps them: the range is on a block's first line only. */
  private static final List<List<String>> RANGES =
      List.of(
          List.of("Seeds & bulbs", "00117", "Narcissus, 10 bulbs"),
          List.of("", "00118", "Allium, 5 bulbs"),
          List.of("", "02008", "Radish seeds"),
          List.of("Shrubs", "00204", "Hebe, 2 l"),
          List.of("", "00231", "Viburnum, 3 l"),
          List.of("", "01002", "Magnolia, 5 l"),
          List.of("", "01015", "Camellia, 4 l"),
          List.of("Perennials", "00231", "Viburnum, 3 l"),
          List.of("", "00317", "Salvia, 1 l"),
          List.of("", "01240", "Hosta, 2 l"),
          List.of("Sundries", "00305", "Labels, 50"),
          List.of("", "02011", "Spade"));

  private static final List<String> REGIONS =
      List.of("North", "North", "River", "River", "South", "South");
  private static final List<String> MONTHS =
      List.of("Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec");

  private static final List<String> ANNUAL =
      List.of("Alder Mill", "BRACKENFORD", "Copse End", "Dunmere", "Eldergate", "Garth Lane");

  private ReferenceFiles() {}

  /** Adds every file under its path. */
  static void add(Map<String, byte[]> files) throws IOException {
    files.put("reference/ranges.xlsx", ranges());
    files.put("reference/annual.xlsx", annual());
    files.put("reference/sites.csv", sites());
    files.put("reference/prices.csv", prices());
    files.put("reference/customers.csv", customers());
    files.put("inbox/budget/Budget 2025.csv", budget(2025));
    files.put("inbox/budget/Budget 2026.csv", budget(2026));
    String again = new String(budget(2026), StandardCharsets.UTF_8) + "\n";
    files.put("inbox/budget/Budget 2026 sent again.csv", again.getBytes(StandardCharsets.UTF_8));
  }

  private static byte[] bytes(StringBuilder text) {
    return text.toString().getBytes(StandardCharsets.UTF_8);
  }

  private static byte[] ranges() throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (XlsxWriter writer = new XlsxWriter(bytes, "Ranges")) {
      List<String> headings = List.of("Range", "Code", "Description");
      for (int i = 0; i < headings.size(); i++) {
        writer.text(0, i, headings.get(i), CellStyle.PLAIN.withBold());
      }
      int row = 1;
      for (List<String> line : RANGES) {
        for (int i = 0; i < line.size(); i++) {
          writer.text(row, i, line.get(i), CellStyle.PLAIN);
        }
        row++;
      }
    }
    return bytes.toByteArray();
  }

  /**
   * The annual workbook with the sheet that each month begins as: it has a site that is closed, and
   * not yet the one that came last.
   */
  private static byte[] annual() throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    CellStyle bold = CellStyle.PLAIN.withBold();
    CellStyle whole = CellStyle.PLAIN.withPattern("#,##0");
    CellStyle money = CellStyle.PLAIN.withPattern("#,##0.00");
    List<CellStyle> styles = List.of(whole, whole, money, money);
    try (XlsxWriter writer = new XlsxWriter(bytes, "Notes")) {
      writer.text(0, 0, "Annual site returns", bold);
      writer.text(2, 0, "Each month has a sheet of its own, begun from Template.", CellStyle.PLAIN);
      writer.nextSheet("Template");
      writer.line(0, 0, "Site returns", bold);
      writer.text(1, 0, "Until", CellStyle.PLAIN);
      writer.blank(1, 1, CellStyle.PLAIN.withPattern("yyyy-mm-dd"));
      List<String> headings =
          List.of("Site", "People employed", "Visitors counted", "Wages paid", "Wages per visitor");
      for (int i = 0; i < headings.size(); i++) {
        CellStyle style = i == 0 ? bold : bold.atRight();
        writer.text(3, i, headings.get(i), style.withLineBelow());
      }
      for (int i = 0; i < ANNUAL.size(); i++) {
        int row = 4 + i;
        writer.text(row, 0, ANNUAL.get(i), CellStyle.PLAIN);
        for (int column = 1; column < styles.size(); column++) {
          writer.blank(row, column, styles.get(column - 1));
        }
        writer.formula(row, 4, "IF(C%1$d=0,\"\",D%1$d/C%1$d)".formatted(row + 1), money);
      }
      int last = 4 + ANNUAL.size();
      writer.text(last, 0, "Total", bold.withLineAbove());
      for (int column = 1; column < styles.size(); column++) {
        String letter = CellRange.letters(column);
        CellStyle style = styles.get(column - 1).withBold().withLineAbove();
        writer.formula(last, column, "SUM(%1$s5:%1$s%2$d)".formatted(letter, last), style);
      }
      writer.formula(last, 4, "D%1$d/C%1$d".formatted(last + 1), money.withBold().withLineAbove());
      writer.freeze(4, 1);
    }
    return bytes.toByteArray();
  }

  private static byte[] sites() {
    StringBuilder text = new StringBuilder("Site,Region\n");
    for (int i = 0; i < DemoData.SITES.size(); i++) {
      text.append(DemoData.SITES.get(i)).append(',').append(REGIONS.get(i)).append('\n');
    }
    return bytes(text);
  }

  /** Whom the yearly statements are for. */
  private static byte[] customers() {
    return bytes(
        new StringBuilder("customer\n").append(String.join("\n", DemoData.CUSTOMERS)).append('\n'));
  }

  /** What things should cost: until the end of 2025, and from then on. */
  private static byte[] prices() {
    StringBuilder text = new StringBuilder("Code,From,To,List price\n");
    for (DemoData.Product product : DemoData.PRODUCTS) {
      BigDecimal before =
          product.price().multiply(new BigDecimal("1.05")).setScale(2, RoundingMode.HALF_UP);
      BigDecimal after =
          product.price().multiply(new BigDecimal("1.10")).setScale(2, RoundingMode.HALF_UP);
      text.append(product.code()).append(",,2025-12-31,").append(before).append('\n');
      text.append(product.code()).append(",2026-01-01,,").append(after).append('\n');
    }
    return bytes(text);
  }

  /** A line per site, the months across. */
  private static byte[] budget(int year) {
    StringBuilder text = new StringBuilder("Site,").append(String.join(",", MONTHS)).append('\n');
    for (String site : DemoData.SITES) {
      text.append(site);
      for (int month = 1; month <= MONTHS.size(); month++) {
        text.append(',').append(DemoData.budget(site, year, month));
      }
      text.append('\n');
    }
    return bytes(text);
  }
}
