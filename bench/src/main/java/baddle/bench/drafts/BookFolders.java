package baddle.bench.drafts;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.time.format.DateTimeFormatter;
import java.time.format.TextStyle;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** Folders of books that somebody keeps: cash, ledgers, budgets. */
final class BookFolders {

  private static final List<String> ACCOUNTS =
      List.of("4000 Sales", "5000 Plants bought", "6100 Wages", "6200 Rent", "6300 Heating");

  private BookFolders() {}

  /** A sheet for each month: money in, money out, balance, brought forward and totals. */
  static Folder cashBook(Facts facts) {
    Folder folder =
        new Folder(Truth.of("amount", "date", "date", "details", "direction", "amount"));
    List<String> pair =
        facts.any(
            List.of(
                List.of("Money in", "Money out"),
                List.of("Receipts", "Payments"),
                List.of("Paid in", "Paid out")));
    boolean forward = facts.chance();
    List<Sheet> sheets = new ArrayList<>();
    BigDecimal balance = new BigDecimal("500.00");
    int stated = 0;
    YearMonth first = YearMonth.of(2025, 1);
    for (int i = 0; i < 5; i++) {
      YearMonth month = first.plusMonths(i);
      Sheet sheet =
          new Sheet(month.format(DateTimeFormatter.ofPattern("MMM yyyy", Locale.ENGLISH)));
      sheet.row("Date", "Details", pair.get(0), pair.get(1), "Balance");
      if (forward) {
        sheet.row(month.atDay(1), "Brought forward", "", "", balance);
      }
      BigDecimal ins = BigDecimal.ZERO;
      BigDecimal outs = BigDecimal.ZERO;
      for (int day = 2; day < 28; day += 1 + facts.below(3)) {
        boolean in = facts.chance();
        BigDecimal amount = facts.money(300);
        LocalDate date = month.atDay(day);
        String details =
            in ? "Takings of " + facts.any(Facts.SITES) : "Paid " + facts.any(Facts.CUSTOMERS);
        balance = in ? balance.add(amount) : balance.subtract(amount);
        sheet.row(date, details, in ? amount : "", in ? "" : amount, balance);
        folder.truth().add(date, details, in ? "in" : "out", amount);
        ins = in ? ins.add(amount) : ins;
        outs = in ? outs : outs.add(amount);
      }
      sheet.row("", "Total", ins, outs, "");
      stated++;
      sheets.add(sheet);
    }
    folder.add(SourceFile.of("cash/cash book 2025.xlsx", sheets.toArray(Sheet[]::new)));
    return folder.stating(stated);
  }

  /** Sites and accounts down, the months across, a total of each row and of each site. */
  static Folder budget(Facts facts) {
    Folder folder = new Folder(Truth.of("amount", "month", "site", "account", "month", "amount"));
    boolean subtotals = facts.chance();
    int stated = 0;
    for (int year = 2024; year < 2026; year++) {
      Sheet sheet = new Sheet("Budget").titles("Budget " + year);
      List<Object> headings = new ArrayList<>(List.of("Site", "Account"));
      for (int month = 1; month <= 12; month++) {
        headings.add(
            YearMonth.of(year, month).getMonth().getDisplayName(TextStyle.SHORT, Locale.ENGLISH)
                + " "
                + year);
      }
      headings.add("Total");
      sheet.row(headings);
      for (String site : Facts.SITES.subList(0, 4)) {
        List<BigDecimal> sums = new ArrayList<>();
        for (int month = 0; month < 13; month++) {
          sums.add(BigDecimal.ZERO);
        }
        for (String account : ACCOUNTS) {
          List<Object> cells = new ArrayList<>(List.of(site, account));
          BigDecimal all = BigDecimal.ZERO;
          for (int month = 0; month < 12; month++) {
            BigDecimal amount = new BigDecimal(1 + facts.below(900) * 10);
            cells.add(amount);
            folder.truth().add(site, account, LocalDate.of(year, month + 1, 1), amount);
            all = all.add(amount);
            sums.set(month, sums.get(month).add(amount));
          }
          sums.set(12, sums.get(12).add(all));
          cells.add(all);
          sheet.row(cells);
        }
        if (subtotals) {
          List<Object> cells = new ArrayList<>(List.of(site, "Total"));
          cells.addAll(sums);
          sheet.row(cells);
          stated++;
        }
      }
      folder.add(SourceFile.of("budget/Budget " + year + ".xlsx", sheet));
    }
    return folder.stating(stated);
  }

  /** A ledger by month, beside it the chart of accounts and a list of bank holidays. */
  static Folder ledger(Facts facts) {
    Folder folder =
        new Folder(
            Truth.of("amount", "date", "date", "account", "text", "direction", "amount", "group")
                .bringing("group"));
    Writing writing = Writing.any(facts.random());
    for (YearMonth month : facts.months(4)) {
      Sheet sheet = new Sheet("").row("Posting date", "Acct", "Text", "Debit", "Credit");
      for (int i = 0; i < 30; i++) {
        LocalDate day = month.atDay(1 + facts.below(28));
        String account = facts.any(ACCOUNTS);
        boolean debit = facts.chance();
        BigDecimal amount = facts.money(2000);
        String text = "Voucher " + facts.below(9_999);
        String number = account.substring(0, 4);
        sheet.row(day, number, text, debit ? amount : "", debit ? "" : amount);
        folder.truth().add(day, number, text, debit ? "debit" : "credit", amount, group(number));
      }
      folder.add(SourceFile.of("ledger/journal " + month + ".csv", writing, sheet));
    }
    Sheet chart = new Sheet("").row("Account", "Name", "Group");
    for (String account : ACCOUNTS) {
      String number = account.substring(0, 4);
      chart.row(number, account.substring(5), group(number));
    }
    folder.add(SourceFile.of("ledger/chart of accounts.csv", chart));
    Sheet days = new Sheet("").row("Day", "Holiday");
    days.row(LocalDate.of(2024, 12, 25), "Midwinter");
    days.row(LocalDate.of(2025, 5, 1), "Spring fair");
    days.row(LocalDate.of(2025, 8, 25), "Late summer");
    folder.add(SourceFile.of("ledger/holidays.csv", days));
    return folder;
  }

  private static String group(String account) {
    return account.startsWith("4") ? "Income" : account.startsWith("5") ? "Goods" : "Costs";
  }
}
