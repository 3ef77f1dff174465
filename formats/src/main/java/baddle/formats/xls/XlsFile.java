package baddle.formats.xls;

import baddle.core.calendar.DateSystem;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridSheet;
import baddle.core.grid.NamedRange;
import baddle.core.grid.UnreadableFileException;
import java.io.FileNotFoundException;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.apache.poi.hssf.record.BoundSheetRecord;
import org.apache.poi.hssf.record.DateWindow1904Record;
import org.apache.poi.hssf.record.EOFRecord;
import org.apache.poi.hssf.record.ExternSheetRecord;
import org.apache.poi.hssf.record.FilePassRecord;
import org.apache.poi.hssf.record.NameRecord;
import org.apache.poi.hssf.record.Record;
import org.apache.poi.hssf.record.RecordFactoryInputStream;
import org.apache.poi.hssf.record.SSTRecord;
import org.apache.poi.poifs.filesystem.DirectoryNode;
import org.apache.poi.poifs.filesystem.POIFSFileSystem;
import org.apache.poi.ss.formula.ptg.Area3DPtg;
import org.apache.poi.ss.formula.ptg.Ptg;
import org.apache.poi.ss.formula.ptg.Ref3DPtg;
import org.jspecify.annotations.Nullable;

/** An old binary workbook (BIFF8), read record by record: only the shared texts are held. */
public final class XlsFile implements GridFile {

  /** Said of a workbook that is older than the format that is read. */
  public static final String OLDER_FORMAT =
      "a workbook of an older format than that of 1997 (BIFF8); open it and save it as .xlsx or"
          + " .xls";

  private static final int VERSION_AT = 4;
  private static final int BIFF8 = 0x06;

  private static final String[] STREAMS = {"Workbook", "WORKBOOK", "Book"};

  private final POIFSFileSystem files;
  private final String stream;
  private final XlsFormats formats = new XlsFormats();
  private final List<GridSheet> sheets = new ArrayList<>();
  private final List<BoundSheetRecord> bounds = new ArrayList<>();
  private final List<NameRecord> nameRecords = new ArrayList<>();
  private @Nullable ExternSheetRecord externSheets;
  private @Nullable SSTRecord sharedStrings;
  private DateSystem dateSystem = DateSystem.FROM_1900;

  private XlsFile(POIFSFileSystem files, String stream) {
    this.files = files;
    this.stream = stream;
  }

  /**
   * Opens a workbook and reads its list of sheets.
   *
   * @throws UnreadableFileException if it is no such workbook
   */
  public static XlsFile open(Path file) throws IOException {
    POIFSFileSystem files = guarded(() -> new POIFSFileSystem(file.toFile(), true));
    try {
      XlsFile workbook = new XlsFile(files, streamName(files.getRoot()));
      workbook.checkVersion();
      workbook.readGlobals();
      return workbook;
    } catch (IOException | RuntimeException e) {
      files.close();
      throw e;
    }
  }

  /** What the library is asked for. */
  @FunctionalInterface
  interface Reading<T> {
    T read() throws IOException;
  }

  /** Turns whatever the library throws at damaged content into one clear error. */
  static <T> T guarded(Reading<T> reading) throws IOException {
    try {
      return reading.read();
    } catch (UnreadableFileException | FileNotFoundException e) {
      throw e;
    } catch (java.nio.file.FileSystemException e) {
      throw e;
    } catch (IOException | RuntimeException e) {
      throw new UnreadableFileException("a damaged workbook (" + e.getMessage() + ")", 0);
    }
  }

  private static String streamName(DirectoryNode root) throws IOException {
    for (String name : STREAMS) {
      if (root.hasEntry(name)) {
        return name;
      }
    }
    throw new UnreadableFileException(
        root.hasEntry("EncryptedPackage")
            ? "a workbook locked with a password; expected one without"
            : "an old document, but no workbook inside",
        0);
  }

  /** The records from a place in the stream on. */
  RecordFactoryInputStream records(InputStream from) {
    return new RecordFactoryInputStream(from, false);
  }

  InputStream stream() throws IOException {
    return files.getRoot().createDocumentInputStream(stream);
  }

