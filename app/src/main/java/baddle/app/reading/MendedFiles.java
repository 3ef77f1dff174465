package baddle.app.reading;

import baddle.app.Project;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridOpener;
import baddle.core.grid.GridSheet;
import baddle.core.outcome.MendedRows;
import baddle.store.entry.StoredMended;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;

/**
 * The files of held rows that a person has mended and put into the project's folder for them. They
 * have the shape in which held rows are written.
 */
public final class MendedFiles {

  /** The folder beside the plan. */
  public static final String FOLDER = "mended";

  /** The headings that say which row is meant, before those of its source. */
  public static final List<String> OWN =
      List.of("held_file", "held_sheet", "held_row", "held_because", "held_mark");

  /** Which row is corrected. */
  record At(String file, String sheet, int row) {}

  private final Map<At, MendedRows.Row> rows = new LinkedHashMap<>();
  private final List<Finding> findings = new ArrayList<>();

  private MendedFiles() {}

  /** No files. */
  public static MendedFiles none() {
    return new MendedFiles();
  }

  /** Reads the files of a project; what can't be read is among the findings. */
  public static MendedFiles of(Project project, GridOpener opener) throws IOException {
    MendedFiles all = new MendedFiles();
    Path folder = project.folder().resolve(FOLDER);
    if (Files.isDirectory(folder)) {
      List<Path> files;
      try (Stream<Path> there = Files.list(folder)) {
        files = there.filter(Files::isRegularFile).filter(MendedFiles::isVisible).sorted().toList();
      }
      for (Path file : files) {
        all.read(FOLDER + "/" + file.getFileName(), file, opener);
      }
    }
    return all;
  }

  private static boolean isVisible(Path file) {
    String name = String.valueOf(file.getFileName());
    return !name.startsWith(".") && !name.startsWith("~$");
  }

  private void read(String path, Path file, GridOpener opener) {
    try (GridFile grid = opener.open(file, Dialect.TOLD_BY_CONTENT)) {
      for (GridSheet sheet : grid.sheets()) {
        sheet.read(new MendedSheet(this, Place.source(path, sheet.name())));
      }
    } catch (IOException e) {
      findings.add(
          Finding.of(
              FindingCode.FILE_UNREADABLE,
              Place.file(path),
              e.getMessage() + "; none of its corrected rows are read",
              "save it again as .xlsx or .csv"));
    }
  }

  /** Takes a corrected row, in place of one there was for the same row. */
  void put(At at, MendedRows.Row row) {
    MendedRows.Row before = rows.put(at, row);
    if (before != null) {
      notUsed(before.from(), "the same row is corrected again at " + row.from());
    }
  }

  /** Reports that a corrected row replaces nothing. */
  void notUsed(Place place, String why) {
    findings.add(
        Finding.of(
            FindingCode.MENDED_NOT_USED,
            place,
            "this corrected row replaces nothing: " + why,
            "remove it, or write the held rows anew with baddle check --suspense FILE"));
  }

  /** What wants a person's eye about the files themselves. */
  public List<Finding> findings() {
    return findings;
  }

  /** The mended rows of one file. */
  public Mended of(String path) {
    if (rows.isEmpty()) {
      return Mended.NOTHING;
    }
    Map<String, Map<Integer, MendedRows.Row>> bySheet = new TreeMap<>();
    rows.forEach(
        (at, row) -> {
          if (at.file().equals(path)) {
            bySheet.computeIfAbsent(at.sheet(), s -> new TreeMap<>()).put(at.row(), row);
          }
        });
    Map<String, MendedRows> mended = new TreeMap<>();
    bySheet.forEach((sheet, there) -> mended.put(sheet, new MendedRows(there)));
    return bySheet.isEmpty() ? Mended.NOTHING : new Mended(mended, bySheet.toString());
  }

  /**
   * The mended rows that replace nothing.
   *
   * @param applied what was read as mended
   */
  public List<Finding> unused(List<StoredMended> applied) {
    Set<Place> used = new HashSet<>();
    applied.forEach(value -> used.add(value.from()));
    List<Finding> unused = new ArrayList<>();
    rows.forEach(
        (at, row) -> {
          if (!used.contains(row.from())) {
            unused.add(
                Finding.of(
                    FindingCode.MENDED_NOT_USED,
                    row.from(),
                    "this corrected row replaces nothing: row "
                        + at.row()
                        + " of "
                        + at.file()
                        + (at.sheet().isEmpty() ? "" : " sheet " + at.sheet())
                        + " isn't there any more as it was when it was held, or no cell differs",
                    "remove it, or write the held rows anew with baddle check --suspense FILE"));
          }
        });
    return unused;
  }
}
