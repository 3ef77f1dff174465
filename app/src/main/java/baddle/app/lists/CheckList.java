package baddle.app.lists;

import baddle.app.BatchChoice;
import baddle.app.OwnStore;
import baddle.app.Project;
import baddle.app.check.CheckResult;
import baddle.app.check.Coverage;
import baddle.app.derived.RepeatedKeys;
import baddle.app.export.FindingTable;
import baddle.app.review.TotalLine;
import baddle.core.finding.Finding;
import baddle.core.finding.Place;
import baddle.core.lookup.LookupReview;
import baddle.core.outcome.ControlTotal;
import baddle.plan.DatasetPlan;
import baddle.store.Catalogue;
import baddle.store.Store;
import baddle.store.entry.StoredBlanked;
import baddle.store.entry.StoredLeftOut;
import baddle.store.entry.StoredUnread;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;

/** The lists that {@code check} knows; their columns are described in docs/formats. */
public enum CheckList {
  /** What is open against the figures. */
  FINDINGS,
  /** Every value that a row is held for. */
  HELD,
  /** Every value that couldn't be read and is kept as a blank. */
  BLANKED,
  /** How many rows each rule has left out of each source. */
  LEFT_OUT,
  /** Every control total. */
  CONTROL_TOTALS,
  /** The filled cells that nobody reads. */
  NOT_READ,
  /** The periods that are missing, and those that weren't expected. */
  MISSING_PERIODS,
  /** The headings of each source, by the columns they stand for. */
  HEADINGS,
  /** The keys that lookups don't have. */
  UNMATCHED,
  /** The rows that have a key in common with others. */
  DUPLICATES;

  /** As it is asked for. */
  public String word() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /** The one of a word. */
  public static Optional<CheckList> of(String word) {
    return Arrays.stream(values()).filter(list -> list.word().equals(word)).findFirst();
  }

  /** Whether it needs held rows one by one. */
  public boolean needsRows() {
    return this == HELD || this == DUPLICATES;
  }

  /**
   * Makes it.
   *
   * @param result what the check has shown
   * @param batch the batch that it was about; empty for the last
   */
  public ListTable of(Project project, CheckResult result, OptionalInt batch) throws IOException {
    return switch (this) {
      case FINDINGS -> findings(result);
      case CONTROL_TOTALS -> controlTotals(result);
      case MISSING_PERIODS -> missingPeriods(result);
      case UNMATCHED -> unmatched(result);
      case HELD -> rows(result, false);
      default -> {
        try (Store store = OwnStore.openToRead(project)) {
          int number = BatchChoice.of(store, project, batch).number();
          yield this == DUPLICATES
              ? duplicates(project, store, result, number)
              : stored(project, store.catalogue(), number);
        }
      }
    };
  }

  private ListTable duplicates(Project project, Store store, CheckResult result, int batch)
      throws IOException {
    ListTable table = rows(result, true);
    for (DatasetPlan dataset : project.plan().datasets().values()) {
      for (RepeatedKeys one : RepeatedKeys.of(store, project.plan(), dataset, batch)) {
        List<String> cells = new ArrayList<>(List.of(dataset.name()));
        cells.addAll(place(one.here(), true));
        cells.add(String.join(", ", dataset.duplicates().key()));
        cells.add(one.key());
        cells.add("counts; " + one.other() + " has the key too");
        table.add(cells);
      }
    }
    return table;
  }

  private ListTable stored(Project project, Catalogue catalogue, int number) throws IOException {
    if (this == HEADINGS) {
      return new HeadingTable(project.plan()).of(catalogue.headings(number));
    }
    if (this == NOT_READ) {
      ListTable table =
          new ListTable(
              word(), "feed", "file", "sheet", "heading", "range", "cells#", "numbers#", "sum#");
      for (StoredUnread one : catalogue.outcomes().unread(number)) {
        List<String> cells = new ArrayList<>(List.of(one.feed()));
        cells.addAll(place(one.place(), false));
        cells.add(Objects.requireNonNullElse(one.place().heading(), ""));
        cells.add(one.range());
        cells.add(String.valueOf(one.cells()));
        cells.add(String.valueOf(one.numbers()));
        cells.add(one.numbers() == 0 ? "" : one.sum().toPlainString());
        table.add(cells);
      }
      return table;
    }
    if (this == BLANKED) {
      ListTable table =
          new ListTable(word(), "feed", "file", "sheet", "row#", "heading", "sent", "expected");
      for (StoredBlanked one : catalogue.outcomes().blanked(number)) {
        List<String> cells = new ArrayList<>(List.of(one.feed()));
        cells.addAll(place(one.place(), true));
        cells.add(one.value().heading());
        cells.add(one.value().value());
        cells.add(one.value().expectation());
        table.add(cells);
      }
      return table;
    }
    ListTable table =
        new ListTable(word(), "feed", "file", "sheet", "because", "rows_left_out#", "rows_read#");
    for (StoredLeftOut one : catalogue.outcomes().leftOut(number)) {
      List<String> cells = new ArrayList<>(List.of(one.feed()));
      cells.addAll(place(one.place(), false));
      cells.add(one.because());
      cells.add(String.valueOf(one.rows()));
      cells.add(String.valueOf(one.read()));
      table.add(cells);
    }
    return table;
  }

