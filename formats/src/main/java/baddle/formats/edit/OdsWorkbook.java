package baddle.formats.edit;

import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.grid.GridSheet;
import baddle.core.grid.NamedRange;
import baddle.formats.ods.OdsFile;
import baddle.formats.xml.WorkbookZip;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.Collections;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.zip.CRC32;
import java.util.zip.ZipEntry;
import java.util.zip.ZipFile;
import java.util.zip.ZipOutputStream;

/** A workbook of ISO/IEC 26300 that somebody keeps. */
final class OdsWorkbook implements OwnWorkbook {

  private static final String CONTENT = "content.xml";
  private static final String TYPE = "mimetype";

  private final ZipFile zip;
  private final OdsFile file;
  private final OdsSurvey survey = new OdsSurvey();

  private OdsWorkbook(ZipFile zip, OdsFile file) throws IOException {
    this.zip = zip;
    this.file = file;
    PartCopy.copy(content(), CONTENT, OutputStream.nullOutputStream(), survey::read);
  }

  /**
   * Opens one.
   *
   * @throws baddle.core.grid.UnreadableFileException if it is no such workbook
   */
  public static OdsWorkbook open(Path path) throws IOException {
    OdsFile file = OdsFile.open(path);
    try {
      ZipFile zip = WorkbookZip.open(path);
      try {
        return new OdsWorkbook(zip, file);
      } catch (IOException | RuntimeException e) {
        zip.close();
        throw e;
      }
    } catch (IOException | RuntimeException e) {
      file.close();
      throw e;
    }
  }

  private InputStream content() throws IOException {
    return zip.getInputStream(zip.getEntry(CONTENT));
  }

  @Override
  public List<String> sheets() {
    return file.sheets().stream().map(GridSheet::name).toList();
  }

  @Override
  public List<NamedRange> names() {
    return file.names();
  }

  @Override
  public String movedDown(String formula, int rows) {
    return OdsFormula.movedDown(formula, rows);
  }

  @Override
  public List<String> warnings() {
    boolean signed = zip.getEntry("META-INF/documentsignatures.xml") != null;
    return signed ? List.of("its signature is no longer valid once it is changed") : List.of();
  }

  /** What is known of a sheet; there must be one of the name. */
  OdsSurvey.Sheet surveyed(String sheet) {
    return survey.sheet(sheet).orElseThrow(() -> new NoSuchElementException("no sheet " + sheet));
  }

  @Override
  public SeenSheet see(String sheet, Predicate<CellAt> wanted) throws IOException {
    OdsSurvey.Sheet of = surveyed(sheet);
    SortedMap<CellAt, SeenCell> cells = new TreeMap<>();
    of.formulas()
        .forEach(
            (at, formula) ->
                cells.put(at, new SeenCell(CellKind.BLANK, "", "", formula, of.isLocked(at))));
    GridSheet grid =
        file.sheets().stream()
            .filter(one -> one.name().equalsIgnoreCase(sheet))
            .findFirst()
            .orElseThrow();
    int[] last = new int[1];
    grid.read(
        new EachRow() {
          @Override
          void use(GridRow row) {
            for (int column = 0; column < row.width(); column++) {
              CellAt at = new CellAt(row.number(), column);
              CellKind kind = row.kind(column);
              if (kind != CellKind.BLANK) {
                last[0] = Math.max(last[0], row.number());
              }
              if (kind != CellKind.BLANK && kind != CellKind.FORMULA && wanted.test(at)) {
                cells.put(at, seen(row, column, kind, of, at));
              }
            }
          }
        });
    of.unlocked().stream()
        .filter(wanted)
        .forEach(at -> cells.putIfAbsent(at, new SeenCell(CellKind.BLANK, "", "", "", false)));
    return new SeenSheet(of.name(), of.isProtected(), cells, of.merged(), last[0]);
  }

  private static SeenCell seen(
      GridRow row, int column, CellKind kind, OdsSurvey.Sheet of, CellAt at) {
    String seen = row.seen(column);
    String whole = kind == CellKind.TEXT ? EachRow.whole(row, column) : seen;
    String formula = of.formulas().getOrDefault(at, "");
    return new SeenCell(kind, seen, whole, formula, of.isLocked(at));
  }

  @Override
  public void write(WorkbookEdit edit, OutputStream out) throws IOException {
    for (String sheet : edit.sheets()) {
      if (!edit.tables(sheet).isEmpty()) {
        throw new IOException("tables are made and resized in .xlsx workbooks only");
      }
    }
    OdsChanges changes = new OdsChanges(this, survey, edit);
    OdsContent content = new OdsContent(changes);
    for (WorkbookEdit.Copy copy : edit.copies()) {
      String table = survey.text(content(), copy.from());
      content.insert(
          copy.place(),
          OdsContent.renamed(survey.root(), table, copy.from(), copy.name(), changes));
    }
    ZipOutputStream to = new ZipOutputStream(out);
    for (ZipEntry entry : Collections.list(zip.entries())) {
      ByteArrayOutputStream stored = new ByteArrayOutputStream();
      ZipEntry copy = new ZipEntry(entry.getName());
      copy.setTimeLocal(EntryTime.of(entry));
      try (InputStream in = zip.getInputStream(entry)) {
        if (entry.getName().equals(TYPE)) {
          in.transferTo(stored);
          store(copy, stored.toByteArray());
        }
        to.putNextEntry(copy);
        stored.writeTo(to);
        if (entry.getName().equals(CONTENT) && !edit.isEmpty()) {
          PartCopy.copy(in, CONTENT, to, content::write);
        } else {
          in.transferTo(to);
        }
      }
      to.closeEntry();
    }
    to.finish();
  }

  /** The media type isn't compressed, so that it can be told from the file's first bytes. */
  private static void store(ZipEntry entry, byte[] bytes) {
    CRC32 sum = new CRC32();
    sum.update(bytes);
    entry.setMethod(ZipEntry.STORED);
    entry.setSize(bytes.length);
    entry.setCompressedSize(bytes.length);
    entry.setCrc(sum.getValue());
  }

  @Override
  public void close() throws IOException {
    try (zip) {
      file.close();
    }
  }
}
