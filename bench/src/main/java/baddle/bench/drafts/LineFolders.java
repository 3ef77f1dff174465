package baddle.bench.drafts;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.stream.IntStream;

/** Folders of plain lines, which differ in how they are named, cut and written. */
final class LineFolders {

  private static final String[] COLUMNS = {
    "Date", "Order", "Customer", "Code", "Quantity", "Amount"
  };

  private LineFolders() {}

  private static Truth truth(String... more) {
    List<String> columns =
        new ArrayList<>(List.of("date", "order", "customer", "code", "quantity", "amount"));
    columns.addAll(List.of(more));
    return Truth.of("amount", "date", columns.toArray(String[]::new));
  }

  private static List<Object> cells(Facts.Line line) {
    return List.of(
        line.day(), line.order(), line.customer(), line.code(), line.quantity(), line.amount());
  }

  private static void note(Truth truth, Facts.Line line, Object... more) {
    List<Object> values = new ArrayList<>(cells(line));
    values.addAll(List.of(more));
    truth.add(values.toArray());
  }

  private static List<Object> inOrder(List<Integer> order, List<Object> cells) {
    return order.stream().map(cells::get).toList();
  }

  private static BigDecimal sum(List<Facts.Line> lines) {
    return lines.stream().map(Facts.Line::amount).reduce(BigDecimal.ZERO, BigDecimal::add);
  }

  /** A file for each site and month, each site with headings, an order and a writing of its own. */
  static Folder branches(Facts facts) {
    Folder folder = new Folder(truth("site"));
    List<YearMonth> months = facts.months(4);
    int totals = 0;
    for (String site : facts.some(Facts.SITES, 3)) {
      Writing writing = Writing.any(facts.random());
      List<Object> headings = facts.headings(COLUMNS);
      List<Integer> order = facts.chance() ? List.of(0, 1, 2, 3, 4, 5) : List.of(1, 0, 3, 2, 5, 4);
      boolean titled = facts.chance();
      boolean total = facts.chance();
      for (YearMonth month : months) {
        Sheet sheet = new Sheet("");
        if (titled) {
          sheet.titles("Fernhollow Nurseries", "Sales of " + site);
        }
        sheet.row(inOrder(order, headings));
        List<Facts.Line> lines = facts.lines(site, month, 12);
        lines.forEach(line -> sheet.row(inOrder(order, cells(line))));
        lines.forEach(line -> note(folder.truth(), line, site));
        if (total) {
          totals++;
          sheet.row(inOrder(order, List.of("", "", "Total", "", "", sum(lines))));
        }
        folder.add(SourceFile.of("in/" + site + " " + month + ".csv", writing, sheet));
      }
    }
    return folder.stating(totals);
  }

  /** A workbook for each year with a sheet for each month, title lines, totals and notes. */
  static Folder workbooks(Facts facts) {
    Folder folder = new Folder(truth());
    int totals = 0;
    YearMonth first = YearMonth.of(2024, 1 + facts.below(6));
    String unit = facts.any(List.of("Fernhollow Nurseries", "Trade desk", "Orders by month"));
    List<Object> headings = facts.headings(COLUMNS);
    for (int year = 0; year < 2; year++) {
      List<Sheet> sheets = new ArrayList<>();
      for (int i = 0; i < 4; i++) {
        YearMonth month = first.plusYears(year).plusMonths(i);
        Sheet sheet =
            new Sheet(
                month.format(
                    java.time.format.DateTimeFormatter.ofPattern("MMM yyyy", Locale.ENGLISH)));
        sheet.titles(unit, "Month: " + sheet.name());
        sheet.row(headings);
        List<Facts.Line> lines = facts.lines("Dunmere", month, 10);
        lines.forEach(line -> sheet.row(cells(line)));
        lines.forEach(line -> note(folder.truth(), line));
        sheet.row(
            "",
            "",
            "Grand total",
            "",
            lines.stream().mapToInt(Facts.Line::quantity).sum(),
            sum(lines));
        totals++;
        sheets.add(sheet);
      }
      sheets.add(
          new Sheet("Notes")
              .row("Who", "What")
              .row("Ann", "Please check the pots of the second week")
              .row("Bo", "Two orders came late"));
      folder.add(
          SourceFile.of(
              "books/orders " + first.plusYears(year).getYear() + ".xlsx",
              sheets.toArray(Sheet[]::new)));
    }
    return folder.stating(totals);
  }

  /** Months by name in folders of fiscal years. */
  static Folder fiscal(Facts facts) {
    Folder folder = new Folder(truth());
    List<Object> headings = facts.headings(COLUMNS);
    Writing writing = Writing.any(facts.random());
    for (int year = 2023; year < 2025; year++) {
      YearMonth first = YearMonth.of(year, 4);
      for (int i = 0; i < 5; i++) {
        YearMonth month = first.plusMonths(i * 2L);
        Sheet sheet = new Sheet("").row(headings);
        List<Facts.Line> lines = facts.lines("Foxholt", month, 8);
        lines.forEach(line -> sheet.row(cells(line)));
        lines.forEach(line -> note(folder.truth(), line));
        String name =
            month.getMonth().getDisplayName(java.time.format.TextStyle.FULL, Locale.ENGLISH);
        folder.add(
            SourceFile.of(
                "sales/fy" + year + "-" + (year + 1) % 100 + "/" + name + ".csv", writing, sheet));
      }
    }
    return folder;
  }

