package baddle.core.finding;

import java.util.Locale;

/** Every kind of finding, with the severity it has unless the plan says otherwise. */
public enum FindingCode {
  /** A heading of a source that no column of the dataset wants. */
  HEADING_NOT_USED(Severity.NOTE),
  /** Values are in a workbook's column that has no heading. */
  VALUES_WITHOUT_HEADING(Severity.NOTE),
  /** A required column whose heading a source doesn't have. */
  HEADING_MISSING(Severity.ERROR),
  /** Two headings of one source that both mean the same column. */
  HEADING_TWICE(Severity.ERROR),
  /** Headings of one source that appear more than once. */
  HEADING_REPEATED(Severity.WARNING),
  /** How values that could be written in several ways are read. */
  VALUES_UNDERSTOOD(Severity.NOTE),
  /** Values of one column written in two ways that contradict each other. */
  VALUES_MIXED(Severity.WARNING),
  /** Times of day in a column of dates. */
  TIMES_DROPPED(Severity.NOTE),
  /** Dates given as day numbers. */
  DAY_NUMBERS(Severity.NOTE),
  /** Rows left out by a built-in rule. */
  ROWS_LEFT_OUT(Severity.NOTE),
  /** Numbers in a sheet that nobody reads. */
  CELLS_NOT_READ(Severity.WARNING),
  /** Rows that look like totals of rows above them, and count like these. */
  TOTAL_SUSPECTED(Severity.ERROR),
  /** Rows of delimited text with fewer cells than there are headings. */
  ROWS_SHORT(Severity.WARNING),
  /** A heading that a leave-out rule reads and a source doesn't have. */
  RULE_HEADING_MISSING(Severity.WARNING),
  /** A stated total that the rows above it don't add up to. */
  CONTROL_TOTAL_DIFFERS(Severity.ERROR),
  /** A row that should state a total and doesn't. */
  CONTROL_TOTAL_UNREADABLE(Severity.ERROR),
  /** A balance that opening and movements of a roll-forward don't come to. */
  BALANCE_DIFFERS(Severity.ERROR),
  /** Rows for which the list of control totals has no line. */
  CONTROL_TOTAL_NOT_LISTED(Severity.WARNING),
  /** Wrong values that the plan's corrections replaced. */
  VALUES_CORRECTED(Severity.NOTE),
  /** A file whose content was under another name. */
  FILE_RENAMED(Severity.NOTE),
  /** A dataset that the plan calls something else now, with its files. */
  DATASET_RENAMED(Severity.NOTE),
  /** Rows that are read as a person mended them. */
  ROWS_MENDED(Severity.NOTE),
  /** A mended row that replaces nothing. */
  MENDED_NOT_USED(Severity.WARNING),
  /** Rows of one source with the same key. */
  DUPLICATE_IN_SOURCE(Severity.WARNING),
  /** Rows of two sources of one period with the same key. */
  DUPLICATE_BETWEEN_SOURCES(Severity.WARNING),
  /** Rows of sources of two periods with the same key. */
  DUPLICATE_BETWEEN_PERIODS(Severity.WARNING),
  /** Rows with a blank in the key. */
  KEY_BLANK(Severity.NOTE),
  /** Keys that a lookup doesn't have. */
  LOOKUP_MISSING(Severity.WARNING),
  /** A key for which a lookup brings different values. */
  LOOKUP_AMBIGUOUS(Severity.ERROR),
  /** Rows of a lookup with a blank in the key. */
  LOOKUP_KEY_BLANK(Severity.NOTE),
  /** Rows of a lookup that count for no value, for their range ends before it begins. */
  LOOKUP_RANGE_EMPTY(Severity.WARNING),
  /** A period of which a feed has no source. */
  PERIOD_MISSING(Severity.WARNING),
  /** A source of a period that a feed doesn't expect, or a second one. */
  PERIOD_UNEXPECTED(Severity.WARNING),
  /** A leave-out rule that finds nothing any more. */
  RULE_FINDS_NOTHING(Severity.NOTE),
  /** A leave-out rule that leaves out most rows of a source. */
  RULE_FINDS_MOST(Severity.WARNING),
  /** Items of summaries that may be one name in several spellings. */
  SPELLINGS_VARY(Severity.NOTE),
  /** A figure far from those of the periods before. */
  FIGURE_UNUSUAL(Severity.NOTE),
  /** A source of a closed period whose rows aren't what they were when it was closed. */
  RESTATED(Severity.WARNING),
  /** A change to a closed period that isn't taken until the period is opened again. */
  RESTATEMENT_KEPT_OUT(Severity.WARNING),
  /** Rows of a closed period that are in the dataset and were sent again; they are left out. */
  CLOSED_SENT_AGAIN(Severity.NOTE),
  /** Rows dated in a closed period that came in later and were booked, as the plan says. */
  LATE_ROWS_BOOKED(Severity.WARNING),
  /** Rows dated outside of the period that their source states. */
  DATES_OUTSIDE(Severity.WARNING),
  /** Stored rows that were damaged on disk, and were read from their file again. */
  ROWS_REBUILT(Severity.WARNING),
  /** Stored rows that were damaged on disk, and whose file isn't there any more. */
  ROWS_LOST(Severity.ERROR),
  /** Files that a check can't speak of, because they came or changed since. */
  OUT_OF_DATE(Severity.ERROR),
  /** A rule of checks: that has expired. */
  CHECK_EXPIRED(Severity.WARNING),
  /** Rows that are hidden in a workbook; they are read. */
  ROWS_HIDDEN(Severity.NOTE),
  /** A cell of a form without a value. */
  FORM_CELL_EMPTY(Severity.WARNING),
  /** A table or range that the plan names and a workbook doesn't have. */
  TABLE_MISSING(Severity.ERROR),
  /** A sheet that the plan names and a workbook doesn't have. */
  SHEET_MISSING(Severity.ERROR),
  /** A report of this program among the sources. */
  REPORT_AS_SOURCE(Severity.WARNING),
  /** A source whose values don't lie in one period. */
  PERIOD_SPANS(Severity.WARNING),
  /** A file that is odd as a whole: of another kind than its name says, say. */
  FILE_ODD(Severity.NOTE),
  /** How a text file is written was guessed: its charset, or the quote around cells. */
  TEXT_GUESSED(Severity.NOTE),
  /** A quoted cell with so many line breaks that a quote may be missing. */
  CELL_OF_MANY_LINES(Severity.WARNING),
  /** A heading that a source doesn't have, of a column that isn't required. */
  HEADING_ABSENT(Severity.NOTE),
  /** A sheet that holds no table of the feed, and that the plan doesn't name. */
  SHEET_PASSED_OVER(Severity.NOTE),
  /** A hidden sheet that has the name the feed wants, or whose workbook has no names given. */
  SHEET_HIDDEN(Severity.NOTE),
  /** A file in a feed's folder that no feed reads. */
  FILE_NOT_WANTED(Severity.NOTE),
  /** A file of a feed in which no table was found. */
  NO_TABLE(Severity.ERROR),
  /** A table with headings and no row below them. */
  NO_ROWS(Severity.WARNING),
  /** Values that can't be read and were left blank, as the plan says, grouped by cause. */
  VALUES_BLANKED(Severity.WARNING),
  /** Rows held in suspense, grouped by cause. */
  ROWS_HELD(Severity.ERROR),
  /** A file that can't be read at all. */
  FILE_UNREADABLE(Severity.ERROR),
  /** A file that was there in the last batch and is gone. */
  FILE_GONE(Severity.WARNING),
  /** The same content under two names. */
  FILE_DUPLICATE(Severity.WARNING),
  /** The same content under names that state other values, so that both count. */
  FILE_ALIKE(Severity.WARNING),
  /** Rows of a file that are in another of its feed too, nearly all of them. */
  FILE_REPEATS(Severity.WARNING),
  /** A sheet or file whose amounts are the sum of others that count too. */
  SOURCE_SUMS_OTHERS(Severity.WARNING),
  /** One file or sheet that two feeds of one dataset want. */
  FILE_OF_TWO_FEEDS(Severity.ERROR),
  /** A file whose name has the feed's pattern, but whose period can't be read. */
  PERIOD_UNREADABLE(Severity.ERROR),
  /** A feed's folder that isn't there; its rows stay unchanged. */
  FOLDER_MISSING(Severity.ERROR),
  /** A feed's folder that holds nothing although it did; its rows stay unchanged. */
  FOLDER_EMPTY(Severity.ERROR),
  /** Rows that a database didn't give when it was asked last. */
  RESULT_UNREADABLE(Severity.ERROR),
  /** A file, folder or link in a feed's folder that can't be looked at. */
  PATH_UNREADABLE(Severity.ERROR),
  /** A feed whose pattern finds no file. */
  FEED_EMPTY(Severity.WARNING),
  /** Rows read that are not all accounted for: a defect of the program. */
  COMPLETENESS_BROKEN(Severity.ERROR);

  private final Severity severity;

  FindingCode(Severity severity) {
    this.severity = severity;
  }

  /** The severity a finding of this kind has by default. */
  public Severity severity() {
    return severity;
  }

  /** The stable name people and programs see, such as {@code heading-not-used}. */
  public String id() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }
}
