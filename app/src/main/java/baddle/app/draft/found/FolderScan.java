package baddle.app.draft.found;

import baddle.app.Awaited;
import baddle.app.look.FileProfiler;
import baddle.app.look.LookChoice;
import baddle.app.look.LookedFile;
import baddle.app.look.LookedSheet;
import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.profile.SheetSample;
import baddle.core.profile.TableProfile;
import baddle.core.value.NaturalOrder;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Stream;

/**
 * The files below a folder, looked into.
 *
 * @param files those that could be read, by their paths in natural order
 * @param unreadable why others couldn't, a line each
 */
public record FolderScan(List<FolderFile> files, List<String> unreadable) {

  /** A table with fewer columns may be a form's labels and values. */
  private static final int LEAST_COLUMNS = 3;

  private static final int LEAST_ROWS = 2;
  private static final double MOST_OF_SHEET = 0.7;

  private static final LookChoice CHOICE =
      new LookChoice(Optional.empty(), CellRange.EVERYTHING, 0, false);

  /** Copies the lists. */
  public FolderScan {
    files = List.copyOf(files);
    unreadable = List.copyOf(unreadable);
  }

  /**
   * Looks into every file below a folder.
   *
   * @param base where the plan will be
   * @param folder at or below it
   * @param threads how many files are looked into at a time
   */
  public static FolderScan of(Path base, Path folder, FileProfiler looking, int threads)
      throws IOException {
    List<Path> paths;
    try (Stream<Path> walked = Files.walk(folder)) {
      paths =
          walked
              .filter(Files::isRegularFile)
              .map(file -> base.relativize(file.toAbsolutePath().normalize()))
              .filter(FolderScan::isSource)
              .sorted()
              .toList();
    }
    ExecutorService workers = Executors.newFixedThreadPool(threads);
    try {
      Map<String, Future<FolderFile>> looks = new TreeMap<>(NaturalOrder.INSTANCE);
      for (Path path : paths) {
        String name = path.toString().replace('\\', '/');
        looks.put(
            name, workers.submit(() -> found(name, looking.look(base.resolve(path), CHOICE))));
      }
      SharedValues shared = new SharedValues();
      List<FolderFile> files = new ArrayList<>();
      List<String> unreadable = new ArrayList<>();
      for (Map.Entry<String, Future<FolderFile>> look : looks.entrySet()) {
        try {
          files.add(shared.of(Awaited.of(look.getValue())));
        } catch (IOException e) {
          unreadable.add(look.getKey() + " can't be read: " + e.getMessage());
        }
      }
      return new FolderScan(files, unreadable);
    } finally {
      Awaited.end(workers);
    }
  }

  /** Whether a path below a folder may be that of a source: no hidden file, no plan, no notes. */
  public static boolean isSource(Path path) {
    for (Path part : path) {
      if (part.toString().startsWith(".") || part.toString().startsWith("~$")) {
        return false;
      }
    }
    return !path.toString().endsWith(".yaml") && !path.toString().endsWith(".md");
  }

  private static FolderFile found(String path, LookedFile file) {
    List<FoundSheet> sheets = new ArrayList<>();
    List<String> leftAlone = new ArrayList<>();
    for (LookedSheet sheet : file.sheets()) {
      String place = path + (sheet.name().isEmpty() ? "" : ", sheet " + sheet.name());
      if (sheet.report()) {
        leftAlone.add(place + ": Baddle wrote it");
      } else if (!sheet.visible()) {
        leftAlone.add(place + ": it is hidden");
      } else {
        List<FoundTable> tables = new ArrayList<>();
        for (TableProfile table : sheet.tables()) {
          tables.add(
              new FoundTable(
                  path,
                  sheet.name(),
                  table,
                  RowEvidence.of(table, sheet.start()),
                  Set.of(),
                  file.message().isPresent()));
        }
        boolean mayBeForm =
            tables.isEmpty()
                || (!sheet.name().isEmpty()
                    && tables.stream().noneMatch(one -> isMostOf(one.table(), sheet.start())));
        sheets.add(
            new FoundSheet(
                sheet.name(), tables, mayBeForm ? Labelled.of(sheet.start()) : List.of()));
      }
    }
    boolean own = !file.sheets().isEmpty() && file.sheets().stream().allMatch(LookedSheet::report);
    return new FolderFile(path, sheets, own ? List.of(path + ": Baddle wrote it") : leftAlone);
  }

  /** Whether a table of several columns and rows has most of the filled cells of a sheet. */
  private static boolean isMostOf(TableProfile table, List<SheetSample.Row> rows) {
    long all = 0;
    long own = 0;
    CellRange range = table.range();
    for (SheetSample.Row row : rows) {
      boolean within = row.number() >= range.firstRow() && !range.isBefore(row.number());
      for (int column = 0; column < row.cells().size(); column++) {
        if (row.cell(column).kind() != CellKind.BLANK) {
          all++;
          own += within && column >= range.firstColumn() && column < range.endColumn() ? 1 : 0;
        }
      }
    }
    return table.columns().size() >= LEAST_COLUMNS
        && table.rows() >= LEAST_ROWS
        && table.columns().stream().anyMatch(column -> column.values().type().isNumber())
        && own >= all * MOST_OF_SHEET;
  }
}
