package baddle.formats.edit;

import baddle.core.calendar.DateSystem;
import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridRow;
import baddle.core.grid.GridSheet;
import baddle.core.grid.NamedRange;
import baddle.formats.xlsx.PackageParts;
import baddle.formats.xlsx.XlsxFile;
import baddle.formats.xml.WorkbookZip;
import baddle.formats.xml.Xml;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Consumer;
import java.util.function.Predicate;
import java.util.zip.ZipFile;

/** A workbook of ISO/IEC 29500 that somebody keeps. */
final class XlsxWorkbook implements OwnWorkbook {

  private static final String CHAIN = "calcChain";
  private static final String SIGNED = "_xmlsignatures/";

  private final ZipFile zip;
  private final XlsxFile file;
  private final PackageParts parts;
  private final String workbookPart;
  private final XlsxSheets sheets = new XlsxSheets();
  private final Map<String, String> partOf = new HashMap<>();
  private final Map<String, XlsxSurvey> surveys = new HashMap<>();
  private String stylesPart = "";

  private XlsxWorkbook(ZipFile zip, XlsxFile file) throws IOException {
    this.zip = zip;
    this.file = file;
    this.parts = new PackageParts(zip);
    this.workbookPart = parts.workbook();
    for (PackageParts.Relation relation : parts.relations(workbookPart)) {
      partOf.put(relation.id(), relation.type().equals("worksheet") ? relation.part() : "");
      stylesPart = relation.type().equals("styles") ? relation.part() : stylesPart;
    }
    PartCopy.copy(
        parts.open(workbookPart), workbookPart, OutputStream.nullOutputStream(), sheets::read);
  }

  /**
   * Opens one.
   *
   * @throws baddle.core.grid.UnreadableFileException if it is no such workbook
   */
  public static XlsxWorkbook open(Path path) throws IOException {
    XlsxFile file = XlsxFile.open(path);
    try {
      ZipFile zip = WorkbookZip.open(path);
      try {
        return new XlsxWorkbook(zip, file);
      } catch (IOException | RuntimeException e) {
        zip.close();
        throw e;
      }
    } catch (IOException | RuntimeException e) {
      file.close();
      throw e;
    }
  }

  @Override
  public List<String> sheets() {
    return file.sheets().stream().map(GridSheet::name).toList();
  }

  @Override
  public List<NamedRange> names() throws IOException {
    return file.names();
  }

  @Override
  public List<String> warnings() throws IOException {
    boolean signed = zip.stream().anyMatch(entry -> entry.getName().startsWith(SIGNED));
    return signed ? List.of("its signature is no longer valid once it is changed") : List.of();
  }

  @Override
  public String movedDown(String formula, int rows) {
    return FormulaText.of(formula).moved(rows, 0);
  }

  private GridSheet grid(String sheet) {
    return file.sheets().stream()
        .filter(one -> one.name().equalsIgnoreCase(sheet))
        .findFirst()
        .orElseThrow(() -> new NoSuchElementException("no sheet " + sheet));
  }

  private String part(String sheet) {
    XlsxSheets.Sheet found =
        sheets.sheets().stream()
            .filter(one -> one.name().equalsIgnoreCase(sheet))
            .findFirst()
            .orElseThrow(() -> new NoSuchElementException("no sheet " + sheet));
    return partOf.getOrDefault(found.relation(), "");
  }

  private XlsxSurvey known(String sheet) throws IOException {
    XlsxSurvey known = surveys.get(sheet.toLowerCase(Locale.ROOT));
    return known == null ? surveyed(sheet, row -> {}) : known;
  }

  /** Reads a sheet once: its rows, and what else it says. */
  private XlsxSurvey surveyed(String sheet, Consumer<GridRow> rows) throws IOException {
    XlsxSurvey survey = new XlsxSurvey(at -> false);
    file.read(
        grid(sheet),
        new EachRow() {
          @Override
          void use(GridRow row) {
            rows.accept(row);
          }
        },
        survey);
    survey.spread();
    surveys.put(sheet.toLowerCase(Locale.ROOT), survey);
    return survey;
  }

  private static void add(GridRow row, Predicate<CellAt> wanted, SortedMap<CellAt, SeenCell> to) {
    for (int column = 0; column < row.width(); column++) {
      CellKind kind = row.kind(column);
      if (kind == CellKind.BLANK || kind == CellKind.FORMULA) {
        continue;
      }
      CellAt at = new CellAt(row.number(), column);
      if (wanted.test(at)) {
        String text = row.seen(column);
        String whole = kind == CellKind.TEXT ? EachRow.whole(row, column) : text;
        to.put(at, new SeenCell(kind, text, whole, "", true));
      }
    }
  }

  /** Which cells of a protected sheet are locked; those that only have looks are noted. */
  private Predicate<CellAt> locked(
      String sheet, Predicate<CellAt> wanted, SortedMap<CellAt, SeenCell> cells)
      throws IOException {
    XlsxStyles styles = styles();
    XlsxSurvey survey = new XlsxSurvey(wanted);
    String part = part(sheet);
    Xml.read(parts.open(part), part, survey::read);
    Map<CellAt, Integer> of = survey.styles;
    Predicate<CellAt> locked = at -> !of.containsKey(at) || styles.isLocked(of.getOrDefault(at, 0));
    for (CellAt at : of.keySet()) {
      cells.put(at, new SeenCell(CellKind.BLANK, "", "", "", locked.test(at)));
    }
    return locked;
  }

