package baddle.cli;

import java.io.IOException;
import java.io.OutputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;

/** A random folder of monthly sources of one shape, with what their amounts add up to. */
final class RandomMonths {

  /** How the months of a folder are laid out. */
  enum Shape {
    /** A text file per site and month. */
    FILES,
    /** A workbook per month, a sheet per site, a title above. */
    SITES,
    /** A workbook per site, a sheet per month. */
    MONTHS,
    /** A cash book per month: money in and money out side by side, with the balance. */
    CASH,
  }

  /** A sheet, a file that is its only one, or what is planted beside them: rows of cells. */
  record Sheet(String file, String name, List<List<String>> rows) {

    /** The place as findings have it. */
    String place() {
      return name.isEmpty() ? file : file + ", sheet " + name;
    }
  }

  private static final List<String> SITES = List.of("Elm", "Oak", "Ash");
  private static final List<String> CODES = List.of("K1", "K2", "L7", "M30");

  private final Shape shape;
  private final Random random;
  private final int months;
  private final List<String> sites;
  private final List<Sheet> sheets = new ArrayList<>();
  private BigDecimal total = BigDecimal.ZERO;
  private BigDecimal balance = new BigDecimal("1000.00");

  private RandomMonths(Shape shape, Random random) {
    this.shape = shape;
    this.random = random;
    months = 3 + random.nextInt(2);
    sites = SITES.subList(0, 2 + random.nextInt(2));
    for (int month = 1; month <= months; month++) {
      if (shape == Shape.CASH) {
        cash(month);
      } else {
        for (String site : sites) {
          sheets.add(
              switch (shape) {
                case FILES ->
                    new Sheet("in/" + site + " " + month(month) + ".csv", "", rows(month));
                case SITES -> new Sheet("in/Sales " + month(month) + ".xlsx", site, rows(month));
                default -> new Sheet("in/" + site + ".xlsx", month(month), rows(month));
              });
        }
      }
    }
  }

  static RandomMonths of(List<Shape> shapes, Random random) {
    return new RandomMonths(shapes.get(random.nextInt(shapes.size())), random);
  }

  private static String month(int month) {
    return "2026-%02d".formatted(month);
  }

  private BigDecimal amount() {
    return BigDecimal.valueOf(100 + random.nextInt(90_000), 2);
  }

  private List<List<String>> rows(int month) {
    List<List<String>> rows = new ArrayList<>();
    if (shape == Shape.SITES) {
      rows.add(List.of("Sales of the month"));
      rows.add(List.of());
    }
    rows.add(List.of("Date", "Code", "Qty", "Amount"));
    for (int i = 4 + random.nextInt(6); i > 0; i--) {
      BigDecimal amount = amount();
      total = total.add(amount);
      String day = month(month) + "-%02d".formatted(1 + random.nextInt(28));
      String code = CODES.get(random.nextInt(CODES.size()));
      rows.add(List.of(day, code, "" + (1 + random.nextInt(40)), amount.toString()));
    }
    return rows;
  }

  private void cash(int month) {
    List<List<String>> rows = new ArrayList<>();
    rows.add(List.of("Date", "Details", "Money in", "Money out", "Balance"));
    int count = 4 + random.nextInt(5);
    for (int i = 0; i < count; i++) {
      BigDecimal amount = amount();
      boolean in = random.nextInt(3) > 0 || i == 0;
      if (i == 1) {
        in = false;
      }
      total = total.add(in ? amount : amount.negate());
      balance = balance.add(in ? amount : amount.negate());
      String day = month(month) + "-%02d".formatted(1 + i * 28 / count);
      rows.add(
          List.of(
              day,
              in ? "Till" : "Seeds",
              in ? amount.toString() : "",
              in ? "" : amount.toString(),
              balance.toString()));
    }
    sheets.add(new Sheet("in/cash " + month(month) + ".csv", "", rows));
  }

  /** The sheets of the last month. */
  List<Sheet> last() {
    return sheets.subList(sheets.size() - (shape == Shape.CASH ? 1 : sites.size()), sheets.size());
  }

  List<Sheet> sheets() {
    return sheets;
  }

  /** In which row of a sheet the headings are, from 0. */
  int headings() {
    return shape == Shape.SITES ? 2 : 0;
  }

