package baddle.app.demo;

import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/** Made-up sales of Fernhollow Nurseries, the same every time. */
final class DemoData {

  static final List<String> SITES =
      List.of("Alder Mill", "Brackenford", "Copse End", "Dunmere", "Eldergate", "Foxholt");

  static final List<YearMonth> MONTHS = months(YearMonth.of(2024, 11), 24);

  /** The trade customers. */
  static final List<String> CUSTOMERS =
      List.of("Larkfield Parks", "Harrow & Vine", "Stonebeck Hotels", "Mossgate Schools");

  /** How busy a nursery is from January to December, in percent of an average month. */
  private static final int[] SEASON = {45, 60, 105, 165, 190, 150, 105, 85, 95, 85, 60, 70};

  private static final int[] SIZE_OF_SITE = {120, 85, 100, 60, 140, 75};

  private static final int LINES = 40;
  private static final List<String> RECEIPTS =
      List.of("Market stall", "Delivery paid in cash", "Plant swap day", "Cafe");
  private static final List<String> PAYMENTS =
      List.of("Diesel", "Stamps", "Window cleaner", "Compost", "Tea and sugar");

  private static final List<String> REASONS =
      List.of("Returned", "Damaged", "Wrong price", "Staff");

  /** One line of a receipt or an order. */
  record Sale(
      LocalDate date, String document, String customer, String site, Product product, int units) {

    BigDecimal amount() {
      return product.price().multiply(BigDecimal.valueOf(units));
    }
  }

  /** Something that is sold. */
  record Product(String code, BigDecimal price) {}

  static final List<Product> PRODUCTS =
      List.of(
          product("00117", "3.95"),
          product("00118", "4.50"),
          product("00204", "12.75"),
          product("00231", "18.00"),
          product("00305", "2.20"),
          product("00317", "6.85"),
          product("01002", "34.90"),
          product("01015", "27.50"),
          product("01240", "9.99"),
          product("02008", "1.35"),
          product("02011", "54.00"),
          product("02450", "7.25"));

  private DemoData() {}

  private static Product product(String code, String price) {
    return new Product(code, new BigDecimal(price));
  }

  private static List<YearMonth> months(YearMonth first, int count) {
    List<YearMonth> months = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      months.add(first.plusMonths(i));
    }
    return months;
  }

  private static Random random(String of) {
    return new Random(of.hashCode() * 31L + 7);
  }

  private static int lines(YearMonth month, int percent) {
    return LINES * SEASON[month.getMonthValue() - 1] / 100 * percent / 100;
  }

  /** What one site's till sold in a month. */
  static List<Sale> till(String site, YearMonth month) {
    Random random = random(site + month);
    int lines = lines(month, SIZE_OF_SITE[SITES.indexOf(site)]);
    List<Sale> sales = new ArrayList<>();
    for (int i = 0; i < lines; i++) {
      LocalDate date = month.atDay(1 + i * month.lengthOfMonth() / lines);
      String receipt = String.format(Locale.ROOT, "%02d%04d", date.getDayOfMonth(), i / 2 + 1);
      sales.add(new Sale(date, receipt, "", site, any(PRODUCTS, random), 1 + random.nextInt(6)));
    }
    return sales;
  }

  /** What trade customers ordered in a month, of all sites. */
  static List<Sale> trade(YearMonth month) {
    Random random = random("trade" + month);
    int lines = lines(month, 50);
    List<Sale> sales = new ArrayList<>();
    for (int i = 0; i < lines; i++) {
      LocalDate date = month.atDay(1 + i * month.lengthOfMonth() / lines);
      String order = String.format(Locale.ROOT, "T-%s-%03d", month, i / 3 + 1);
      String customer = CUSTOMERS.get((i / 3 + month.getMonthValue()) % CUSTOMERS.size());
      String site = SITES.get((i / 3 + month.getMonthValue()) % SITES.size());
      sales.add(
          new Sale(date, order, customer, site, any(PRODUCTS, random), 10 + random.nextInt(50)));
    }
    return sales;
  }

  /** What a site reports of a month. */
  record Return(int headcount, int footfall, BigDecimal wages) {}

  /** The return of a site for a month. */
  static Return siteReturn(String site, YearMonth month) {
    Random random = random("return" + site + month);
    int size = SIZE_OF_SITE[SITES.indexOf(site)];
    int headcount = 3 + size / 20 + random.nextInt(3);
    int footfall = size * SEASON[month.getMonthValue() - 1] / 4 + random.nextInt(400);
    BigDecimal wages = BigDecimal.valueOf(headcount * 182_500L + random.nextInt(40_000), 2);
    return new Return(headcount, footfall, wages);
  }

  /** A line of the cashbook. */
  record Cash(LocalDate date, String details, boolean isReceipt, BigDecimal amount) {}

  /** What came into the cashbox in a month, and what was paid out of it. */
  static List<Cash> cash(YearMonth month) {
    Random random = random("cash" + month);
    List<Cash> lines = new ArrayList<>();
    for (int day = 3; day < month.lengthOfMonth(); day += 3) {
      boolean receipt = lines.size() % 3 != 2;
      String details = receipt ? any(RECEIPTS, random) : any(PAYMENTS, random);
      long cents = 2_000L + random.nextInt(receipt ? 14_000 : 22_000);
      lines.add(new Cash(month.atDay(day), details, receipt, BigDecimal.valueOf(cents, 2)));
    }
    return lines;
  }

  /** Something that was taken back or corrected at a till. */
  record Adjustment(LocalDate date, String receipt, String reason, BigDecimal amount) {}

  /** What was adjusted at a site's till in a month. */
  static List<Adjustment> adjustments(String site, YearMonth month) {
    Random random = random("adjustments" + site + month);
    List<Adjustment> lines = new ArrayList<>();
    List<Sale> sales = till(site, month);
    for (int i = 2; i < sales.size(); i += 4 + random.nextInt(6)) {
      Sale sale = sales.get(i);
      String reason = any(REASONS, random);
      BigDecimal part = BigDecimal.valueOf(reason.equals("Returned") ? 100 : 10, 2);
      BigDecimal amount = sale.amount().multiply(part).setScale(2, RoundingMode.HALF_UP);
      lines.add(new Adjustment(sale.date(), sale.document(), reason, amount.negate()));
    }
    return lines;
  }

  /** What a site should sell in a month, in whole pounds. */
  static int budget(String site, int year, int month) {
    return SIZE_OF_SITE[SITES.indexOf(site)] * SEASON[month - 1] * (year - 2000) / 1000 * 10;
  }

  private static <T> T any(List<T> list, Random random) {
    return list.get(random.nextInt(list.size()));
  }
}
