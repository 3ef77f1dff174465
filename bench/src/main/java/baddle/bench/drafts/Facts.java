package baddle.bench.drafts;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Random;

/** What happened at Fernhollow Nurseries, as far as anybody wrote it down. */
final class Facts {

  static final List<String> SITES =
      List.of("Alder Mill", "Brackenford", "Copse End", "Dunmere", "Eldergate", "Foxholt");

  static final List<String> CUSTOMERS =
      List.of(
          "Hollis Gardens",
          "Petal Row",
          "Old Kiln Inn",
          "Wren Lodge",
          "Marsh & Daughter",
          "Quarry House",
          "Thistle Court",
          "Lane End School");

  static final List<String> RANGES = List.of("Bulbs", "Shrubs", "Pots", "Tools");

  /** How senders spell a heading. */
  private static final Map<String, List<String>> SPELLINGS =
      Map.of(
          "Date", List.of("Date", "Sale date", "Sold on"),
          "Order", List.of("Order No.", "Order #", "Order ID", "Order number"),
          "Customer", List.of("Customer", "Cust. name", "Customer name"),
          "Code", List.of("Code", "Product code", "Prod. code"),
          "Quantity", List.of("Qty", "Quantity", "Units"),
          "Price", List.of("Price", "Unit price", "Price each"),
          "Amount", List.of("Amount", "Amt", "Amount (GBP)", "Value"));

  private final Random random;
  private int order = 1000;

  Facts(Random random) {
    this.random = random;
  }

  /** A line of an order. */
  record Line(
      LocalDate day,
      String site,
      String order,
      String customer,
      String code,
      int quantity,
      BigDecimal price) {

    BigDecimal amount() {
      return price.multiply(BigDecimal.valueOf(quantity));
    }
  }

  /** Lines of orders of one site in a month, an order's lines together, by date. */
  List<Line> lines(String site, YearMonth month, int orders) {
    List<Line> lines = new ArrayList<>();
    for (int i = 0; i < orders; i++) {
      LocalDate day = month.atDay(1 + random.nextInt(month.lengthOfMonth()));
      String no = "S" + order++;
      String customer = any(CUSTOMERS);
      for (int line = 1 + random.nextInt(4); line > 0; line--) {
        int code = random.nextInt(20);
        lines.add(
            new Line(day, site, no, customer, code(code), 1 + random.nextInt(30), price(code)));
      }
    }
    lines.sort(Comparator.comparing(Line::day).thenComparing(Line::order));
    return lines;
  }

  /** A product's code. */
  static String code(int product) {
    return "P" + (100 + product * 7);
  }

  /** A product's range. */
  static String range(int product) {
    return RANGES.get(product % RANGES.size());
  }

  /** The product of a code. */
  static int product(String code) {
    return (Integer.parseInt(code.substring(1)) - 100) / 7;
  }

  /** A product's price. */
  static BigDecimal price(int product) {
    return new BigDecimal(120 + product * 135).movePointLeft(2);
  }

  /** An amount of money. */
  BigDecimal money(int most) {
    return new BigDecimal(1 + random.nextInt(most * 100)).movePointLeft(2);
  }

  /** One of some. */
  <T> T any(List<T> of) {
    return of.get(random.nextInt(of.size()));
  }

  /** Some of some, in their order. */
  <T> List<T> some(List<T> of, int count) {
    List<T> shuffled = new ArrayList<>(of);
    Collections.shuffle(shuffled, random);
    List<T> some = new ArrayList<>(shuffled.subList(0, count));
    some.sort(Comparator.comparing(of::indexOf));
    return some;
  }

  /** Months one after the other. */
  List<YearMonth> months(int count) {
    YearMonth first = YearMonth.of(2024 + random.nextInt(2), 1 + random.nextInt(12));
    List<YearMonth> months = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      months.add(first.plusMonths(i));
    }
    return months;
  }

  /** How a sender spells some headings. */
  List<Object> headings(String... of) {
    List<Object> headings = new ArrayList<>();
    for (String heading : of) {
      headings.add(any(SPELLINGS.getOrDefault(heading, List.of(heading))));
    }
    return headings;
  }

  int below(int bound) {
    return random.nextInt(bound);
  }

  boolean chance() {
    return random.nextBoolean();
  }

  Random random() {
    return random;
  }
}
