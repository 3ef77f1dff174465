package baddle.bench.drafts;

import java.math.BigDecimal;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;

/** Folders with one more thing that people do. */
final class OtherFolders {

  private static final String[] COLUMNS = {
    "Date", "Order", "Customer", "Code", "Quantity", "Amount"
  };

  private OtherFolders() {}

  private static Truth lines(String... more) {
    List<String> columns =
        new ArrayList<>(List.of("date", "order", "customer", "code", "quantity", "amount"));
    columns.addAll(List.of(more));
    return Truth.of("amount", "date", columns.toArray(String[]::new));
  }

  private static Object[] cells(Facts.Line line, Object... more) {
    List<Object> cells =
        new ArrayList<>(
            List.of(
                line.day(),
                line.order(),
                line.customer(),
                line.code(),
                line.quantity(),
                line.amount()));
    cells.addAll(List.of(more));
    return cells.toArray();
  }

  private static BigDecimal sum(List<Facts.Line> lines) {
    return lines.stream().map(Facts.Line::amount).reduce(BigDecimal.ZERO, BigDecimal::add);
  }

  /** A folder for each site, in it a file for each month. */
  static Folder siteFolders(Facts facts) {
    Folder folder = new Folder(lines("site"));
    List<YearMonth> months = facts.months(3);
    for (String site : facts.some(Facts.SITES, 4)) {
      Writing writing = Writing.any(facts.random());
      List<Object> headings = facts.headings(COLUMNS);
      for (YearMonth month : months) {
        Sheet sheet = new Sheet("").row(headings);
        for (Facts.Line line : facts.lines(site, month, 10)) {
          sheet.row(cells(line));
          folder.truth().add(cells(line, site));
        }
        folder.add(SourceFile.of("inbox/" + site + "/" + month + ".csv", writing, sheet));
      }
    }
    return folder;
  }

  /** Totals that are called otherwise, or not called at all. */
  static Folder otherTotals(Facts facts) {
    Folder folder = new Folder(lines());
    String label = facts.any(List.of("Sum", "TOTALS", "Summe", "All orders", ""));
    List<Object> headings = facts.headings(COLUMNS);
    int stated = 0;
    for (YearMonth month : facts.months(4)) {
      Sheet sheet = new Sheet("Orders").row(headings);
      List<Facts.Line> lines = facts.lines("Dunmere", month, 12);
      for (Facts.Line line : lines) {
        sheet.row(cells(line));
        folder.truth().add(cells(line));
      }
      int units = lines.stream().mapToInt(Facts.Line::quantity).sum();
      sheet.row("", label, "", "", units, sum(lines));
      stated++;
      folder.add(SourceFile.of("orders/" + month + ".xlsx", sheet));
    }
    return folder.stating(stated);
  }

  /** Totals of sites and of regions under one heading. */
  static Folder levelsInOneColumn(Facts facts) {
    Folder folder = new Folder(Truth.of("amount", "", "region", "site", "range", "amount"));
    int stated = 0;
    for (YearMonth month : facts.months(4)) {
      Sheet sheet = new Sheet("Sheet1").row("Region", "Site", "Range", "Amount");
      BigDecimal all = BigDecimal.ZERO;
      for (int region = 0; region < 2; region++) {
        String name = region == 0 ? "North" : "South";
        BigDecimal ofRegion = BigDecimal.ZERO;
        for (String site : Facts.SITES.subList(region * 3, region * 3 + 3)) {
          BigDecimal ofSite = BigDecimal.ZERO;
          for (String range : Facts.RANGES) {
            BigDecimal amount = facts.money(900);
            sheet.row(name, site, range, amount);
            folder.truth().add(name, site, range, amount);
            ofSite = ofSite.add(amount);
          }
          sheet.row("", site + " total", "", ofSite);
          ofRegion = ofRegion.add(ofSite);
          stated++;
        }
        sheet.row("", name + " total", "", ofRegion);
        all = all.add(ofRegion);
        stated++;
      }
      sheet.row("", "Grand total", "", all);
      stated++;
      folder.add(SourceFile.of("takings/" + month + ".xlsx", sheet));
    }
    return folder.stating(stated);
  }

  /** What was sold, and what was planned, month by month across. */
  static Folder againstBudget(Facts facts) {
    Folder folder = new Folder(lines("site")).beside(1);
    List<Object> headings = facts.headings(COLUMNS);
    headings.add("Site");
    for (int month = 1; month <= 4; month++) {
      Sheet sheet = new Sheet("").row(headings);
      for (String site : Facts.SITES.subList(0, 3)) {
        for (Facts.Line line : facts.lines(site, YearMonth.of(2025, month), 6)) {
          sheet.row(cells(line, site));
          folder.truth().add(cells(line, site));
        }
      }
      folder.add(SourceFile.of("in/sales/sales 2025-0" + month + ".csv", sheet));
    }
    Sheet budget = new Sheet("").row("Site", "2025-01", "2025-02", "2025-03", "2025-04");
    for (String site : Facts.SITES.subList(0, 3)) {
      budget.row(
          site, facts.money(9_000), facts.money(9_000), facts.money(9_000), facts.money(9_000));
    }
    folder.add(SourceFile.of("in/budget/Budget 2025.csv", budget));
    return folder;
  }

