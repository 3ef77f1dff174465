package baddle.core.outcome;

import baddle.core.finding.NumberText;
import java.util.Locale;

/**
 * The proof that everything in the sources is accounted for.
 *
 * @param rows what became of the rows
 * @param closed how many of the rows closed periods keep, apart from what the files hold now
 * @param inDataset how many rows the datasets have, counted in the store
 * @param cells what became of the filled cells
 * @param uncounted how many sources were read by a program that didn't count cells
 * @param unreadFiles how many files of a feed, or with its headings, aren't read at all
 */
public record Completeness(
    RowCounts rows,
    long closed,
    long inDataset,
    CellCounts cells,
    long uncounted,
    int unreadFiles) {

  /** Whether every row and every cell is accounted for. */
  public boolean addsUp() {
    return rows.addUp() && rows.kept() == inDataset && cells.addUp();
  }

  /** All of it in one line. */
  public String line() {
    return String.format(
            Locale.ROOT,
            "%,d %s read%s = %,d in the dataset + %,d left out + %,d held",
            rows.read(),
            rows.read() == 1 ? "row" : "rows",
            closedInWords(),
            inDataset,
            rows.leftOut(),
            rows.held())
        + cellsInWords()
        + filesInWords()
        + (addsUp() ? "" : " DOES NOT ADD UP");
  }

  /** The rows that closed periods keep, in brackets; empty for none. */
  public String closedInWords() {
    return closed == 0
        ? ""
        : String.format(Locale.ROOT, " (%,d of them kept since their period was closed)", closed);
  }

  /** The files that aren't read, behind a semicolon; empty for none. */
  public String filesInWords() {
    return unreadFiles == 0
        ? ""
        : "; "
            + NumberText.counted(unreadFiles, "file")
            + (unreadFiles == 1 ? " is" : " are")
            + " not read";
  }

  private String cellsInWords() {
    if (cells.filled() == 0) {
      return "";
    }
    String words =
        cells.notRead() == 0
            ? String.format(Locale.ROOT, "; all %,d filled cells are accounted for", cells.filled())
            : String.format(
                Locale.ROOT,
                "; %,d of %,d filled cells %s not read",
                cells.notRead(),
                cells.filled(),
                cells.notRead() == 1 ? "is" : "are");
    return words
        + (uncounted == 0
            ? ""
            : String.format(
                Locale.ROOT,
                " (without %,d %s that an older program read)",
                uncounted,
                uncounted == 1 ? "source" : "sources"));
  }
}
