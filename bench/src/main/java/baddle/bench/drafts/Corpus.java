package baddle.bench.drafts;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Random;

/** The kinds of folders that are tried. */
final class Corpus {

  private Corpus() {}

  /** Each kind by its name. */
  static Map<String, Kind> kinds() {
    Map<String, Kind> kinds = new LinkedHashMap<>();
    kinds.put("branches", LineFolders::branches);
    kinds.put("workbooks", LineFolders::workbooks);
    kinds.put("fiscal years", LineFolders::fiscal);
    kinds.put("year to date", LineFolders::cumulative);
    kinds.put("copies", LineFolders::copies);
    kinds.put("computed", LineFolders::computed);
    kinds.put("pages", LineFolders::pages);
    kinds.put("years", LineFolders::yearly);
    kinds.put("documents", DocumentFolders::documents);
    kinds.put("levels", DocumentFolders::levels);
    kinds.put("cash book", BookFolders::cashBook);
    kinds.put("budget", BookFolders::budget);
    kinds.put("ledger", BookFolders::ledger);
    kinds.put("mapping", LookupFolders::mapping);
    kinds.put("prices", LookupFolders::prices);
    kinds.put("forms", FormFolders::forms);
    kinds.put("site folders", OtherFolders::siteFolders);
    kinds.put("other totals", OtherFolders::otherTotals);
    kinds.put("one column", OtherFolders::levelsInOneColumn);
    kinds.put("with budget", OtherFolders::againstBudget);
    kinds.put("two layouts", OtherFolders::twoLayouts);
    kinds.put("remarks", OtherFolders::remarks);
    kinds.put("lookup sheet", OtherFolders::lookupSheet);
    kinds.put("lost zeros", OtherFolders::zeros);
    kinds.put("sites across", OtherFolders::sitesAcross);
    kinds.put("mixed", MixedFolders::mixed);
    return Collections.unmodifiableMap(kinds);
  }

  /** A folder of a kind, always the same for a seed. */
  static Folder make(Kind kind, long seed) {
    return kind.make(new Facts(new Random(seed * 7_919)));
  }
}
