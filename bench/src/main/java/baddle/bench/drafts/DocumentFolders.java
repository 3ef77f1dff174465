package baddle.bench.drafts;

import java.math.BigDecimal;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Folders whose lines are in blocks, with totals of several levels. */
final class DocumentFolders {

  private DocumentFolders() {}

  /** Number, date and customer on the first line of a document; some have no reference. */
  static Folder documents(Facts facts) {
    Folder folder =
        new Folder(
            Truth.of(
                "amount",
                "date",
                "order",
                "date",
                "customer",
                "reference",
                "code",
                "quantity",
                "amount"));
    List<Object> headings = new ArrayList<>(facts.headings("Order", "Date", "Customer"));
    headings.add("Their ref.");
    headings.addAll(facts.headings("Code", "Quantity", "Amount"));
    boolean subtotals = facts.chance();
    int stated = 0;
    for (YearMonth month : facts.months(3)) {
      Sheet sheet = new Sheet("Register").titles("Invoice register");
      sheet.row(headings);
      BigDecimal all = BigDecimal.ZERO;
      Map<String, List<Facts.Line>> orders = new LinkedHashMap<>();
      facts
          .lines("Dunmere", month, 14)
          .forEach(line -> orders.computeIfAbsent(line.order(), o -> new ArrayList<>()).add(line));
      for (List<Facts.Line> lines : orders.values()) {
        String reference = facts.below(4) == 0 ? "" : "R" + facts.below(9_000);
        BigDecimal sum = BigDecimal.ZERO;
        for (int i = 0; i < lines.size(); i++) {
          Facts.Line line = lines.get(i);
          boolean first = i == 0;
          sheet.row(
              first ? line.order() : "",
              first ? line.day() : "",
              first ? line.customer() : "",
              first ? reference : "",
              line.code(),
              line.quantity(),
              line.amount());
          folder
              .truth()
              .add(
                  line.order(),
                  line.day(),
                  line.customer(),
                  reference,
                  line.code(),
                  line.quantity(),
                  line.amount());
          sum = sum.add(line.amount());
        }
        if (subtotals) {
          sheet.row("", "", "", "", "Total " + lines.get(0).order(), "", sum);
          stated++;
        }
        all = all.add(sum);
      }
      sheet.row("", "", "", "", "Grand total", "", all);
      stated++;
      folder.add(SourceFile.of("register/invoices " + month + ".xlsx", sheet));
    }
    return folder.stating(stated);
  }

  /** Region and site above their lines, with a total of each and one of all. */
  static Folder levels(Facts facts) {
    Folder folder = new Folder(Truth.of("amount", "", "region", "site", "range", "amount"));
    int stated = 0;
    boolean named = facts.chance();
    for (YearMonth month : facts.months(4)) {
      Sheet sheet = new Sheet("Sheet1").titles("Takings", "Month " + month);
      sheet.row("Region", "Site", "Range", "Amount");
      BigDecimal all = BigDecimal.ZERO;
      for (int region = 0; region < 2; region++) {
        String regionName = region == 0 ? "North" : "South";
        BigDecimal ofRegion = BigDecimal.ZERO;
        for (String site : Facts.SITES.subList(region * 3, region * 3 + 3)) {
          BigDecimal ofSite = BigDecimal.ZERO;
          boolean firstOfRegion = site.equals(Facts.SITES.get(region * 3));
          for (String range : Facts.RANGES) {
            BigDecimal amount = facts.money(900);
            boolean first = range.equals(Facts.RANGES.get(0));
            sheet.row(first && firstOfRegion ? regionName : "", first ? site : "", range, amount);
            folder.truth().add(regionName, site, range, amount);
            ofSite = ofSite.add(amount);
          }
          sheet.row("", named ? site + " total" : "Subtotal", "", ofSite);
          stated++;
          ofRegion = ofRegion.add(ofSite);
        }
        sheet.row(named ? "Total " + regionName : "Region total", "", "", ofRegion);
        stated++;
        all = all.add(ofRegion);
      }
      sheet.row("Grand total", "", "", all);
      stated++;
      folder.add(SourceFile.of("takings/takings " + month + ".xlsx", sheet));
    }
    return folder.stating(stated);
  }
}
