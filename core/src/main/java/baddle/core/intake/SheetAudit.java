package baddle.core.intake;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.NumberText;
import baddle.core.finding.Place;
import baddle.core.finding.Severity;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.outcome.CellAccount;
import baddle.core.outcome.CellCounts;
import baddle.core.value.Convention;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Accounts for the cells of a sheet that no source has: of a sheet that is passed over all, else
 * those outside of the ranges that were read.
 */
public final class SheetAudit implements RowSink {

  private final List<CellRange> accounted;
  private final UnreadCells cells;
  private final boolean isIgnored;
  private final boolean looksForHeadings;
  private boolean onlyForHeadings;
  private final HeadingMatcher matcher;
  private final HeadingSearch search;
  private final GridRow lent = new GridRow();
  private @Nullable HeadingRow headings;

  /** Below the row that is most like the headings. */
  private ColumnSums.@Nullable Adding below;

  private long rowsBelow;
  private long filled;

  /**
   * Of a sheet.
   *
   * @param spec how the feed reads its sheets
   * @param isIgnored whether the plan says that it needn't be read
   * @param isForm whether the feed reads cells, not tables
   * @param accounted the ranges of its sources; none for a sheet that is passed over
   */
  public SheetAudit(IntakeSpec spec, boolean isIgnored, boolean isForm, List<CellRange> accounted) {
    this.accounted = List.copyOf(accounted);
    this.cells = new UnreadCells(spec.shaping().ignored());
    this.isIgnored = isIgnored;
    this.looksForHeadings = accounted.isEmpty() && !isForm;
    this.matcher = new HeadingMatcher(spec);
    this.search = new HeadingSearch(matcher, CellRange.EVERYTHING);
  }

  @Override
  public GridRow next() {
    return lent;
  }

  /** Lets it stop where no headings are near the top, since nobody asks for the other cells. */
  public SheetAudit onlyForHeadings() {
    onlyForHeadings = true;
    return this;
  }

  @Override
  public boolean wantsMore() {
    return !onlyForHeadings || headings != null || search.wantsMore();
  }

  @Override
  public void row(GridRow row) {
    if (row.filled() == 0) {
      return;
    }
    if (below != null) {
      below.add(row);
    }
    if (headings != null) {
      rowsBelow++;
    } else if (looksForHeadings && search.wantsMore()) {
      search.search(row);
      headings = search.headings().filter(matcher::fits).orElse(null);
      Optional.ofNullable(headings).or(search::best).ifPresent(this::addBelow);
    }
    int at = 0;
    while (at < row.width()) {
      int column = at;
      Optional<CellRange> own =
          accounted.stream()
              .filter(range -> row.number() >= range.firstRow() && !range.isBefore(row.number()))
              .filter(range -> column >= range.firstColumn() && column < range.endColumn())
              .findFirst();
      if (own.isPresent()) {
        at = Math.min(own.get().endColumn(), row.width());
      } else {
        filled += row.filled(at, at + 1);
        cells.add(row, at, at + 1);
        at++;
      }
    }
  }

  private void addBelow(HeadingRow best) {
    if (below == null || !below.isBelow(best)) {
      below = new ColumnSums.Adding(best);
    }
  }

  /** The sums below the feed's headings, or below the row most like them. */
  public ColumnSums sums() {
    return below == null ? ColumnSums.none() : below.sums();
  }

  /** What became of the cells that no source has: texts are notes. */
  public CellAccount account(String sheet) {
    if (isIgnored) {
      return new CellAccount(new CellCounts(filled, 0, 0, 0, 0, filled, 0), List.of());
    }
    return new CellAccount(
        new CellCounts(
            filled, 0, 0, cells.cells() - cells.numbers(), 0, cells.ignored(), cells.numbers()),
        cells.numbers() == 0
            ? List.of()
            : List.of(cells.unread(sheet, "", Convention.DECIMAL_POINT, true)));
  }

  /** Whether a row of a sheet that is passed over has all the feed's headings. */
  public boolean hasHeadings() {
    return headings != null && rowsBelow > 0 && !isIgnored;
  }

  /** How many filled rows are below the feed's headings; 0 where no row has these. */
  public long rowsBelowHeadings() {
    return hasHeadings() ? rowsBelow : 0;
  }

  /**
   * Reports numbers that nobody reads, and a table of the feed on a sheet that is passed over.
   *
   * @param why why it is
   */
  public List<Finding> findings(Place sheet, String why, String name) {
    List<Finding> findings = new ArrayList<>();
    if (isIgnored) {
      return findings;
    }
    if (hasHeadings()) {
      findings.add(
          Finding.of(
                  FindingCode.SHEET_PASSED_OVER,
                  sheet,
                  why
                      + ", but row "
                      + headings.rowNumber()
                      + " has the feed's headings; "
                      + NumberText.counted(rowsBelow, "row")
                      + " below it "
                      + (rowsBelow == 1 ? "isn't" : "aren't")
                      + " read"
                      + (sums().inWords().isEmpty() ? "" : ": " + sums().inWords()),
                  "if it belongs to the feed, correct sheets: or table: in the plan, or ask the"
                      + " sender for the name that is usual; else add ignore: [\""
                      + name
                      + "\"] to the feed")
              .with(Severity.WARNING)
              .touching(sums().largest()));
    }
    if (cells.numbers() > 0 && !hasHeadings()) {
      findings.add(
          CellLedger.finding(
              sheet,
              cells,
              Convention.DECIMAL_POINT,
              accounted.isEmpty() ? "of this sheet" : "outside of what is read",
              accounted.isEmpty() ? name : cells.range().toString()));
    }
    return findings;
  }
}