  /** Orders and refunds, two layouts in one folder. */
  static Folder twoLayouts(Facts facts) {
    Folder folder = new Folder(lines()).beside(1);
    List<Object> headings = facts.headings(COLUMNS);
    for (YearMonth month : facts.months(4)) {
      Sheet orders = new Sheet("").row(headings);
      for (Facts.Line line : facts.lines("Foxholt", month, 12)) {
        orders.row(cells(line));
        folder.truth().add(cells(line));
      }
      folder.add(SourceFile.of("desk/orders " + month + ".csv", orders));
      Sheet refunds = new Sheet("").row("Refund no", "Refunded on", "Reason", "Paid back", "By");
      for (int i = 0; i < 6; i++) {
        refunds.row(
            "R" + facts.below(999),
            month.atDay(1 + i),
            facts.any(List.of("late", "broken")),
            facts.money(90),
            facts.any(List.of("card", "cash")));
      }
      folder.add(SourceFile.of("desk/refunds " + month + ".csv", refunds));
    }
    return folder;
  }

  /** Below some lines, somebody wrote a remark. */
  static Folder remarks(Facts facts) {
    Folder folder = new Folder(lines());
    List<Object> headings = facts.headings(COLUMNS);
    for (YearMonth month : facts.months(4)) {
      Sheet sheet = new Sheet("List").titles("Orders of " + month).row(headings);
      for (Facts.Line line : facts.lines("Copse End", month, 14)) {
        sheet.row(cells(line));
        folder.truth().add(cells(line));
        if (facts.below(8) == 0) {
          sheet.row("", "", facts.any(List.of("came late", "phoned again", "half of it broken")));
        }
      }
      folder.add(SourceFile.of("orders/list " + month + ".xlsx", sheet));
    }
    return folder;
  }

  /** Orders and the customers they are of, on two sheets of one workbook. */
  static Folder lookupSheet(Facts facts) {
    Folder folder =
        new Folder(
            Truth.of("amount", "date", "date", "customer", "amount", "town").bringing("town"));
    Sheet orders = new Sheet("Orders").row("Date", "Cust. no", "Amount");
    Sheet customers = new Sheet("Customers").row("Customer number", "Name", "Town");
    for (int i = 0; i < Facts.CUSTOMERS.size(); i++) {
      customers.row("C0" + i, Facts.CUSTOMERS.get(i), Facts.SITES.get(i % 6));
    }
    for (YearMonth month : facts.months(5)) {
      for (Facts.Line line : facts.lines("Dunmere", month, 8)) {
        int customer = Facts.CUSTOMERS.indexOf(line.customer());
        orders.row(line.day(), "C0" + customer, line.amount());
        folder
            .truth()
            .add(line.day(), "C0" + customer, line.amount(), Facts.SITES.get(customer % 6));
      }
    }
    folder.add(SourceFile.of("desk/orders.xlsx", orders, customers));
    return folder;
  }

  /** Codes that lost their leading zeros in one place, and a price list with first days only. */
  static Folder zeros(Facts facts) {
    Folder folder =
        new Folder(Truth.of("amount", "date", "date", "code", "amount", "range").bringing("range"));
    for (YearMonth month : facts.months(4)) {
      Sheet sheet = new Sheet("Sheet1").row("Date", "Item code", "Amount");
      for (Facts.Line line : facts.lines("Dunmere", month, 12)) {
        int product = Facts.product(line.code());
        sheet.row(line.day(), "00" + (100 + product * 7), line.amount());
        folder
            .truth()
            .add(line.day(), "00" + (100 + product * 7), line.amount(), Facts.range(product));
      }
      folder.add(SourceFile.of("lines/" + month + ".xlsx", sheet));
    }
    Sheet items = new Sheet("Items").row("Code", "Range");
    for (int product = 0; product < 20; product++) {
      items.row(100 + product * 7, Facts.range(product));
    }
    folder.add(SourceFile.of("lookups/items.xlsx", items));
    return folder;
  }

  /** Visitors by day with a column for each site, and a list of the sites. */
  static Folder sitesAcross(Facts facts) {
    Folder folder =
        new Folder(Truth.of("number", "date", "date", "site", "number", "town").bringing("town"));
    List<String> sites = facts.some(Facts.SITES, 4);
    for (YearMonth month : facts.months(3)) {
      List<Object> headings = new ArrayList<>(List.of("Day"));
      headings.addAll(sites);
      headings.add("All");
      Sheet sheet = new Sheet("Visitors").titles("Visitors at the gate").row(headings);
      for (int day = 1; day <= 20; day++) {
        List<Object> cells = new ArrayList<>(List.of(month.atDay(day)));
        int all = 0;
        for (String site : sites) {
          int number = 20 + facts.below(500);
          cells.add(number);
          all += number;
          folder.truth().add(month.atDay(day), site, number, town(site));
        }
        cells.add(all);
        sheet.row(cells);
      }
      folder.add(SourceFile.of("gate/" + month + ".xlsx", sheet));
    }
    Sheet list = new Sheet("").row("Site", "Town");
    Facts.SITES.forEach(site -> list.row(site, town(site)));
    folder.add(SourceFile.of("gate/sites.csv", list));
    return folder;
  }

  private static String town(String site) {
    return site.length() % 2 == 0 ? "Harwick" : "Stonebeck";
  }
}
