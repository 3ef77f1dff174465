package baddle.formats.edit;

import java.io.IOException;
import java.math.BigDecimal;
import java.util.HashMap;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.SortedMap;

/** What changes in the sheets. */
final class OdsChanges implements OdsContent.Changes {
  private final WorkbookEdit edit;
  private final StaleResults stale;
  private final FormulaArithmetic arithmetic;

  OdsChanges(OdsWorkbook workbook, OdsSurvey survey, WorkbookEdit edit) throws IOException {
    this.edit = edit;
    this.stale = new StaleResults(edit.withCopied(workbook.names()), edit.changed());
    for (OdsSurvey.Sheet sheet : survey.sheets()) {
      stale.add(sheet.name(), plain(sheet, sheet.name(), sheet.name()));
    }
    for (WorkbookEdit.Copy copy : edit.copies()) {
      stale.add(copy.name(), plain(workbook.surveyed(copy.from()), copy.from(), copy.name()));
    }
    stale.find();
    this.arithmetic = EditedValues.arithmetic(workbook, stale, edit);
  }

  private static Map<CellAt, String> plain(OdsSurvey.Sheet sheet, String from, String to) {
    Map<CellAt, String> plain = new HashMap<>();
    sheet
        .formulas()
        .forEach(
            (at, formula) ->
                plain.put(at, FormulaText.of(OdsFormula.plain(formula)).withSheet(from, to)));
    return plain;
  }

  @Override
  public SortedMap<CellAt, CellContent> cells(String sheet) {
    return edit.cells(sheet);
  }

  @Override
  public Map<CellAt, Optional<BigDecimal>> stale(String sheet) {
    return stale.results(sheet.toLowerCase(Locale.ROOT), arithmetic);
  }
}
