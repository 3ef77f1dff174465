package baddle.app.amend;

import baddle.app.ContentHash;
import baddle.app.fill.CellValue;
import baddle.app.fill.FillException;
import baddle.app.output.OutputFile;
import baddle.app.reading.ParameterList;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.csv.CsvRowWriter;
import baddle.formats.edit.CellAt;
import baddle.formats.edit.OpenElsewhere;
import baddle.formats.edit.OwnWorkbook;
import baddle.formats.edit.OwnWorkbooks;
import baddle.formats.edit.SeenCell;
import baddle.formats.edit.SeenSheet;
import baddle.formats.edit.WorkbookEdit;
import baddle.formats.edit.WorkbookProof;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.NoSuchElementException;
import java.util.Optional;

/** The list of cells that were changed, by which they can be changed back. */
public final class Journal {

  private static final List<String> COLUMNS =
      List.of(
          "file",
          "sheet",
          "cell",
          "kind_before",
          "old",
          "kind_after",
          "new",
          "because",
          "original",
          "original_content");

  /** What a place is known by. */
  private static final List<String> PLACE = COLUMNS.subList(0, 3);

  private static final String NO_JOURNAL = " is there and is no journal; name another file";

  private Journal() {}

  /** Why a journal can't be written to a path; empty where it can. */
  public static Optional<String> problem(Path journal) {
    if (!Files.exists(journal)) {
      return Optional.empty();
    }
    try {
      boolean one =
          ParameterList.read(journal).stream()
              .allMatch(line -> COLUMNS.containsAll(line.values().keySet()));
      return one ? Optional.empty() : Optional.of(journal + NO_JOURNAL);
    } catch (UnreadableFileException e) {
      return Optional.of(journal + NO_JOURNAL);
    } catch (IOException e) {
      return Optional.of(journal + " is there and can't be read: " + e.getMessage());
    }
  }

  /**
   * Why a copy can't be written; empty where it can: nothing is there, or a copy that a journal
   * lists.
   */
  public static Optional<String> problem(Path copy, Path journal) throws IOException {
    if (!Files.exists(copy)) {
      return Optional.empty();
    }
    Path folder = journal.toAbsolutePath().normalize().resolveSibling("");
    String name = relative(folder, copy);
    boolean ours =
        Files.exists(journal)
            && ParameterList.read(journal).stream()
                .anyMatch(line -> name.equals(line.values().get("file")));
    return ours
        ? Optional.empty()
        : Optional.of(copy + " is there and no journal lists it as a copy; name another place");
  }

  /** The copies that a journal lists, each with the content of the workbook it was made of. */
  static Map<Path, Optional<String>> copies(Path journal) throws IOException {
    Map<Path, Optional<String>> copies = new HashMap<>();
    if (Files.exists(journal)) {
      Path folder = journal.toAbsolutePath().normalize().resolveSibling("");
      for (ParameterList.Line line : ParameterList.read(journal)) {
        copies.put(
            folder.resolve(line.values().getOrDefault("file", "")).normalize(),
            Optional.of(unquoted(line.values().getOrDefault("original_content", "")))
                .filter(content -> !content.isEmpty()));
      }
    }
    return copies;
  }

  /**
   * Adds changes to a journal; copies are named as they lie from it. Of a cell that was changed
   * before, what it held at first stays.
   */
  static void write(Path journal, List<Amended> files) throws IOException {
    Path folder = journal.toAbsolutePath().normalize().resolveSibling("");
    Map<List<String>, List<String>> lines = new LinkedHashMap<>();
    if (Files.exists(journal)) {
      for (ParameterList.Line line : ParameterList.read(journal)) {
        List<String> cells =
            COLUMNS.stream().map(column -> line.values().getOrDefault(column, "")).toList();
        lines.put(cells.subList(0, PLACE.size()), cells);
      }
    }
    for (Amended file : files) {
      String content = file.cells().isEmpty() ? "" : ContentHash.of(file.file()).toString();
      for (Amended.Cell cell : file.cells()) {
        List<String> line =
            List.of(
                relative(folder, file.copy()),
                cell.sheet(),
                cell.cell(),
                cell.kindBefore(),
                quoted(cell.before()),
                cell.kindAfter(),
                quoted(cell.after()),
                cell.because(),
                relative(folder, file.file()),
                quoted(content));
        lines.merge(line.subList(0, PLACE.size()), line, Journal::both);
      }
    }
    new OutputFile(journal)
        .write(
            Optional.empty(),
            out -> {
              CsvRowWriter writer = new CsvRowWriter(out);
              writer.row(COLUMNS);
              lines.values().forEach(writer::row);
              writer.close();
            });
  }

  /** Two changes of one cell as one. */
  private static List<String> both(List<String> first, List<String> second) {
    List<String> both = new ArrayList<>(second);
    for (String column : List.of("kind_before", "old")) {
      both.set(COLUMNS.indexOf(column), first.get(COLUMNS.indexOf(column)));
    }
    return both;
  }