  private static List<String> place(Place place, boolean withRow) {
    List<String> cells = new ArrayList<>();
    cells.add(Objects.requireNonNullElse(place.file(), ""));
    cells.add(Objects.requireNonNullElse(place.sheet(), ""));
    if (withRow) {
      cells.add(place.row() == 0 ? "" : String.valueOf(place.row()));
    }
    return cells;
  }

  private ListTable findings(CheckResult result) {
    ListTable table =
        new ListTable(
            word(), FindingTable.HEADINGS.stream().map(CheckList::typed).toArray(String[]::new));
    for (Finding finding : result.findings()) {
      table.add(FindingTable.row(finding));
    }
    return table;
  }

  private static String typed(String heading) {
    return heading.equals("row") ? "row#" : heading;
  }

  private ListTable controlTotals(CheckResult result) {
    ListTable table =
        new ListTable(
            word(),
            "feed",
            "file",
            "sheet",
            "row#",
            "column",
            "label",
            "stated#",
            "computed#",
            "difference#",
            "rows_held#",
            "ties");
    for (TotalLine line : result.totals()) {
      ControlTotal total = line.total();
      List<String> cells = new ArrayList<>(List.of(line.feed()));
      cells.addAll(place(line.place(), false));
      cells.add(total.rowNumber() == 0 ? "" : String.valueOf(total.rowNumber()));
      cells.add(total.column());
      cells.add(total.label());
      cells.add(total.stated().toPlainString());
      cells.add(total.computed().toPlainString());
      cells.add(total.difference().toPlainString());
      cells.add(String.valueOf(total.held()));
      cells.add(total.ties() ? "yes" : "no");
      table.add(cells);
    }
    return table;
  }

  private ListTable missingPeriods(CheckResult result) {
    ListTable table = new ListTable(word(), "feed", "expected", "state", "what");
    for (Coverage feed : result.coverage()) {
      feed.missing().forEach(one -> table.add(feed.feed(), feed.expected(), "missing", one));
      feed.unexpected().forEach(one -> table.add(feed.feed(), feed.expected(), "unexpected", one));
      feed.notReadable()
          .forEach(one -> table.add(feed.feed(), feed.expected(), "arrived, not readable", one));
    }
    return table;
  }

  private ListTable unmatched(CheckResult result) {
    ListTable table =
        new ListTable(word(), "dataset", "lookup", "state", "key", "rows#", "amount#");
    for (CheckResult.LookupLine line : result.lookups()) {
      line.missing().forEach(key -> add(table, line, "missing", key));
      line.ambiguous().forEach(key -> add(table, line, "ambiguous", key));
    }
    return table;
  }

  private static void add(
      ListTable table, CheckResult.LookupLine line, String state, LookupReview.Key key) {
    table.add(
        line.dataset(),
        line.lookup(),
        state,
        key.key(),
        String.valueOf(key.rows()),
        key.amount().toPlainString());
  }

  private ListTable rows(CheckResult result, boolean ofKey) {
    ListTable table =
        new ListTable(word(), "feed", "file", "sheet", "row#", "heading", "found", "expected");
    for (CheckResult.RowLine row : result.rowLines()) {
      if (row.ofKey() || !ofKey) {
        List<String> cells = new ArrayList<>(List.of(row.feed()));
        cells.addAll(place(row.place(), true));
        cells.add(row.value().heading());
        cells.add(row.value().value());
        cells.add(row.value().expectation());
        table.add(cells);
      }
    }
    return table;
  }
}
