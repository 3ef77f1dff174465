package baddle.app.reading;

import baddle.app.Project;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridOpener;
import baddle.core.grid.GridRow;
import baddle.core.grid.GridSheet;
import baddle.core.grid.RowSink;
import baddle.core.outcome.MendedRows;
import baddle.formats.rows.FormulaMark;
import baddle.store.entry.StoredMended;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
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

  private static final int MARK = OWN.size() - 1;

  private record At(String file, String sheet, int row) {}

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
        sheet.read(new Rows(Place.source(path, sheet.name())));
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

  /** Takes the rows of one sheet; the first is the headings. */
  private final class Rows implements RowSink {

    private final Place place;
    private final GridRow row = new GridRow();
    private List<String> headings = List.of();

    Rows(Place place) {
      this.place = place;
    }

    @Override
    public GridRow next() {
      return row;
    }

    @Override
    public boolean wantsMore() {
      return true;
    }

    @Override
    public void row(GridRow filled) {
      if (filled.filled() == 0) {
        return;
      }
      if (headings.isEmpty()) {
        headings = texts(filled);
      } else if (headings.containsAll(OWN)) {
        add(filled);
      } else {
        notUsed(
            place.atRow(filled.number()), "its sheet lacks a heading of " + String.join(", ", OWN));
      }
    }

    private List<String> texts(GridRow filled) {
      List<String> texts = new ArrayList<>();
      for (int cell = 0; cell < filled.width(); cell++) {
        texts.add(asSent(filled.text(cell)));
      }
      return texts;
    }

    /** Without the mark that keeps programs from taking a text of a CSV file for a formula. */
    private String asSent(String text) {
      boolean delimited = String.valueOf(place.file()).toLowerCase(Locale.ROOT).endsWith(".csv");
      return delimited ? FormulaMark.without(text) : text;
    }

    private void add(GridRow filled) {
      Place from = place.atRow(filled.number());
      String[] own = new String[OWN.size()];
      for (int i = 0; i < own.length; i++) {
        own[i] = filled.text(headings.indexOf(OWN.get(i)));
      }
      if (own[MARK].isEmpty() || !own[2].matches("[0-9]{1,9}")) {
        notUsed(
            from, "it has no held_mark; what is held after reading isn't corrected in its cells");
        return;
      }
      Map<String, MendedRows.Cell> cells = new LinkedHashMap<>();
      for (int cell = 0; cell < headings.size(); cell++) {
        if (!OWN.contains(headings.get(cell)) && !headings.get(cell).isEmpty()) {
          cells.put(
              headings.get(cell),
              new MendedRows.Cell(filled.kind(cell), asSent(filled.text(cell))));
        }
      }
      At at = new At(own[0], own[1], Integer.parseInt(own[2]));
      MendedRows.Row before = rows.put(at, new MendedRows.Row(own[MARK], cells, from));
      if (before != null) {
        notUsed(before.from(), "the same row is corrected again at " + from);
      }
    }
  }

  private void notUsed(Place place, String why) {
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