  private static String relative(Path folder, Path file) {
    Path absolute = file.toAbsolutePath().normalize();
    return absolute.getRoot() != null && absolute.getRoot().equals(folder.getRoot())
        ? folder.relativize(absolute).toString().replace('\\', '/')
        : absolute.toString();
  }

  /** Values are in quotes, so that none of them is taken for a formula or loses a space. */
  private static String quoted(String value) {
    return value.isEmpty() ? "" : "'" + value + "'";
  }

  private static String unquoted(String value) {
    return value.length() > 1 && value.startsWith("'") && value.endsWith("'")
        ? value.substring(1, value.length() - 1)
        : value;
  }

  /**
   * Changes cells back, in the copies that a journal lists.
   *
   * @param writes whether the copies are written
   */
  public static List<Amended> undo(Path journal, boolean writes) throws IOException, FillException {
    return writes ? AmendRun.locked(journal, () -> undone(journal, true)) : undone(journal, false);
  }

  private static List<Amended> undone(Path journal, boolean writes)
      throws IOException, FillException {
    Path folder = journal.toAbsolutePath().normalize().resolveSibling("");
    Map<String, List<Map<String, String>>> files = new LinkedHashMap<>();
    for (ParameterList.Line line : ParameterList.read(journal)) {
      if (!line.values().keySet().containsAll(List.of("file", "sheet", "cell", "kind_before"))) {
        throw new FillException(
            journal + ", row " + line.row() + " isn't of a journal: " + String.join(", ", COLUMNS));
      }
      files
          .computeIfAbsent(line.values().getOrDefault("file", ""), f -> new ArrayList<>())
          .add(line.values());
    }
    List<Amended> undone = new ArrayList<>();
    for (Map.Entry<String, List<Map<String, String>>> file : files.entrySet()) {
      undone.add(undo(folder.resolve(file.getKey()).normalize(), file.getValue(), writes));
    }
    return undone;
  }

  private static Amended undo(Path file, List<Map<String, String>> lines, boolean writes) {
    List<Amended.Cell> cells = new ArrayList<>();
    if (!Files.isRegularFile(file)) {
      return new Amended(file, file, List.of(), List.of(), "isn't there", List.of());
    }
    Optional<Path> open = OpenElsewhere.lockOf(file);
    if (open.isPresent()) {
      String why = OpenElsewhere.message(file, open.get());
      return new Amended(file, file, List.of(), List.of(), why, List.of());
    }
    try (OwnWorkbook workbook = OwnWorkbooks.open(file)) {
      WorkbookEdit edit = new WorkbookEdit();
      Map<String, SeenSheet> sheets = new HashMap<>();
      TableHeadings headings = new TableHeadings(new SeenSheets(workbook, List.of()), edit);
      for (Map<String, String> line : lines) {
        undo(line, workbook, sheets, headings, edit, cells);
      }
      if (writes && !edit.isEmpty()) {
        try (OutputFile.Staged copy =
            OutputFile.ofCopy(file).stage(Optional.empty(), out -> workbook.write(edit, out))) {
          WorkbookProof.check(copy.beside(), file);
          copy.publish();
        }
      }
      return new Amended(file, file, cells, List.of(), "", List.of());
    } catch (IOException | FillException | NoSuchElementException e) {
      String why = String.valueOf(e.getMessage());
      return new Amended(file, file, List.of(), List.of(), why, List.of());
    }
  }

  private static void undo(
      Map<String, String> line,
      OwnWorkbook workbook,
      Map<String, SeenSheet> sheets,
      TableHeadings headings,
      WorkbookEdit edit,
      List<Amended.Cell> cells)
      throws IOException, FillException {
    String name = line.getOrDefault("sheet", "");
    SeenSheet sheet = sheets.get(name);
    if (sheet == null) {
      sheet = workbook.see(name, at -> true);
      sheets.put(name, sheet);
    }
    String address = line.getOrDefault("cell", "");
    CellAt at = CellAt.parse(address).orElseThrow(() -> new FillException(address + " is no cell"));
    SeenCell cell = sheet.cell(at);
    String before = unquoted(line.getOrDefault("old", ""));
    String after = unquoted(line.getOrDefault("new", ""));
    String kind = line.getOrDefault("kind_before", "");
    if (CellValue.kind(cell).equals(kind) && CellValue.whole(cell).equals(before)) {
      return;
    }
    if (!CellValue.text(cell).equals(after)) {
      throw new FillException(
          name
              + "!"
              + at
              + " holds "
              + (cell.isBlank() ? "nothing" : CellValue.text(cell))
              + ", not "
              + (after.isEmpty() ? "nothing" : after)
              + "; the file isn't changed");
    }
    headings.change(sheet, at, CellValue.of(kind, before));
    edit.put(sheet.name(), at, CellValue.of(kind, before));
    cells.add(
        new Amended.Cell(
            sheet.name(),
            at.toString(),
            CellValue.kind(cell),
            CellValue.text(cell),
            kind,
            before,
            line.getOrDefault("because", "")));
  }
}
