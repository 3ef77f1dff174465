package baddle.app.look;

import baddle.core.calendar.MonthNames;
import baddle.core.grid.CellRange;
import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridOpener;
import baddle.core.grid.GridSheet;
import baddle.core.grid.ReadAgainException;
import baddle.core.grid.RowSink;
import baddle.core.profile.SheetSample;
import baddle.core.profile.TableFinder;
import baddle.core.profile.TableProfile;
import baddle.formats.Formats;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/** Looks into files: their kind, sheets, tables and columns. */
public final class FileProfiler {

  /** Rows of a sheet by which its tables are found. */
  private static final int SAMPLE = 2_000;

  /** Rows of a table by which its columns are known. */
  private static final long ENOUGH = 20_000;

  /** Cells of those rows. */
  private static final long ENOUGH_CELLS = 5_000_000;

  private final GridOpener opener;
  private final MonthNames months;

  /** With readers, for months named in these languages. */
  public FileProfiler(GridOpener opener, MonthNames months) {
    this.opener = opener;
    this.months = months;
  }

  /** Into files of every format there is. */
  public static FileProfiler standard() {
    return new FileProfiler(new Formats(), MonthNames.english());
  }

  /**
   * What is inside a file.
   *
   * @throws baddle.core.grid.UnreadableFileException if it can't be read
   */
  public LookedFile look(Path file, LookChoice choice) throws IOException {
    try (GridFile grid = opener.open(file, Dialect.TOLD_BY_CONTENT)) {
      List<LookedSheet> sheets = new ArrayList<>();
      for (GridSheet sheet : grid.sheets()) {
        boolean only = grid.sheets().size() == 1 && sheet.name().isEmpty();
        if (only
            || choice.sheet().isEmpty()
            || choice.sheet().get().equalsIgnoreCase(sheet.name())) {
          sheets.add(look(sheet, choice));
        }
      }
      return new LookedFile(
          file.toString(),
          grid.kind(),
          Files.size(file),
          grid.message(),
          oddities(grid),
          grid.names(),
          sheets);
    }
  }

  /**
   * The cells around a place.
   *
   * @return empty where there is no such sheet
   * @throws baddle.core.grid.UnreadableFileException if the file can't be read
   */
  public Optional<Around> around(Path file, Around.Place place) throws IOException {
    try (GridFile grid = opener.open(file, Dialect.TOLD_BY_CONTENT)) {
      for (GridSheet sheet : grid.sheets()) {
        if (place.sheet().isEmpty() || place.sheet().equalsIgnoreCase(sheet.name())) {
          CellRange cells = place.around();
          SheetSample sample = read(sheet, () -> new SheetSample(SAMPLE, cells));
          return Optional.of(new Around(sheet.name(), place, cells, sample.rows()));
        }
      }
      return Optional.empty();
    }
  }

  /** What is odd, and what was guessed, which shows only once the rows were read. */
  private static List<String> oddities(GridFile grid) {
    List<String> oddities = new ArrayList<>(grid.oddities());
    grid.remarks()
        .forEach(
            remark ->
                oddities.add(
                    (remark.row() > 0 ? "row " + remark.row() + ": " : "") + remark.message()));
    return oddities;
  }

  private LookedSheet look(GridSheet sheet, LookChoice choice) throws IOException {
    SheetSample sample = read(sheet, () -> new SheetSample(SAMPLE, choice.range()));
    boolean complete = sample.wantsMore();
    List<TableProfile> tables = new ArrayList<>();
    for (TableFinder.FoundTable table : TableFinder.find(sample.rows(), complete)) {
      CellRange range = table.range();
      long wide = Math.max(1, range.endColumn() - range.firstColumn());
      long most = choice.all() ? Long.MAX_VALUE : Math.min(ENOUGH, ENOUGH_CELLS / wide);
      int lastRow = Math.min(range.lastRow(), choice.range().lastRow());
      TableFinder.FoundTable within =
          new TableFinder.FoundTable(
              new CellRange(range.firstRow(), lastRow, range.firstColumn(), range.endColumn()),
              table.headingRow(),
              table.headings());
      tables.add(read(sheet, () -> new TableProfile(within, months, most, choice.firstRows())));
    }
    return new LookedSheet(sheet.name(), sheet.visible(), sheet.isReport(), tables, sample.rows());
  }

  private static <T extends RowSink> T read(GridSheet sheet, Supplier<T> sinks) throws IOException {
    T sink = sinks.get();
    try {
      sheet.read(sink);
      return sink;
    } catch (ReadAgainException e) {
      T again = sinks.get();
      sheet.read(again);
      return again;
    }
  }
}
