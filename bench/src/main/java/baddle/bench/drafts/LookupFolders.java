package baddle.bench.drafts;

import java.math.BigDecimal;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Locale;

/** Folders with a small table that says more of the values of another. */
final class LookupFolders {

  private LookupFolders() {}

  /** Sales by code, and a workbook that says each code's range, with gaps and doubles. */
  static Folder mapping(Facts facts) {
    Folder folder =
        new Folder(
            Truth.of("amount", "date", "date", "order", "code", "amount", "range")
                .bringing("range"));
    boolean loosely = facts.chance();
    boolean blocks = facts.chance();
    for (YearMonth month : facts.months(4)) {
      Sheet sheet = new Sheet("").row(facts.headings("Date", "Order", "Code", "Amount"));
      for (Facts.Line line : facts.lines("Foxholt", month, 15)) {
        String code =
            loosely && facts.below(5) == 0 ? line.code().toLowerCase(Locale.ROOT) : line.code();
        int product = Facts.product(line.code());
        boolean known = product != 19;
        sheet.row(line.day(), line.order(), code, line.amount());
        folder
            .truth()
            .add(line.day(), line.order(), code, line.amount(), known ? Facts.range(product) : "");
      }
      folder.add(SourceFile.of("in/sales " + month + ".csv", sheet));
    }
    Sheet map = new Sheet("Ranges").row("Range", "Item code", "Description");
    for (String range : Facts.RANGES) {
      boolean first = true;
      for (int product = 0; product < 19; product++) {
        if (Facts.range(product).equals(range)) {
          map.row(!blocks || first ? range : "", Facts.code(product), "Plant " + product);
          first = false;
        }
      }
    }
    map.row(Facts.range(0), Facts.code(0), "Plant 0");
    folder.add(SourceFile.of((facts.chance() ? "in/" : "reference/") + "ranges.xlsx", map));
    return folder;
  }

  /** Deliveries, and a price list by date. */
  static Folder prices(Facts facts) {
    Folder folder =
        new Folder(
            Truth.of("quantity", "date", "date", "code", "quantity", "price").bringing("price"));
    List<YearMonth> months = facts.months(4);
    LocalDate change = months.get(2).atDay(1);
    for (YearMonth month : months) {
      Sheet sheet = new Sheet("Sheet1").row(facts.headings("Date", "Code", "Quantity"));
      for (Facts.Line line : facts.lines("Dunmere", month, 15)) {
        BigDecimal price = line.price();
        sheet.row(line.day(), line.code(), line.quantity());
        folder
            .truth()
            .add(
                line.day(),
                line.code(),
                line.quantity(),
                line.day().isBefore(change) ? price : price.add(new BigDecimal("0.50")));
      }
      folder.add(SourceFile.of("deliveries/" + month + ".xlsx", sheet));
    }
    Sheet list = new Sheet("").row("Code", "Valid from", "Valid to", "Price");
    for (int product = 0; product < 20; product++) {
      list.row(
          Facts.code(product),
          months.get(0).minusMonths(6).atDay(1),
          change.minusDays(1),
          Facts.price(product));
      list.row(
          Facts.code(product),
          change,
          LocalDate.of(2030, 12, 31),
          Facts.price(product).add(new BigDecimal("0.50")));
    }
    folder.add(SourceFile.of("reference/price list.csv", list));
    return folder;
  }
}
