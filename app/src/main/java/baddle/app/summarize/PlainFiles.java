package baddle.app.summarize;

import baddle.app.reading.FileFailure;
import baddle.app.reading.SheetTables;
import baddle.app.reading.SourceSink;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.grid.CellRange;
import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridOpener;
import baddle.core.grid.GridSheet;
import baddle.core.grid.UnreadableFileException;
import baddle.core.intake.IntakeColumn;
import baddle.core.intake.IntakeSpec;
import baddle.core.intake.SourceIntake;
import baddle.core.outcome.HeldRowSink;
import baddle.core.outcome.RowCounts;
import baddle.core.profile.TypeDetector;
import baddle.core.table.Block;
import baddle.core.table.BlockBuilder;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.Origin;
import baddle.core.value.ColumnType;
import baddle.core.value.ConventionChoice;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Reads files without a plan: once as text to learn what the columns hold, then as that. */
final class PlainFiles {

  private static final Set<String> ORIGIN =
      Set.of(Origin.SOURCE_FILE.name(), Origin.SOURCE_SHEET.name());

  /**
   * A file that was read as text from end to end.
   *
   * @param path the file
   * @param dialect how it turned out to be written
   * @param conventionChoices how the values of each table are written, in the order of reading
   */
  record SurveyedFile(
      Path path, Dialect dialect, List<Map<String, ConventionChoice>> conventionChoices) {}

  private final GridOpener opener;
  private final List<String> names;
  private final List<Finding> findings;
  private final Map<String, TypeVote> votes = new HashMap<>();
  private RowCounts counts = RowCounts.NONE;

  PlainFiles(GridOpener opener, List<String> names, List<Finding> findings) {
    this.opener = opener;
    this.names = names;
    this.findings = findings;
  }

  /** What became of the rows. */
  RowCounts counts() {
    return counts;
  }

  /** The columns with the types that the first reading found. */
  List<IntakeColumn> typed() {
    Map<String, ColumnType> types = new HashMap<>();
    votes.forEach((name, vote) -> types.put(name, vote.decide()));
    return columns(types);
  }

  private List<IntakeColumn> asText() {
    return columns(Map.of());
  }

  private List<IntakeColumn> columns(Map<String, ColumnType> known) {
    return names.stream()
        .map(
            name -> {
              boolean origin = ORIGIN.contains(name);
              ColumnType type = known.getOrDefault(name, ColumnType.text());
              return new IntakeColumn(
                  new Column(name, type),
                  List.of(),
                  origin ? IntakeColumn.Need.NONE : IntakeColumn.Need.HEADING);
            })
        .toList();
  }

  /** Reads files as text; those that break off are left out. */
  List<SurveyedFile> survey(List<Path> files) {
    List<SurveyedFile> readable = new ArrayList<>();
    for (Path file : files) {
      List<Map<String, ConventionChoice>> conventionChoices = new ArrayList<>();
      RowCounts before = counts;
      Dialect dialect = Dialect.TOLD_BY_CONTENT;
      try (GridFile grid = opener.open(file, dialect)) {
        for (GridSheet sheet : sheets(grid)) {
          new Survey(file, sheet, conventionChoices).read(grid.sheets().size());
        }
        dialect = grid.dialect();
        checkAnyTable(file, conventionChoices);
      } catch (IOException | RuntimeException | OutOfMemoryError | StackOverflowError e) {
        counts = before;
        unreadable(file, e);
        continue;
      }
      readable.add(new SurveyedFile(file, dialect, conventionChoices));
    }
    return readable;
  }

  /** A file none of whose sheets has the headings is an error, whatever each of them holds. */
  private void checkAnyTable(Path file, List<Map<String, ConventionChoice>> conventionChoices) {
    boolean told =
        findings.stream()
            .anyMatch(f -> f.isError() && String.valueOf(f.place().file()).equals(file.toString()));
    if (conventionChoices.isEmpty() && !told) {
      findings.add(
          Finding.of(
              FindingCode.NO_TABLE,
              Place.file(file.toString()),
              "no sheet has the headings " + String.join(", ", wanted()) + "; none of it counts",
              "leave it out, or name columns that it has"));
    }
  }

  private List<String> wanted() {
    return names.stream().filter(name -> !ORIGIN.contains(name)).toList();
  }

  private void unreadable(Path file, Throwable e) {
    long row = e instanceof UnreadableFileException broken ? broken.row() : 0;
    findings.add(
        Finding.of(
            FindingCode.FILE_UNREADABLE,
            Place.file(file.toString()).atRow(row),
            FileFailure.words(e) + "; none of its rows count",
            "correct the file or leave it out"));
  }

  private static List<GridSheet> sheets(GridFile grid) {
    return grid.sheets().stream().filter(sheet -> sheet.visible() && !sheet.isReport()).toList();
  }

  /** Reads files by what was learnt of them into a sink. */
  void read(List<SurveyedFile> files, List<IntakeColumn> columns, BlockSink sink)
      throws IOException {
    BlockBuilder blocks =
        new BlockBuilder(new IntakeSpec(columns, Map.of()).schema(), Block.MOST_ROWS, sink);
    for (SurveyedFile file : files) {
      try (GridFile grid = opener.open(file.path, file.dialect)) {
        int table = 0;
        for (GridSheet sheet : sheets(grid)) {
          table = read(file, grid, sheet, table, columns, blocks);
        }
      } catch (UnreadableFileException e) {
        unreadable(file.path, e);
      }
    }
    blocks.flush();
  }

