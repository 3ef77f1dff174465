package baddle.core.intake;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Listing;
import baddle.core.finding.NumberText;
import baddle.core.finding.Place;
import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridRow;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.intake.heading.Headings;
import baddle.core.outcome.CellAccount;
import baddle.core.outcome.CellCounts;
import baddle.core.outcome.UnreadRange;
import baddle.core.value.Convention;
import baddle.core.value.Summable;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;

/**
 * Accounts for every filled cell of a source: of each row it counts the cells at once, and then
 * says of each what became of it.
 */
final class CellLedger {

  private static final Pattern VALUE = Pattern.compile("-?\\d+([.,]\\d+)?");
  private static final Pattern YEAR = Pattern.compile("(19|20)\\d\\d");
  private static final Pattern COUNTED = Pattern.compile("\\d{1,4}");

  private final IgnoredCells ignored;

  /** Above the headings, below the table, and beside it where no heading is. */
  private final UnreadCells around;

  private final UnreadCells beside;

  /** Of the columns with a heading that nobody reads, by column. */
  private final Map<Integer, UnreadCells> columns = new LinkedHashMap<>();

  private HeadingRow headings = NO_HEADINGS;
  private int[] unread = {};
  private int[] ignoredColumns = {};
  private final boolean fixedWidth;
  private CellRange region;
  private long filled;
  private long read;
  private long ofHeadings;
  private long notes;
  private long leftOut;
  private long ofIgnored;
  private int lastRow;
  private boolean lastLeftOut;
  private long lastFilled;

  private static final HeadingRow NO_HEADINGS =
      new HeadingRow(
          0, 0, 0, List.of(), Map.of(), List.of(), List.of(), List.of(), List.of(), List.of(),
          List.of(), Map.of());

  /**
   * Of a source.
   *
   * @param region the cells in which its table is looked for
   * @param fixedWidth whether all rows should be as wide as the headings; cells beyond hold a row
   */
  CellLedger(IntakeSpec spec, CellRange region, boolean fixedWidth) {
    this.ignored = spec.shaping().ignored();
    this.region = region;
    this.fixedWidth = fixedWidth;
    this.around = new UnreadCells(ignored);
    this.beside = new UnreadCells(ignored);
  }

  /**
   * Another table begins to the right.
   *
   * @param end behind the last column that may be this one's
   */
  void limit(int end) {
    region = region.columns(region.firstColumn(), end);
  }

  /**
   * The headings are found: from now on rows are those of a table.
   *
   * @param spec what is read of it
   */
  void begin(IntakeSpec spec, HeadingRow found) {
    headings = found;
    Set<Integer> wanted = new HashSet<>(found.cells());
    wanted.addAll(found.turned().keySet());
    List<String> ofRules = new ArrayList<>();
    spec.shaping().cellColumns().forEach(name -> ofRules.add(ShapingRules.headingOf(name)));
    spec.shaping().leaveOut().forEach(rule -> ofRules.addAll(rule.stated().values()));
    for (String heading : ofRules) {
      wanted.add(ColumnIntakes.cellOfHeading(found, heading));
    }
    List<Integer> others = new ArrayList<>();
    List<Integer> accepted = new ArrayList<>();
    for (int cell = found.firstCell(); cell < found.end(); cell++) {
      if (!wanted.contains(cell)) {
        String heading = found.headings().getOrDefault(cell, "");
        (ignored.hasName(heading) ? accepted : others).add(cell);
      }
    }
    unread = others.stream().mapToInt(Integer::intValue).toArray();
    ignoredColumns = accepted.stream().mapToInt(Integer::intValue).toArray();
    for (int cell : unread) {
      if (!isValue(cell)) {
        columns.put(cell, new UnreadCells(ignored));
      }
    }
    found.lines().forEach(line -> ofHeadings += line.size());
    found.lines().forEach(line -> filled += line.size());
  }

  /** Whether a cell in the row of headings is a value of something beside the table. */
  private boolean isValue(int cell) {
    String heading = headings.headings().getOrDefault(cell, "");
    return VALUE.matcher(heading).matches()
        && !(YEAR.matcher(heading).matches() || isCounted(cell - 1) || isCounted(cell + 1));
  }

  /** Whether a heading is a whole number, as the days of a month are. */
  private boolean isCounted(int cell) {
    return COUNTED.matcher(headings.headings().getOrDefault(cell, "")).matches();
  }

  /** What is beside the headings in their row. */
  void besideHeadings(GridRow row) {
    for (int cell : unread) {
      if (!columns.containsKey(cell) && row.kind(cell) != CellKind.BLANK) {
        beside.add(row, cell);
        ofHeadings--;
      }
    }
    int from = region.firstColumn();
    filled += row.filled(from, headings.firstCell());
    beside.add(row, from, headings.firstCell());
    filled += row.filled(headings.end(), region.endColumn());
    beside.add(row, headings.end(), region.endColumn());
  }

  /** A row that isn't of a table: a title above, a note below. */
  void around(GridRow row) {
    int from = region.firstColumn();
    int to = region.endColumn();
    filled += row.filled(from, to);
    if (isLabelled(row, from, to)) {
      notes += row.filled(from, to);
    } else {
      around.add(row, from, to);
    }
  }

  /** Whether the only number of a row is a year or a small number beside its label. */
  private static boolean isLabelled(GridRow row, int from, int to) {
    int numbers = 0;
    int small = 0;
    UnreadCells looked = new UnreadCells(IgnoredCells.NONE);
    for (int cell = from; cell < Math.min(to, row.width()); cell++) {
      if (row.kind(cell) != CellKind.BLANK && looked.isNumber(row, cell)) {
        numbers++;
        small += row.text(cell).matches("\\d{1,4}") ? 1 : 0;
      }
    }
    return numbers <= 1 && numbers == small && row.filled(from, to) > numbers;
  }

