package baddle.app.plain;

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
import baddle.core.profile.TypeDetector;
import baddle.core.table.Block;
import baddle.core.table.BlockBuilder;
import baddle.core.value.ColumnType;
import baddle.core.value.ConventionChoice;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/** Reads files as text, to learn which tables they have and what these hold. */
final class PlainSurvey {

  private final GridOpener opener;
  private final PlainColumns columns;
  private final PlainChoice choice;
  private final PlainSheets sheets;
  private final List<PlainSource> sources = new ArrayList<>();
  private final List<Finding> findings = new ArrayList<>();

  private final Map<String, TypeVote> votes = new HashMap<>();

  PlainSurvey(GridOpener opener, PlainColumns columns, PlainChoice choice) {
    this.opener = opener;
    this.columns = columns;
    this.choice = choice;
    this.sheets = new PlainSheets(choice, columns);
  }

  /** The tables that were found. */
  List<PlainSource> sources() {
    return sources;
  }

  /** The findings, besides the tables that were found. */
  List<Finding> findings() {
    return findings;
  }

  /** The types of the columns. */
  Map<String, ColumnType> types() {
    Map<String, ColumnType> types = new HashMap<>();
    votes.forEach((name, vote) -> types.put(name, vote.decide()));
    return types;
  }

  /** Reads a file; of one that breaks off nothing counts. */
  void read(Path file) {
    int before = sources.size();
    List<Finding> ofFile = new ArrayList<>();
    try (GridFile grid = opener.open(file, Dialect.TOLD_BY_CONTENT)) {
      List<GridSheet> wanted = sheets.of(grid);
      for (GridSheet sheet : wanted) {
        new OfSheet(file, sheet).read(grid.sheets().size(), ofFile);
      }
      Dialect dialect = grid.dialect();
      sources.subList(before, sources.size()).replaceAll(source -> source.writtenAs(dialect));
      ofFile.addAll(sheets.notRead(grid, file.toString()));
      grid.remarks().forEach(remark -> ofFile.add(remark.finding(file.toString())));
      if (sources.size() == before && ofFile.stream().noneMatch(Finding::isError)) {
        ofFile.add(noTable(file));
      }
      findings.addAll(ofFile);
    } catch (IOException | RuntimeException | OutOfMemoryError | StackOverflowError e) {
      sources.subList(before, sources.size()).clear();
      findings.add(unreadable(file, e));
    }
  }

  /** A file none of whose sheets has the headings is an error, whatever each of them holds. */
  private Finding noTable(Path file) {
    return Finding.of(
        FindingCode.NO_TABLE,
        Place.file(file.toString()),
        "no sheet has the headings "
            + String.join(", ", columns.headings())
            + "; none of it counts",
        "leave it out, or name columns that it has");
  }

  static Finding unreadable(Path file, Throwable e) {
    long row = e instanceof UnreadableFileException broken ? broken.row() : 0;
    return Finding.of(
        FindingCode.FILE_UNREADABLE,
        Place.file(file.toString()).atRow(row),
        FileFailure.words(e) + "; none of its rows count",
        "correct the file or leave it out");
  }

  /** The reading of one sheet. */
  private final class OfSheet implements SourceSink {

    private final Path file;
    private final GridSheet sheet;
    private final List<IntakeColumn> asText = columns.columns(Map.of());
    private TypeDetector detector = new TypeDetector();
    private final BlockBuilder blocks;

    OfSheet(Path file, GridSheet sheet) {
      this.file = file;
      this.sheet = sheet;
      this.blocks =
          new BlockBuilder(
              new IntakeSpec(asText, Map.of()).schema(),
              Block.MOST_ROWS,
              (block, from, to) -> detector.accept(block, from, to));
    }

    void read(int ofSheets, List<Finding> found) throws IOException {
      Place place = Place.source(file.toString(), sheet.name());
      new SheetTables(new IntakeSpec(asText, Map.of()), place, sheet, blocks, this)
          .read(
              choice.range(),
              (region, result) -> {
                blocks.flush();
                if (result.outcome() == SourceIntake.Outcome.READ) {
                  take(region, result);
                } else {
                  found.addAll(sheets.findings(result, place, ofSheets));
                }
                detector = new TypeDetector();
              });
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

    private void take(CellRange region, SourceIntake result) {
      Map<String, ConventionChoice> shown = new HashMap<>();
      List<String> names = columns.headings();
      for (int i = 0; i < names.size(); i++) {
        String name = names.get(i);
        detector.conventionChoice(i).ifPresent(taken -> shown.put(name, taken));
        if (detector.filled(i) > 0) {
          votes
              .computeIfAbsent(name, n -> new TypeVote())
              .add(detector.type(i), detector.filled(i));
        }
      }
      sources.add(
          new PlainSource(
              sources.size(),
              file,
              Dialect.TOLD_BY_CONTENT,
              sheet.name(),
              region,
              result.treated().headings(),
              shown));
    }
  }
}
