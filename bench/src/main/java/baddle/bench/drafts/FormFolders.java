package baddle.bench.drafts;

import java.math.BigDecimal;
import java.time.YearMonth;
import java.util.List;

/** Folders of filled-in forms. */
final class FormFolders {

  private FormFolders() {}

  /** A form for each site and month. */
  static Folder forms(Facts facts) {
    Folder folder = new Folder(Truth.of("wages", "", "site", "headcount", "visitors", "wages"));
    int down = facts.below(3);
    List<YearMonth> months = facts.months(3);
    for (String site : facts.some(Facts.SITES, 4)) {
      for (YearMonth month : months) {
        int heads = 3 + facts.below(9);
        int visitors = 200 + facts.below(4_000);
        BigDecimal wages = facts.money(9_000);
        Sheet sheet = new Sheet("Return").titles("Monthly return");
        for (int i = 0; i < down; i++) {
          sheet.row();
        }
        sheet.row("", "Site", site);
        sheet.row("", "Month", month.toString());
        sheet.row();
        sheet.row("", "People employed", "", heads);
        sheet.row("", "Visitors counted", "", visitors);
        sheet.row("", "Wages paid", "", wages);
        sheet.row();
        sheet.row("", "Signed");
        folder.truth().add(site, heads, visitors, wages);
        folder.add(SourceFile.of("returns/" + site + " " + month + ".xlsx", sheet));
      }
    }
    return folder;
  }
}