  /** A row of another table beside this one. */
  void beside(GridRow row) {
    int from = region.firstColumn();
    filled += row.filled(from, region.endColumn());
    for (int cell = from; cell < Math.min(row.width(), region.endColumn()); cell++) {
      if (row.kind(cell) != CellKind.BLANK) {
        UnreadCells column = columns.get(cell);
        if (column != null) {
          column.add(row, cell);
        } else if (isIgnored(cell)) {
          ofIgnored++;
        } else {
          beside.add(row, cell);
        }
      }
    }
  }

  private boolean isIgnored(int column) {
    for (int one : ignoredColumns) {
      if (one == column) {
        return true;
      }
    }
    return false;
  }

  /** A row that repeats the headings. */
  void headings(GridRow row) {
    ofHeadings += count(row);
  }

  /**
   * A row of the table, once or several times where headings become rows.
   *
   * @param isLeftOut whether a rule leaves it out
   */
  void row(GridRow row, boolean isLeftOut) {
    if (row.number() == lastRow) {
      if (lastLeftOut && !isLeftOut) {
        lastLeftOut = false;
        leftOut -= lastFilled;
        read += lastFilled;
      }
      return;
    }
    lastRow = row.number();
    lastLeftOut = isLeftOut;
    int own = count(row);
    if (isLeftOut) {
      lastFilled = own;
      leftOut += own;
      return;
    }
    for (int cell : unread) {
      if (row.kind(cell) != CellKind.BLANK) {
        columns.getOrDefault(cell, beside).add(row, cell);
        own--;
      }
    }
    for (int cell : ignoredColumns) {
      if (row.kind(cell) != CellKind.BLANK) {
        ofIgnored++;
        own--;
      }
    }
    read += own;
  }

  /** Counts the filled cells of a row, and tells how many are below the headings. */
  private int count(GridRow row) {
    if (row.width() <= headings.end() && headings.firstCell() == 0) {
      int own = row.filled();
      filled += own;
      return own;
    }
    int end = fixedWidth ? region.endColumn() : headings.end();
    int from = region.firstColumn();
    filled += row.filled(from, region.endColumn());
    beside.add(row, from, headings.firstCell());
    beside.add(row, end, region.endColumn());
    return row.filled(headings.firstCell(), end);
  }

  /** Whether there are cells beside the table that no heading is above, none of them a number. */
  boolean isOnlyTextBeside() {
    return beside.cells() > 0 && beside.numbers() == 0;
  }

  /**
   * What became of all cells; of those around a table, texts are notes.
   *
   * @param sheet the name of the sheet
   */
  CellAccount account(String sheet, Convention convention) {
    List<UnreadRange> ranges = new ArrayList<>();
    columns.forEach(
        (cell, unreadCells) -> {
          if (unreadCells.cells() > 0) {
            String heading = headings.headings().getOrDefault(cell, "");
            ranges.add(unreadCells.unread(sheet, heading, convention, false));
          }
        });
    if (beside.cells() > 0) {
      ranges.add(beside.unread(sheet, "", convention, false));
    }
    if (around.numbers() > 0) {
      ranges.add(around.unread(sheet, "", convention, true));
    }
    return new CellAccount(counts(), ranges);
  }

  private CellCounts counts() {
    long notRead = around.numbers() + beside.cells();
    long texts = around.cells() - around.numbers();
    long byPlace = around.ignored() + beside.ignored();
    for (UnreadCells column : columns.values()) {
      notRead += column.cells();
      byPlace += column.ignored();
    }
    return new CellCounts(
        filled, read, ofHeadings, notes + texts, leftOut, ofIgnored + byPlace, notRead);
  }

  /** Reports the numbers that nobody reads. */
  List<Finding> findings(Place source, Convention convention) {
    List<Finding> findings = new ArrayList<>();
    columns.forEach(
        (cell, unreadCells) -> {
          String heading = headings.headings().getOrDefault(cell, Headings.ofColumn(cell));
          if (unreadCells.numbers() * 2 >= unreadCells.cells()
              && unreadCells.numbers() > 0
              && Summable.mayBe(heading)) {
            findings.add(
                finding(
                    source.atHeading(heading),
                    unreadCells,
                    convention,
                    "below the heading " + Listing.quoted(heading),
                    heading));
          }
        });
    if (beside.numbers() > 0) {
      findings.add(finding(source, beside, convention, "beside the table", columnsOf(beside)));
    }
    if (around.numbers() > 0) {
      findings.add(finding(source, around, convention, "above or below the table", rowsOf(around)));
    }
    return findings;
  }

  private static String columnsOf(UnreadCells cells) {
    CellRange range = cells.range();
    return CellRange.letters(range.firstColumn()) + ":" + CellRange.letters(range.endColumn() - 1);
  }

  private static String rowsOf(UnreadCells cells) {
    return cells.range().firstRow() + ":" + cells.range().lastRow();
  }

  static Finding finding(
      Place place, UnreadCells cells, Convention convention, String where, String name) {
    BigDecimal sum = cells.sum(convention);
    String many = cells.numbers() == 1 ? " isn't read (" : " aren't read (";
    return Finding.of(
            FindingCode.CELLS_NOT_READ,
            place,
            NumberText.counted(cells.numbers(), "number")
                + " "
                + where
                + many
                + cells.range()
                + (cells.numbers() == 1 ? "): " : "); they add up to ")
                + NumberText.exact(sum),
            "if they are wanted, name their heading, sheet or table in the plan; else add ignore: [\""
                + name
                + "\"] to the feed")
        .touching(sum);
  }
}