  private void checkVersion() throws IOException {
    byte[] begin =
        guarded(
            () -> {
              try (InputStream in = stream()) {
                return in.readNBytes(VERSION_AT + 2);
              }
            });
    if (begin.length > VERSION_AT + 1 && begin[0] == 9 && begin[VERSION_AT + 1] < BIFF8) {
      throw new UnreadableFileException(OLDER_FORMAT, 0);
    }
  }

  private void readGlobals() throws IOException {
    guarded(
        () -> {
          try (InputStream in = stream()) {
            RecordFactoryInputStream records = records(in);
            for (Record record = records.nextRecord();
                record != null && !(record instanceof EOFRecord);
                record = records.nextRecord()) {
              global(record);
            }
          }
          return this;
        });
    for (int i = 0; i < bounds.size(); i++) {
      sheets.add(new XlsSheet(this, bounds.get(i), isReport(i)));
    }
    if (sheets.isEmpty()) {
      throw new UnreadableFileException("a workbook without a sheet of cells", 0);
    }
  }

  private void global(Record record) throws IOException {
    if (record instanceof BoundSheetRecord bound) {
      bounds.add(bound);
    } else if (record instanceof SSTRecord shared) {
      sharedStrings = shared;
    } else if (record instanceof DateWindow1904Record window) {
      dateSystem = window.getWindowing() == 1 ? DateSystem.FROM_1904 : DateSystem.FROM_1900;
    } else if (record instanceof NameRecord name) {
      nameRecords.add(name);
    } else if (record instanceof ExternSheetRecord extern) {
      externSheets = extern;
    } else if (record instanceof FilePassRecord) {
      throw new UnreadableFileException(
          "a workbook locked with a password; expected one without", 0);
    } else {
      formats.add(record);
    }
  }

  private boolean isReport(int place) {
    return nameRecords.stream()
        .anyMatch(
            name ->
                name.getSheetNumber() == place + 1
                    && name.getNameText()
                        .toLowerCase(Locale.ROOT)
                        .startsWith(GridSheet.REPORT_MARK));
  }

  XlsFormats formats() {
    return formats;
  }

  DateSystem dateSystem() {
    return dateSystem;
  }

  /** A shared text. */
  String shared(int index) throws IOException {
    SSTRecord texts = sharedStrings;
    if (texts == null || index < 0 || index >= texts.getNumUniqueStrings()) {
      throw new UnreadableFileException("a cell refers to a text that isn't there", 0);
    }
    return texts.getString(index).getString();
  }

  @Override
  public List<GridSheet> sheets() {
    return List.copyOf(sheets);
  }

  @Override
  public String kind() {
    return ".xls workbook";
  }

  @Override
  public List<NamedRange> names() throws IOException {
    return guarded(this::readNames);
  }

  private List<NamedRange> readNames() {
    List<NamedRange> names = new ArrayList<>();
    for (NameRecord name : nameRecords) {
      Ptg[] formula = name.getNameDefinition();
      if (!name.isBuiltInName() && formula.length == 1) {
        range(name.getNameText(), formula[0]).ifPresent(names::add);
      }
    }
    return names;
  }

  private Optional<NamedRange> range(String name, Ptg part) {
    ExternSheetRecord extern = externSheets;
    if (extern == null) {
      return Optional.empty();
    }
    CellRange range;
    int reference;
    if (part instanceof Area3DPtg area) {
      range =
          new CellRange(
              area.getFirstRow() + 1,
              area.getLastRow() + 1,
              area.getFirstColumn(),
              area.getLastColumn() + 1);
      reference = area.getExternSheetIndex();
    } else if (part instanceof Ref3DPtg cell) {
      range =
          new CellRange(
              cell.getRow() + 1, cell.getRow() + 1, cell.getColumn(), cell.getColumn() + 1);
      reference = cell.getExternSheetIndex();
    } else {
      return Optional.empty();
    }
    int sheet = extern.getFirstSheetIndexFromRefIndex(reference);
    return sheet < 0 || sheet >= sheets.size()
        ? Optional.empty()
        : Optional.of(new NamedRange(name, sheets.get(sheet).name(), range, false));
  }

  @Override
  public void close() throws IOException {
    files.close();
  }
}
