package baddle.app.check;

import baddle.app.review.HiddenReasons;
import baddle.core.finding.Place;
import baddle.core.outcome.HeldValue;
import baddle.core.table.Block;
import baddle.core.table.Origin;
import baddle.plan.DatasetPlan;
import baddle.store.Catalogue;
import baddle.store.DatasetReader;
import baddle.store.entry.StoredHeldRow;
import baddle.store.entry.StoredMended;
import baddle.store.entry.StoredSuspense;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/** Gathers the rows that were read and are in no figure. */
final class RowsInSuspense {

  private final boolean gathers;
  private final SuspenseCounts suspense = new SuspenseCounts();
  private final List<CheckResult.RowLine> rowLines = new ArrayList<>();
  private final List<CheckResult.DuplicateLine> duplicates = new ArrayList<>();
  private final HeldTable.Builder held = new HeldTable.Builder();

  /**
   * Of a check.
   *
   * @param gathers whether the rows themselves are wanted too, not only how many there are
   */
  RowsInSuspense(boolean gathers) {
    this.gathers = gathers;
  }

  /** Values that a person corrected, for the rows that are held all the same. */
  void mended(List<StoredMended> applied) {
    held.mended(applied);
  }

  List<CheckResult.SuspenseLine> counts() {
    return suspense.lines();
  }

  List<CheckResult.RowLine> rows() {
    return rowLines;
  }

  List<CheckResult.DuplicateLine> duplicates() {
    return duplicates;
  }

  List<HeldTable> tables() {
    return held.build();
  }

  /** Rows that were held while they were read. */
  void addHeld(Catalogue catalogue, int batch) throws IOException {
    for (StoredSuspense cause : catalogue.outcomes().suspense(batch)) {
      suspense.add(cause.feed(), cause.value(), cause.values(), cause.rows());
    }
    if (gathers) {
      for (StoredHeldRow row : catalogue.outcomes().heldRows(batch)) {
        held.add(row);
        rowLines.add(new CheckResult.RowLine(row.feed(), row.place(), row.value(), false));
      }
    }
  }

  /** Rows that were read and are in no figure. */
  void addHidden(DatasetPlan dataset, DatasetReader reader) throws IOException {
    long[] byKey = new long[2];
    List<String> columns =
        new ArrayList<>(
            dataset.schema().names().stream()
                .filter(name -> reader.schema().indexOf(name).isPresent())
                .toList());
    int own = columns.size();
    Stream.of(Origin.SOURCE_FILE, Origin.SOURCE_SHEET, Origin.SOURCE_ROW)
        .forEach(column -> columns.add(column.name()));
    HiddenReasons.scan(
        reader,
        columns,
        (block, row, reason) -> {
          if (reason.ofKey()) {
            byKey[reason.held().isPresent() ? 0 : 1]++;
          }
          if (gathers && (reason.ofKey() || reason.held().isPresent())) {
            HeldValue value = reason.held().orElseGet(() -> leftOut(dataset));
            rowLines.add(
                new CheckResult.RowLine(
                    dataset.name(), place(block, own, row), value, reason.ofKey()));
          }
          reason
              .held()
              .ifPresent(
                  value -> {
                    suspense.add(dataset.name(), value, 1, 1);
                    if (!gathers) {
                      return;
                    }
                    held.add(
                        dataset.name(),
                        columns.subList(0, own),
                        place(block, own, row),
                        cells(block, own, row),
                        value);
                  });
        });
    if (!dataset.duplicates().key().isEmpty()) {
      duplicates.add(
          new CheckResult.DuplicateLine(
              dataset.name(), String.join(", ", dataset.duplicates().key()), byKey[0], byKey[1]));
    }
  }

  private static HeldValue leftOut(DatasetPlan dataset) {
    return new HeldValue(
        String.join(", ", dataset.duplicates().key()), "", "no later row with its key; left out");
  }

  private static List<String> cells(Block block, int columns, int row) {
    List<String> cells = new ArrayList<>();
    for (int i = 0; i < columns; i++) {
      boolean blank = block.vector(i).isBlank(row);
      cells.add(blank ? "" : block.vector(i).shown(row, block.schema().column(i).type()));
    }
    return cells;
  }

  /** Where a row is, by the columns that follow its own. */
  private static Place place(Block block, int columns, int row) {
    List<String> origin = cells(block, columns + 3, row).subList(columns, columns + 3);
    return Place.source(origin.get(0), origin.get(1)).atRow(Long.parseLong(origin.get(2)));
  }
}