  /** Exports that hold the year to date each, so that each month is in all that follow. */
  static Folder cumulative(Facts facts) {
    Folder folder = Folder.unsure(truth());
    List<Object> headings = facts.headings(COLUMNS);
    List<Facts.Line> all = new ArrayList<>();
    List<YearMonth> months = facts.months(5);
    for (YearMonth month : months) {
      all.addAll(facts.lines("Eldergate", month, 10));
      Sheet sheet = new Sheet("").row(headings);
      all.forEach(line -> sheet.row(cells(line)));
      folder.add(SourceFile.of("ytd/export " + month + ".csv", sheet));
    }
    all.forEach(line -> note(folder.truth(), line));
    return folder;
  }

  /** Among the files, a copy of one, or an earlier version that lacks some lines. */
  static Folder copies(Facts facts) {
    Folder folder = Folder.unsure(truth());
    List<Object> headings = facts.headings(COLUMNS);
    List<YearMonth> months = facts.months(5);
    YearMonth twice = facts.any(months);
    boolean copied = facts.chance();
    int missing = facts.chance() ? 2 : 0;
    String mark =
        facts.any(copied ? List.of(" (copy)", " - Copy", " sent again") : List.of(" v2", " final"));
    for (YearMonth month : months) {
      List<Facts.Line> lines = facts.lines("Alder Mill", month, 10);
      lines.forEach(line -> note(folder.truth(), line));
      Sheet whole = new Sheet("").row(headings);
      lines.forEach(line -> whole.row(cells(line)));
      Sheet other = new Sheet("").row(headings);
      lines.subList(missing, lines.size()).forEach(line -> other.row(cells(line)));
      boolean isTwice = month.equals(twice);
      String name = "in/sales " + month;
      folder.add(SourceFile.of(name + ".csv", isTwice && !copied ? other : whole));
      if (isTwice) {
        folder.add(SourceFile.of(name + mark + ".csv", copied ? other : whole));
      }
    }
    return folder;
  }

  /** Quantity by price is the amount, the currency is always the same, one column is empty. */
  static Folder computed(Facts facts) {
    Folder folder =
        new Folder(
            Truth.of("amount", "date", "date", "order", "code", "quantity", "price", "amount"));
    List<Object> headings =
        new ArrayList<>(facts.headings("Date", "Order", "Code", "Quantity", "Price", "Amount"));
    headings.add("Currency");
    headings.add("Remarks");
    List<YearMonth> months = facts.months(4);
    for (YearMonth month : months) {
      Sheet sheet = new Sheet("Sheet1").row(headings);
      for (Facts.Line line : facts.lines("Copse End", month, 15)) {
        List<Object> cells =
            List.of(
                line.day(),
                line.order(),
                line.code(),
                line.quantity(),
                line.price(),
                line.amount(),
                "GBP",
                "");
        sheet.row(cells);
        folder.truth().add(cells.subList(0, 6).toArray());
      }
      folder.add(SourceFile.of("detail/" + month + ".xlsx", sheet));
    }
    return folder;
  }

  /** A printed list saved as a file: headings again on each page, and a line that counts pages. */
  static Folder pages(Facts facts) {
    Folder folder = new Folder(truth());
    List<Object> headings = facts.headings(COLUMNS);
    int stated = 0;
    for (YearMonth month : facts.months(3)) {
      Sheet sheet = new Sheet("").titles("Order list", "printed by the desk");
      List<Facts.Line> lines = facts.lines("Brackenford", month, 30);
      int page = 1;
      for (int i = 0; i < lines.size(); i++) {
        if (i % 20 == 0) {
          sheet.row(i == 0 ? headings : List.of("Page " + page++, "", "", "", "", ""));
          if (i > 0) {
            sheet.row(headings);
          }
        }
        sheet.row(cells(lines.get(i)));
        note(folder.truth(), lines.get(i));
      }
      sheet.row("", "", "Total", "", "", sum(lines));
      stated++;
      folder.add(SourceFile.of("lists/list " + month + ".csv", sheet));
    }
    return folder.stating(stated);
  }

  /** A year in each file, and a list of its figures by month that somebody made of the same. */
  static Folder yearly(Facts facts) {
    Folder folder = new Folder(truth());
    List<Object> headings = facts.headings(COLUMNS);
    for (int year = 2022; year < 2025; year++) {
      Sheet sheet = new Sheet("Lines").row(headings);
      Sheet summary = new Sheet("Summary").row("Month", "Amount");
      for (int month : IntStream.rangeClosed(1, 12).toArray()) {
        List<Facts.Line> lines = facts.lines("Dunmere", YearMonth.of(year, month), 4);
        lines.forEach(line -> sheet.row(cells(line)));
        lines.forEach(line -> note(folder.truth(), line));
        summary.row(LocalDate.of(year, month, 1), sum(lines));
      }
      folder.add(SourceFile.of("years/Orders " + year + ".xlsx", sheet, summary));
    }
    return folder;
  }
}
