package baddle.app.fill;

import baddle.formats.edit.OwnWorkbook;
import baddle.formats.edit.WorkbookEdit;
import baddle.plan.output.FillPlan;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A workbook that is filled with the figures of some periods, each in its sheet. What has one place
 * for all periods takes the last one's.
 */
final class FilledWorkbook {

  private final FillPlan fill;
  private final OwnWorkbook workbook;
  private final List<FillFigures> periods;
  private final WrittenCells written;
  private final String file;
  private final WorkbookEdit edit = new WorkbookEdit();

  /**
   * A workbook.
   *
   * @param periods the figures of each, in the order of time
   * @param file what it is called in the list of what was written
   */
  FilledWorkbook(
      FillPlan fill,
      OwnWorkbook workbook,
      List<FillFigures> periods,
      WrittenCells written,
      String file) {
    this.fill = fill;
    this.workbook = workbook;
    this.periods = List.copyOf(periods);
    this.written = written;
    this.file = file;
  }

  /** What is to be changed. */
  WorkbookEdit edit() {
    return edit;
  }

  /** Finds out what is to be changed, and says what was done for each period. */
  List<FillResult> fill(Path into) throws IOException, FillException {
    List<FillResult> results = new ArrayList<>();
    for (int i = 0; i < periods.size(); i++) {
      SheetFiller.Due due = due(i);
      if (!due.all() && fill.tables().stream().noneMatch(table -> due.tables().test(table))) {
        continue;
      }
      SheetFiller sheet =
          new SheetFiller(fill, workbook, periods.get(i), written, file, edit, place(i), due);
      FillResult result = sheet.fill(into);
      boolean isLast = i + 1 == periods.size();
      if (isLast || !result.isNothing()) {
        results.add(result);
      }
    }
    return results;
  }

  /** What is filled for a period: all of it but what a later one has in the same place. */
  private SheetFiller.Due due(int index) {
    return new SheetFiller.Due(
        isLastOf(index, fill.sheet().name()),
        table -> isLastOf(index, table.sheet().isEmpty() ? fill.sheet().name() : table.sheet()));
  }

  private boolean isLastOf(int index, String sheet) {
    String name = name(index, sheet);
    for (int later = index + 1; later < periods.size(); later++) {
      if (name(later, sheet).equalsIgnoreCase(name)) {
        return false;
      }
    }
    return true;
  }

  private String name(int index, String sheet) {
    return FillNames.of(sheet, periods.get(index).period());
  }

  /**
   * Where a period's sheet goes among those of other periods; where there are none, where the plan
   * says.
   */
  private WorkbookEdit.Place place(int index) {
    for (int earlier = index - 1; earlier >= 0; earlier--) {
      Optional<String> there = there(name(earlier, fill.sheet().name()));
      if (there.isPresent()) {
        return new WorkbookEdit.Place(there, true);
      }
    }
    for (int later = index + 1; later < periods.size(); later++) {
      Optional<String> there = there(name(later, fill.sheet().name()));
      if (there.isPresent()) {
        return new WorkbookEdit.Place(there, false);
      }
    }
    return new WorkbookEdit.Place(
        fill.sheet().beside().map(one -> name(index, one)), fill.sheet().after());
  }

  private Optional<String> there(String sheet) {
    return workbook.sheets().stream().filter(sheet::equalsIgnoreCase).findFirst();
  }
}
