package baddle.bench.drafts;

import java.math.BigDecimal;
import java.time.YearMonth;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Folders in which every sender does something else, all of it at once. */
final class MixedFolders {

  private static final String[] COLUMNS = {
    "Order", "Date", "Customer", "Code", "Quantity", "Price", "Amount"
  };

  /** How many of them are on a document's first line only. */
  private static final int HEADS = 3;

  private final Facts facts;
  private final Folder folder =
      new Folder(
          Truth.of(
                  "amount",
                  "date",
                  "order",
                  "date",
                  "customer",
                  "code",
                  "quantity",
                  "price",
                  "amount",
                  "site",
                  "range")
              .bringing("range"));
  private int stated;

  private MixedFolders(Facts facts) {
    this.facts = facts;
  }

  /** One of the kind. */
  static Folder mixed(Facts facts) {
    return new MixedFolders(facts).make();
  }

  /** What one sender does. */
  private record Conventions(
      List<Object> headings,
      List<Integer> order,
      Writing writing,
      boolean workbook,
      boolean blocks,
      boolean subtotals,
      boolean total,
      boolean titled,
      boolean remarks,
      boolean lowerCase) {}

  private Conventions conventions() {
    List<Integer> order = new ArrayList<>(List.of(0, 1, 2, 3, 4, 5, 6));
    boolean blocks = facts.chance();
    if (!blocks) {
      Collections.shuffle(order, facts.random());
    }
    return new Conventions(
        facts.headings(COLUMNS),
        order,
        Writing.any(facts.random()),
        facts.chance(),
        blocks,
        blocks && facts.chance(),
        facts.chance(),
        facts.chance(),
        facts.below(3) == 0,
        facts.below(4) == 0);
  }

  private Folder make() {
    List<YearMonth> months = facts.months(4);
    boolean siteFolders = facts.chance();
    for (String site : facts.some(Facts.SITES, 3)) {
      Conventions conventions = conventions();
      for (YearMonth month : months) {
        String name = siteFolders ? site + "/" + month : site + " " + month;
        file("in/" + name, site, month, conventions);
      }
    }
    mapping();
    folder.add(
        SourceFile.of(
            "in/readme.csv", new Sheet("").row("Who", "What").row("Ann", "sends them on Mondays")));
    return folder.stating(stated);
  }

  private void file(String name, String site, YearMonth month, Conventions conventions) {
    Sheet sheet = new Sheet("Sheet1");
    if (conventions.titled) {
      sheet.titles("Fernhollow Nurseries", "Orders of " + month);
    }
    row(sheet, conventions, conventions.headings);
    Map<String, List<Facts.Line>> orders = new LinkedHashMap<>();
    facts
        .lines(site, month, 12)
        .forEach(line -> orders.computeIfAbsent(line.order(), o -> new ArrayList<>()).add(line));
    BigDecimal all = BigDecimal.ZERO;
    for (List<Facts.Line> lines : orders.values()) {
      BigDecimal sum = BigDecimal.ZERO;
      for (int i = 0; i < lines.size(); i++) {
        line(sheet, conventions, lines.get(i), i == 0 || !conventions.blocks);
        sum = sum.add(lines.get(i).amount());
      }
      if (conventions.subtotals) {
        row(sheet, conventions, List.of("", "", "", "Order total", "", "", sum));
        stated++;
      }
      if (conventions.remarks && facts.below(6) == 0) {
        row(sheet, conventions, List.of("", "", "came late", "", "", "", ""));
        stated++;
      }
      all = all.add(sum);
    }
    if (conventions.total) {
      row(sheet, conventions, List.of("", "", "", "Grand total", "", "", all));
      stated++;
    }
    folder.add(
        SourceFile.of(
            name + (conventions.workbook ? ".xlsx" : ".csv"), conventions.writing, sheet));
  }

  private void line(Sheet sheet, Conventions conventions, Facts.Line line, boolean first) {
    String code = conventions.lowerCase ? line.code().toLowerCase(Locale.ROOT) : line.code();
    List<Object> cells =
        new ArrayList<>(
            List.of(
                line.order(),
                line.day(),
                line.customer(),
                code,
                line.quantity(),
                line.price(),
                line.amount()));
    List<Object> known = new ArrayList<>(cells);
    known.add(line.site());
    known.add(Facts.range(Facts.product(line.code())));
    folder.truth().add(known.toArray());
    for (int i = 0; i < HEADS && !first; i++) {
      cells.set(i, "");
    }
    row(sheet, conventions, cells);
  }

  private static void row(Sheet sheet, Conventions conventions, List<Object> cells) {
    sheet.row(conventions.order.stream().map(cells::get).toList());
  }

  private void mapping() {
    Sheet map = new Sheet("Ranges").titles("Product ranges").row("Code", "Range");
    for (int product = 0; product < 20; product++) {
      map.row(Facts.code(product), Facts.range(product));
    }
    folder.add(SourceFile.of((facts.chance() ? "in/" : "lists/") + "ranges.xlsx", map));
  }
}
