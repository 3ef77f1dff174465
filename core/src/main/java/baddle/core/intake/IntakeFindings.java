package baddle.core.intake;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Listing;
import baddle.core.finding.NumberText;
import baddle.core.finding.Place;
import baddle.core.grid.GridRow;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.outcome.ControlTotal;
import baddle.core.outcome.Corrected;
import baddle.core.outcome.MendedValue;
import baddle.core.outcome.RowCounts;
import baddle.core.value.Convention;
import baddle.core.value.ConventionChoice;
import baddle.core.value.Evidence;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import org.jspecify.annotations.Nullable;

/** Puts into words what is to be said of a source. */
final class IntakeFindings {

  private final IntakeSpec spec;
  private final Place source;
  private final List<Finding> findings = new ArrayList<>();
  private final HeadingFindings headings;
  private String firstNote = "";
  private int firstNoteRow;

  IntakeFindings(IntakeSpec spec, Place source) {
    this.headings = new HeadingFindings(spec, source, findings);
    this.spec = spec;
    this.source = source;
  }

  /** Of a source without the table; {@code nearest} is the row most like the headings. */
  void ofNoTable(@Nullable HeadingRow nearest) {
    headings.ofNoTable(nearest);
  }

  List<Finding> all() {
    return findings;
  }

  private void add(FindingCode code, Place place, String message, String remedy) {
    findings.add(Finding.of(code, place, message, remedy));
  }

  /** Remembers the first note below a table as an example. */
  void firstNote(GridRow row) {
    if (firstNote.isEmpty()) {
      firstNoteRow = row.number();
      firstNote = HeadingMatcher.cells(row, 0, row.width()).firstEntry().getValue();
    }
  }

  /** Of the values that were read, whether in a table or in the cells of a form. */
  void ofValues(TableRows rows) {
    findings.addAll(rows.misfits());
    ofReadings(rows);
    ofTotals(rows.totals());
    findings.addAll(SuspectedTotalFindings.of(source, rows.suspected()));
    ofCorrections(rows.corrected());
    ofMended(rows.mended());
  }

  /** Of a table that was read. */
  void ofRows(HeadingRow found, TableRows rows, RowCounts counts, CellLedger cells) {
    headings.ofHeadings(found);
    ofValues(rows);
    findings.addAll(cells.findings(source, rows.readings().markOfMost()));
    if (rows.valuesWithoutHeading() > 0 && cells.isOnlyTextBeside()) {
      add(
          FindingCode.VALUES_WITHOUT_HEADING,
          source,
          rows.valuesWithoutHeading()
              + " rows have values to the right of the last heading, not read",
          "give the column a heading if it belongs to the table");
    }
    if (rows.shortRows() > 0) {
      add(
          FindingCode.ROWS_SHORT,
          source,
          counted(rows.shortRows(), "row has", "rows have")
              + " fewer cells than there are headings; the missing ones are blank",
          "ask the sender whether the file is whole");
    }
    if (counts.read() == 0) {
      add(
          FindingCode.NO_ROWS,
          source,
          "headings in row " + found.rowNumber() + " and no row below them",
          "ask the sender whether the file is complete");
    }
  }

  private void ofTotals(ControlTotals controls) {
    for (ControlTotal total : controls.totals()) {
      if (!total.ties()) {
        add(
            FindingCode.CONTROL_TOTAL_DIFFERS,
            source.atRow(total.rowNumber()),
            total.column()
                + (total.label().isEmpty() ? "" : " of " + total.label())
                + ": stated "
                + NumberText.exact(total.stated())
                + ", the rows above add up to "
                + NumberText.exact(total.computed())
                + ", difference "
                + NumberText.exact(total.difference())
                + (total.held() == 0
                    ? ""
                    : "; " + counted(total.held(), "of them is held", "of them are held")),
            "ask the sender which of the two is right");
        findings.add(findings.remove(findings.size() - 1).touching(total.difference()));
      }
    }
    if (!controls.unread().isEmpty()) {
      add(
          FindingCode.CONTROL_TOTAL_UNREADABLE,
          source.atRow(controls.unread().get(0)),
          counted(controls.unread().size(), "control total", "control totals")
              + " can't be read: nothing, or no number, is there",
          "correct control_total: in the plan, or ask the sender for the total");
    }
  }