  /** The sum of all amounts; in a cash book those out are negative. */
  BigDecimal total() {
    return total;
  }

  /** A plan as a person writes it. */
  String plan() {
    if (shape == Shape.CASH) {
      return """
          baddle: 1
          datasets:
            cash:
              dated_by: date
              columns:
                date: {type: date, required: true}
                details: text
                direction: text
                amount: {type: decimal, required: true}
                balance: decimal
          feeds:
            cash:
              files: "in/cash {period}.csv"
              expect: {every: month}
              headings_to_rows: {headings: {Money in: in, Money out: out}, label: direction, value: amount}
          summaries:
            cash:
              across: [date by month]
              roll_forward: {opening: 1000, in: direction = 'in', out: direction = 'out', amount: amount, balance: balance}
          reports:
            out.md: {summaries: [cash]}
          """;
    }
    String feed =
        switch (shape) {
          case FILES -> "files: 'in/{site} {period}.csv'";
          case SITES -> "files: 'in/Sales {period}.xlsx', sheets: '{site}'";
          default -> "files: 'in/{site}.xlsx', sheets: '{period}'";
        };
    return """
        baddle: 1
        datasets:
          sales:
            columns:
              site: text
              date: {type: date, required: true}
              code: text
              qty: integer
              amount: {type: decimal, places: 2}
        feeds:
          sales: {FEED, expect: {every: month, per: site}}
        summaries:
          sites: {down: [site], across: [date by month], measures: {Amount: sum(amount)}}
        reports:
          out.md: {summaries: [sites]}
        """
        .replace("FEED", feed);
  }

  /** The sum of exported rows. */
  BigDecimal totalOf(List<String> lines) {
    List<String> headings = List.of(lines.get(0).split(",", -1));
    int amount = headings.indexOf("amount");
    BigDecimal sum = BigDecimal.ZERO;
    for (String line : lines.subList(1, lines.size())) {
      String[] cells = line.split(",", -1);
      BigDecimal value = cells[amount].isEmpty() ? BigDecimal.ZERO : new BigDecimal(cells[amount]);
      boolean out = shape == Shape.CASH && List.of(cells).contains("out");
      sum = sum.add(out ? value.negate() : value);
    }
    return sum;
  }

  void writeAllButLast(Path folder) throws IOException {
    write(folder, sheets.subList(0, sheets.size() - last().size()));
  }

  void writeLast(Path folder) throws IOException {
    write(folder, sheets);
  }

  private static void write(Path folder, List<Sheet> sheets) throws IOException {
    Map<String, List<Sheet>> files = new LinkedHashMap<>();
    sheets.forEach(one -> files.computeIfAbsent(one.file(), f -> new ArrayList<>()).add(one));
    for (Map.Entry<String, List<Sheet>> file : files.entrySet()) {
      Path path = folder.resolve(file.getKey());
      Files.createDirectories(path.resolveSibling(""));
      if (file.getKey().endsWith(".csv")) {
        StringBuilder text = new StringBuilder();
        for (List<String> row : file.getValue().get(0).rows()) {
          text.append(String.join(",", row)).append('\n');
        }
        Files.writeString(path, text);
      } else {
        try (OutputStream out = Files.newOutputStream(path);
            Workbook workbook = new Workbook(out, "made up", "1.0")) {
          for (Sheet one : file.getValue()) {
            sheet(workbook.newWorksheet(one.name()), one.rows());
          }
        }
      }
      Files.setLastModifiedTime(path, FileTime.from(Instant.now().minusSeconds(50)));
    }
  }

  private static void sheet(Worksheet sheet, List<List<String>> rows) throws IOException {
    for (int row = 0; row < rows.size(); row++) {
      for (int column = 0; column < rows.get(row).size(); column++) {
        String cell = rows.get(row).get(column);
        if (cell.matches("-?\\d+(\\.\\d+)?")) {
          sheet.value(row, column, new BigDecimal(cell));
        } else if (!cell.isEmpty()) {
          sheet.value(row, column, cell);
        }
      }
    }
    sheet.finish();
  }

  @Override
  public String toString() {
    StringBuilder text = new StringBuilder(shape + ", total " + total);
    for (Sheet one : last()) {
      text.append('\n').append(one.place());
      one.rows().forEach(row -> text.append("\n  ").append(String.join(" | ", row)));
    }
    return text.toString();
  }
}