  /** Reads the tables of one sheet, of which the first is so many in the file, from 0. */
  private int read(
      SurveyedFile file,
      GridFile grid,
      GridSheet sheet,
      int firstTable,
      List<IntakeColumn> columns,
      BlockBuilder blocks)
      throws IOException {
    int[] table = {firstTable};
    Map<String, ConventionChoice> conventionChoices = new HashMap<>();
    for (int i = firstTable; i < file.conventionChoices.size(); i++) {
      file.conventionChoices.get(i).forEach(conventionChoices::putIfAbsent);
    }
    columns.forEach(
        column ->
            conventionChoices.putIfAbsent(
                column.column().name(), ConventionChoice.undecidable(column.column().type())));
    IntakeSpec spec =
        new IntakeSpec(columns, named(file.path, sheet, columns)).with(conventionChoices);
    SourceSink sink =
        new SourceSink() {
          @Override
          public HeldRowSink begin() {
            return row -> {};
          }

          @Override
          public void drop() {
            throw new IllegalStateException("what was learnt of " + file.path + " doesn't hold");
          }
        };
    Place place = Place.source(file.path.toString(), sheet.name());
    new SheetTables(spec, place, sheet, blocks, sink)
        .read(
            CellRange.EVERYTHING,
            result -> {
              table[0] += result.outcome() == SourceIntake.Outcome.READ ? 1 : 0;
              took(result, place, grid.sheets().size());
            });
    return table[0];
  }

  private void took(SourceIntake result, Place place, int sheets) {
    counts = counts.plus(result.counts());
    boolean stray =
        sheets > 1
            && result.outcome() == SourceIntake.Outcome.NO_TABLE
            && !result.nearest().anyHeading();
    if (stray) {
      findings.add(
          Finding.of(FindingCode.SHEET_PASSED_OVER, place, "no row has any of the headings", ""));
    } else {
      result.findings().stream()
          .filter(finding -> finding.code() != FindingCode.HEADING_NOT_USED)
          .map(PlainFiles::withoutPlan)
          .forEach(findings::add);
    }
  }

  /** Says what to do where there is no plan to be changed. */
  private static Finding withoutPlan(Finding finding) {
    return switch (finding.code()) {
      case HEADING_MISSING ->
          finding.withRemedy("name one of the headings that were found, or correct the file");
      case ROWS_HELD -> finding.withRemedy("correct the file, and run the command again");
      default -> finding;
    };
  }

  private static Map<String, String> named(Path file, GridSheet sheet, List<IntakeColumn> columns) {
    Map<String, String> named = new HashMap<>();
    named.put(Origin.SOURCE_FILE.name(), file.toString());
    named.put(Origin.SOURCE_SHEET.name(), sheet.name());
    named.keySet().retainAll(columns.stream().map(c -> c.column().name()).toList());
    return named;
  }

  /** The first reading of one sheet. */
  private final class Survey implements SourceSink {

    private final Path file;
    private final GridSheet sheet;
    private final List<Map<String, ConventionChoice>> conventionChoices;
    private TypeDetector detector = new TypeDetector();
    private final BlockBuilder blocks;
    private int sheets;

    Survey(Path file, GridSheet sheet, List<Map<String, ConventionChoice>> conventionChoices) {
      this.file = file;
      this.sheet = sheet;
      this.conventionChoices = conventionChoices;
      this.blocks =
          new BlockBuilder(
              new IntakeSpec(asText(), Map.of()).schema(),
              Block.MOST_ROWS,
              (block, from, to) -> detector.accept(block, from, to));
    }

    void read(int ofSheets) throws IOException {
      sheets = ofSheets;
      IntakeSpec spec = new IntakeSpec(asText(), named(file, sheet, asText()));
      Place place = Place.source(file.toString(), sheet.name());
      new SheetTables(spec, place, sheet, blocks, this).read(CellRange.EVERYTHING, this::ended);
    }

    @Override
    public HeldRowSink begin() {
      return row -> {};
    }

    @Override
    public void drop() throws IOException {
      blocks.flush();
      detector = new TypeDetector();
    }

    private void ended(SourceIntake result) throws IOException {
      blocks.flush();
      took(result, Place.source(file.toString(), sheet.name()), sheets);
      if (result.outcome() == SourceIntake.Outcome.READ) {
        Map<String, ConventionChoice> shown = new HashMap<>();
        for (int i = 0; i < names.size(); i++) {
          String name = names.get(i);
          detector.conventionChoice(i).ifPresent(taken -> shown.put(name, taken));
          if (detector.filled(i) > 0 && !ORIGIN.contains(name)) {
            votes
                .computeIfAbsent(name, n -> new TypeVote())
                .add(detector.type(i), detector.filled(i));
          }
        }
        conventionChoices.add(shown);
      }
      detector = new TypeDetector();
    }
  }
}