  @Override
  public SeenSheet see(String sheet, Predicate<CellAt> wanted) throws IOException {
    SortedMap<CellAt, SeenCell> values = new TreeMap<>();
    XlsxSurvey survey = surveyed(sheet, row -> add(row, wanted, values));
    SortedMap<CellAt, SeenCell> cells = values;
    if (survey.isProtected || !survey.formulas.isEmpty()) {
      SortedMap<CellAt, SeenCell> whole = new TreeMap<>();
      Predicate<CellAt> isLocked = survey.isProtected ? locked(sheet, wanted, whole) : at -> true;
      survey.formulas.forEach(
          (at, formula) ->
              whole.put(at, new SeenCell(CellKind.BLANK, "", "", formula, isLocked.test(at))));
      values.forEach(
          (at, cell) ->
              whole.put(
                  at,
                  new SeenCell(
                      cell.kind(),
                      cell.text(),
                      cell.whole(),
                      survey.formulas.getOrDefault(at, ""),
                      isLocked.test(at))));
      cells = whole;
    }
    return new SeenSheet(
        grid(sheet).name(), survey.isProtected, cells, survey.merged, survey.lastRow);
  }

  private XlsxStyles styles() throws IOException {
    byte[] none = "<styleSheet/>".getBytes(StandardCharsets.UTF_8);
    return new XlsxStyles(stylesPart.isEmpty() ? none : parts.bytes(stylesPart));
  }

  private DateSystem days() {
    return file.sheets().get(0).dateSystem();
  }

  @Override
  public void write(WorkbookEdit edit, OutputStream out) throws IOException {
    XlsxPackageWriter writing = new XlsxPackageWriter(edit, parts, workbookPart);
    for (String sheet : edit.sheets()) {
      refuseShared(sheet, edit);
    }
    StaleResults stale = stale(edit);
    FormulaArithmetic arithmetic = EditedValues.arithmetic(this, stale, edit);
    XlsxStyles styles = styles();
    boolean formulasChange = !edit.copies().isEmpty();
    for (XlsxSheets.Sheet sheet : sheets.sheets()) {
      String part = partOf.getOrDefault(sheet.relation(), "");
      if (part.isEmpty()) {
        continue;
      }
      SortedMap<CellAt, CellContent> cells = edit.cells(sheet.name());
      XlsxSurvey survey = known(sheet.name());
      formulasChange |= cells.keySet().stream().anyMatch(survey.formulas::containsKey);
      formulasChange |= cells.values().stream().anyMatch(c -> c instanceof CellContent.Formula);
      writing.sheet(
          sheet.name(),
          part,
          stale.results(sheet.name(), arithmetic),
          new XlsxPackageWriter.Looks(days(), styles));
    }
    for (WorkbookEdit.Copy copy : edit.copies()) {
      writing.copy(
          copy,
          part(copy.from()),
          sheets,
          stale.results(copy.name(), arithmetic),
          new XlsxPackageWriter.Looks(days(), styles));
    }
    if (!edit.isEmpty() && anyFormula(edit)) {
      sheets.compute();
    }
    writing.workbook(sheets);
    if (formulasChange) {
      parts.relations(workbookPart).stream()
          .filter(relation -> relation.type().equals(CHAIN))
          .forEach(writing::remove);
    }
    if (styles.isChanged()) {
      writing.replace(stylesPart, styles.changed());
    }
    writing.write(zip, out);
  }

  private boolean anyFormula(WorkbookEdit edit) throws IOException {
    for (XlsxSheets.Sheet sheet : sheets.sheets()) {
      boolean cells = !partOf.getOrDefault(sheet.relation(), "").isEmpty();
      if (cells && !known(sheet.name()).formulas.isEmpty()) {
        return true;
      }
    }
    return edit.sheets().stream()
        .flatMap(sheet -> edit.cells(sheet).values().stream())
        .anyMatch(content -> content instanceof CellContent.Formula);
  }

  /** A formula that several cells share goes with all of them or not at all. */
  private void refuseShared(String sheet, WorkbookEdit edit) throws IOException {
    XlsxSurvey survey = known(edit.original(sheet));
    for (CellAt at : edit.cells(sheet).keySet()) {
      for (CellRange range : survey.shared) {
        boolean all =
            range.lastRow() - range.firstRow() < MOST_SHARED
                && edit.cells(sheet).keySet().stream().filter(one -> one.liesIn(range)).count()
                    == size(range);
        if (at.liesIn(range) && survey.formulas.containsKey(at) && !all) {
          throw new IOException(
              "sheet " + sheet + ", " + at + ": a formula that " + range + " share; not changed");
        }
      }
    }
  }

  private static final int MOST_SHARED = 100_000;

  private static long size(CellRange range) {
    return (long) (range.lastRow() - range.firstRow() + 1)
        * (range.endColumn() - range.firstColumn());
  }

  private StaleResults stale(WorkbookEdit edit) throws IOException {
    StaleResults stale = new StaleResults(edit.withCopied(names()), edit.changed());
    for (XlsxSheets.Sheet sheet : sheets.sheets()) {
      if (!partOf.getOrDefault(sheet.relation(), "").isEmpty()) {
        stale.add(sheet.name(), known(sheet.name()).formulas);
      }
    }
    for (WorkbookEdit.Copy copy : edit.copies()) {
      Map<CellAt, String> own = new HashMap<>();
      known(copy.from())
          .formulas
          .forEach(
              (at, text) -> own.put(at, FormulaText.of(text).withSheet(copy.from(), copy.name())));
      stale.add(copy.name(), own);
    }
    stale.find();
    return stale;
  }

  @Override
  public void close() throws IOException {
    try (zip) {
      file.close();
    }
  }
}
