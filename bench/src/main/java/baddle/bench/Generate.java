package baddle.bench;

import baddle.formats.ods.OdsWriter;
import baddle.formats.xls.XlsWriter;
import java.io.BufferedWriter;
import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/**
 * Writes files of twelve columns: {@code Generate csv|xlsx|xls|ods FOLDER FILES ROWS}, or what its
 * lookups read: {@code Generate reference FOLDER}.
 */
final class Generate {

  private static final String[] HEADINGS = {
    "Date",
    "Receipt no",
    "Line no",
    "Code",
    "Description",
    "Range",
    "Customer",
    "Channel",
    "Qty",
    "Price",
    "Amount",
    "Remark"
  };
  private static final List<String> CHANNELS = List.of("till", "trade", "web");
  private static final List<String> REMARKS = List.of("", "", "", "gift", "return", "to be sent");
  private static final List<String> COLOURS = List.of("white", "blue", "pink", "yellow", "mixed");
  private static final List<String> SIZES = List.of("9 cm pot", "1 l pot", "2 l pot", "5 l pot");
  private static final List<String> RANGES =
      List.of("perennials", "shrubs", "roses", "tools", "soil", "pots", "seeds", "bulbs");
  private static final int SITES = 6;
  private static final int PRODUCTS = 5_000;
  private static final int CUSTOMERS = 20_000;

  private final Random random;
  private final LocalDate month;
  private final int rows;
  private int receipt;
  private int linesLeft;
  private int line;
  private int customer;

  private Generate(int file, int rows) {
    this.rows = rows;
    receipt = file * 100_000;
    random = new Random(file);
    month = LocalDate.of(2024, 1, 1).plusMonths(file / SITES);
  }

  /** Writes the files. */
  public static void main(String[] args) throws IOException {
    Path folder = Files.createDirectories(Path.of(args[1]));
    if (args[0].equals("reference")) {
      reference(folder);
      return;
    }
    int files = Integer.parseInt(args[2]);
    int rows = Integer.parseInt(args[3]);
    for (int file = 0; file < files; file++) {
      Generate generate = new Generate(file, rows);
      String month = generate.month.toString().substring(0, 7);
      String name = String.format(Locale.ROOT, "site%d %s %05d", file % SITES, month, file);
      Path target = folder.resolve(name + "." + args[0]);
      switch (args[0]) {
        case "csv" -> generate.csv(target);
        case "xlsx" -> generate.xlsx(target);
        case "xls" -> generate.xls(target);
        case "ods" -> generate.ods(target);
        default -> throw new IllegalArgumentException(args[0]);
      }
    }
  }

  /** What every product's code and every customer's name bring. */
  private static void reference(Path folder) throws IOException {
    List<String> products = new ArrayList<>(List.of("Code,Buyer"));
    for (int product = 0; product < PRODUCTS; product++) {
      products.add(String.format(Locale.ROOT, "%06d,Buyer %d", product, product % 40));
    }
    Files.write(folder.resolve("products.csv"), products);
    List<String> customers = new ArrayList<>(List.of("Customer,Segment,Discount"));
    for (int customer = 0; customer < CUSTOMERS; customer++) {
      customers.add("Customer " + customer + ",Segment " + customer % 9 + "," + customer % 20);
    }
    Files.write(folder.resolve("customers.csv"), customers);
  }

  private Object[] row(int index) {
    if (linesLeft == 0) {
      linesLeft = 1 + random.nextInt(5);
      line = 0;
      receipt++;
      customer = random.nextInt(CUSTOMERS);
    }
    linesLeft--;
    line++;
    int product = random.nextInt(PRODUCTS);
    int units = 1 + random.nextInt(20);
    BigDecimal price = BigDecimal.valueOf(100 + product * 37 % 9_900, 2);
    String range = RANGES.get(product % RANGES.size());
    return new Object[] {
      month.plusDays(index * 28L / rows),
      String.format(Locale.ROOT, "R%08d", receipt),
      BigDecimal.valueOf(line),
      String.format(Locale.ROOT, "%06d", product),
      range
          + " no "
          + product
          + ", "
          + COLOURS.get(product % COLOURS.size())
          + ", "
          + SIZES.get(product % SIZES.size()),
      range,
      "Customer " + customer,
      CHANNELS.get(customer % CHANNELS.size()),
      BigDecimal.valueOf(units),
      price,
      price.multiply(BigDecimal.valueOf(units)),
      REMARKS.get(random.nextInt(REMARKS.size())) + (index % 50 == 0 ? " with care, please" : "")
    };
  }

  private void csv(Path file) throws IOException {
    try (BufferedWriter out = Files.newBufferedWriter(file, StandardCharsets.UTF_8)) {
      out.write(String.join(",", HEADINGS));
      out.write("\n");
      for (int i = 0; i < rows; i++) {
        Object[] row = row(i);
        for (int column = 0; column < row.length; column++) {
          String text = row[column].toString();
          out.write(column == 0 ? "" : ",");
          out.write(text.indexOf(',') < 0 ? text : '"' + text + '"');
        }
        out.write("\n");
      }
    }
  }

  private void xls(Path file) throws IOException {
    try (XlsWriter writer = new XlsWriter(Files.newOutputStream(file), "Sales")) {
      for (int column = 0; column < HEADINGS.length; column++) {
        writer.text(0, column, HEADINGS[column]);
      }
      for (int i = 0; i < rows; i++) {
        Object[] row = row(i);
        writer.date(i + 1, 0, (LocalDate) row[0]);
        for (int column = 1; column < row.length; column++) {
          if (row[column] instanceof BigDecimal number) {
            writer.number(i + 1, column, number);
          } else {
            writer.text(i + 1, column, row[column].toString());
          }
        }
      }
    }
  }

  private void ods(Path file) throws IOException {
    try (OdsWriter writer = new OdsWriter(Files.newOutputStream(file), "Sales")) {
      for (String heading : HEADINGS) {
        writer.text(heading);
      }
      writer.endRow();
      for (int i = 0; i < rows; i++) {
        Object[] row = row(i);
        writer.date((LocalDate) row[0]);
        for (int column = 1; column < row.length; column++) {
          if (row[column] instanceof BigDecimal number) {
            writer.number(number);
          } else {
            writer.text(row[column].toString());
          }
        }
        writer.endRow();
      }
    }
  }

  private void xlsx(Path file) throws IOException {
    try (OutputStream out = Files.newOutputStream(file);
        Workbook workbook = new Workbook(out, "bench", "1.0")) {
      Worksheet sheet = workbook.newWorksheet("Sales");
      sheet.style(0).format("yyyy-mm-dd").set();
      for (int column = 0; column < HEADINGS.length; column++) {
        sheet.value(0, column, HEADINGS[column]);
      }
      for (int i = 0; i < rows; i++) {
        Object[] row = row(i);
        sheet.value(i + 1, 0, (LocalDate) row[0]);
        sheet.style(i + 1, 0).format("yyyy-mm-dd").set();
        for (int column = 1; column < row.length; column++) {
          if (row[column] instanceof BigDecimal number) {
            sheet.value(i + 1, column, number);
          } else {
            sheet.value(i + 1, column, row[column].toString());
          }
        }
      }
    }
  }
}
