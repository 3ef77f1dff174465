package baddle.app.plain;

import baddle.app.reading.SheetTables;
import baddle.app.reading.SourceSink;
import baddle.core.finding.Finding;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridOpener;
import baddle.core.grid.GridSheet;
import baddle.core.grid.UnreadableFileException;
import baddle.core.intake.IntakeColumn;
import baddle.core.intake.IntakeSpec;
import baddle.core.intake.SourceIntake;
import baddle.core.outcome.HeldRowSink;
import baddle.core.table.Block;
import baddle.core.table.BlockBuilder;
import baddle.core.value.ConventionChoice;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/** Reads tables by what was learnt of them before. */
final class PlainReading {

  /** Takes the rows of tables, one table after the other. */
  @FunctionalInterface
  interface Target {
    void rows(PlainSource source, Block block) throws IOException;
  }

  private final GridOpener opener;
  private final List<IntakeColumn> columns;
  private final PlainSheets sheets;
  private final Map<Integer, SourceIntake> results = new TreeMap<>();
  private final List<Finding> findings = new ArrayList<>();
  private @Nullable PlainSource current;

  PlainReading(GridOpener opener, List<IntakeColumn> columns, PlainSheets sheets) {
    this.opener = opener;
    this.columns = columns;
    this.sheets = sheets;
  }

  /** The intake of each table, by its number. */
  Map<Integer, SourceIntake> results() {
    return results;
  }

  List<Finding> findings() {
    return findings;
  }

  void read(List<PlainSource> sources, Target target) throws IOException {
    BlockBuilder blocks =
        new BlockBuilder(
            new IntakeSpec(columns, Map.of()).schema(),
            Block.MOST_ROWS,
            (block, from, to) -> target.rows(Objects.requireNonNull(current), block));
    Map<Path, List<PlainSource>> byFile = new LinkedHashMap<>();
    sources.forEach(
        source -> byFile.computeIfAbsent(source.file(), f -> new ArrayList<>()).add(source));
    for (Map.Entry<Path, List<PlainSource>> file : byFile.entrySet()) {
      try (GridFile grid = opener.open(file.getKey(), file.getValue().get(0).dialect())) {
        for (PlainSource source : file.getValue()) {
          current = source;
          read(source, grid, blocks);
          blocks.flush();
        }
      } catch (UnreadableFileException e) {
        findings.add(PlainSurvey.unreadable(file.getKey(), e));
      }
    }
  }

  private void read(PlainSource source, GridFile grid, BlockBuilder blocks) throws IOException {
    GridSheet sheet =
        grid.sheets().stream()
            .filter(one -> one.name().equals(source.sheet()))
            .findFirst()
            .orElseThrow();
    Map<String, ConventionChoice> shown = new HashMap<>(source.shown());
    columns.forEach(
        column ->
            shown.putIfAbsent(
                column.column().name(), ConventionChoice.undecidable(column.column().type())));
    SourceSink sink =
        new SourceSink() {
          @Override
          public HeldRowSink begin() {
            return row -> {};
          }

          @Override
          public void drop() {
            throw new IllegalStateException("what was learnt of " + source + " doesn't hold");
          }
        };
    IntakeSpec spec = new IntakeSpec(columns, Map.of()).with(shown).with(sheets.totals());
    SourceIntake result =
        new SheetTables(spec, source.place(), sheet, blocks, sink).readOne(source.region());
    results.put(source.number(), result);
    findings.addAll(sheets.findings(result, source.place(), grid.sheets().size()));
  }
}