  private void ofMended(List<MendedValue> values) {
    Map<String, Set<Long>> rows = new TreeMap<>();
    values.forEach(
        value ->
            rows.computeIfAbsent(String.valueOf(value.from().file()), f -> new TreeSet<>())
                .add(value.rowNumber()));
    rows.forEach(
        (file, numbers) ->
            add(
                FindingCode.ROWS_MENDED,
                source,
                counted(numbers.size(), "row is", "rows are") + " read as corrected in " + file,
                ""));
  }

  private void ofCorrections(List<Corrected> corrections) {
    for (Corrected corrected : corrections) {
      add(
          FindingCode.VALUES_CORRECTED,
          source.atHeading(corrected.column()),
          counted(corrected.rows(), "value", "values")
              + " "
              + Listing.quoted(corrected.wrong())
              + " corrected to "
              + Listing.quoted(corrected.right()),
          "");
    }
  }

  private void ofReadings(TableRows rows) {
    Map<Convention, List<String>> conventions = new TreeMap<>();
    Map<Convention, List<String>> byOthers = new TreeMap<>();
    long times = 0;
    long dayNumbers = 0;
    for (ColumnReadings.Reading reading : rows.readings().byColumn().values()) {
      times += reading.reader().timesDropped();
      dayNumbers += reading.reader().dayNumbers();
      Evidence evidence = reading.reader().evidence();
      ConventionChoice taken = reading.reader().conventionChoice().orElseThrow();
      if (evidence.isContradictory()) {
        add(
            FindingCode.VALUES_MIXED,
            source.atHeading(reading.heading()),
            "some values are written with "
                + taken.convention().words()
                + ", others with "
                + taken.convention().other().words()
                + "; the former are read",
            "ask the sender for one way of writing");
      } else if (evidence.isUnclear()
          && taken.certainty() == ConventionChoice.Certainty.KNOWN
          && !isStated(taken.convention())) {
        byOthers.computeIfAbsent(taken.convention(), h -> new ArrayList<>()).add(reading.heading());
      } else if (!evidence.isEmpty()
          && !evidence.isUnclear()
          && taken.convention() != Convention.DECIMAL_POINT) {
        conventions
            .computeIfAbsent(taken.convention(), h -> new ArrayList<>())
            .add(reading.heading());
      }
    }
    conventions.forEach(
        (convention, headings) ->
            add(
                FindingCode.VALUES_UNDERSTOOD,
                source,
                "read with " + convention.words() + ": " + HeadingFindings.quoted(headings),
                ""));
    byOthers.forEach(
        (convention, headings) ->
            add(
                FindingCode.VALUES_UNDERSTOOD,
                source,
                "read with "
                    + convention.words()
                    + ", as other columns, files or the stated period show: "
                    + HeadingFindings.quoted(headings),
                ""));
    if (times > 0) {
      add(
          FindingCode.TIMES_DROPPED,
          source,
          counted(times, "date has", "dates have") + " a time of day, which is not kept",
          "give the column the type timestamp if the time matters");
    }
    if (dayNumbers > 0) {
      add(
          FindingCode.DAY_NUMBERS,
          source,
          counted(dayNumbers, "date is", "dates are") + " a bare day number",
          "");
    }
  }

  /** Whether the plan says how values are written that a convention is about. */
  private boolean isStated(Convention convention) {
    boolean isOrder = convention == Convention.DAY_FIRST || convention == Convention.MONTH_FIRST;
    return isOrder ? spec.rules().dates().isPresent() : spec.rules().decimal().isPresent();
  }

  private static String counted(long count, String one, String several) {
    return count == 1 ? "1 " + one : count + " " + several;
  }

  /** Of rows that were left out by the built-in rules, and of rows nobody sees. */
  void ofLeftOut(long headingsAgain, long notes, long hidden) {
    if (headingsAgain > 0) {
      add(
          FindingCode.ROWS_LEFT_OUT,
          source,
          counted(headingsAgain, "row repeats", "rows repeat") + " the headings; left out",
          "");
    }
    if (notes > 0) {
      add(
          FindingCode.ROWS_LEFT_OUT,
          source.atRow(firstNoteRow),
          counted(notes, "note", "notes")
              + " below the table left out: "
              + Listing.quoted(firstNote)
              + (notes > 1 ? " and others" : ""),
          "");
    }
    if (hidden > 0) {
      add(
          FindingCode.ROWS_HIDDEN,
          source,
          counted(hidden, "row is", "rows are")
              + " hidden in the workbook, and read like the others",
          "show the rows in the workbook to see what they are");
    }
  }
}
