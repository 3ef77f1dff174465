package baddle.app.summarize;

import baddle.app.ContentHash;
import baddle.core.crosstab.CrosstabBuilder;
import baddle.core.crosstab.CrosstabSpec;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridOpener;
import baddle.core.grid.GridSheet;
import baddle.core.grid.UnreadableFileException;
import baddle.core.intake.Intake;
import baddle.core.intake.IntakeColumn;
import baddle.core.intake.IntakeSpec;
import baddle.core.intake.RowCounts;
import baddle.core.intake.SourceIntake;
import baddle.core.intake.TypeDetector;
import baddle.core.table.Block;
import baddle.core.table.BlockBuilder;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.core.value.Calendar;
import baddle.core.value.ColumnType;
import baddle.formats.Formats;
import baddle.reports.Provenance;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A cross-tab straight from files, without a plan: the columns it names are looked for among the
 * headings. The files are read twice, once to find out what the columns hold.
 */
public final class FilesCrosstab {

  private static final Set<String> ORIGIN =
      Set.of(Origin.SOURCE_FILE.name(), Origin.SOURCE_SHEET.name());

  private static final Set<FindingCode> OF_FIRST_READING =
      Set.of(FindingCode.FILE_DUPLICATE, FindingCode.FILE_UNREADABLE);

  private final GridOpener opener;
  private final CrosstabSpec spec;
  private final List<Finding> findings = new ArrayList<>();
  private RowCounts counts = RowCounts.NONE;

  /** Of a specification. */
  public FilesCrosstab(GridOpener opener, CrosstabSpec spec) {
    this.opener = opener;
    this.spec = spec;
  }

  /** Of files of every format there is. */
  public static FilesCrosstab of(CrosstabSpec spec) {
    return new FilesCrosstab(new Formats(), spec);
  }

  /**
   * Reads files and builds the cross-tab; a file with the content of another counts once.
   *
   * @throws baddle.core.crosstab.SpecException if a column doesn't hold what the specification
   *     needs
   */
  public Figures figures(List<Path> files) throws IOException {
    List<Path> readable = new ArrayList<>(distinct(files));
    List<String> names = spec.columns();
    TypeDetector detector = new TypeDetector();
    readable.removeAll(read(readable, columns(names, name -> ColumnType.text()), detector));
    if (counts.kept() == 0) {
      return new Figures(List.of(), Provenance.of(Map.of()), findings);
    }
    findings.removeIf(finding -> !OF_FIRST_READING.contains(finding.code()));
    counts = RowCounts.NONE;
    List<IntakeColumn> typed = columns(names, name -> detector.type(names.indexOf(name)));
    Schema schema = new IntakeSpec(typed, Map.of()).schema();
    CrosstabBuilder builder = new CrosstabBuilder(spec, schema, Calendar.standard());
    read(readable, typed, builder);
    Map<String, String> about = new LinkedHashMap<>();
    about.put("Files", readable.stream().map(Path::toString).collect(Collectors.joining(", ")));
    about.put(
        "Completeness",
        String.format(
            Locale.ROOT,
            "%,d rows read = %,d counted + %,d left out + %,d held",
            counts.read(),
            counts.kept(),
            counts.leftOut(),
            counts.held()));
    about.put(
        "Types",
        typed.stream()
            .map(column -> column.column().name() + " " + column.column().type())
            .collect(Collectors.joining(", ")));
    return new Figures(List.of(builder.build()), Provenance.of(about), findings);
  }

  private List<Path> distinct(List<Path> files) {
    Map<String, Path> first = new HashMap<>();
    List<Path> distinct = new ArrayList<>();
    for (Path file : files) {
      try {
        Path other = first.putIfAbsent(ContentHash.of(file), file);
        if (other == null) {
          distinct.add(file);
        } else {
          findings.add(
              Finding.of(
                  FindingCode.FILE_DUPLICATE,
                  Place.file(file.toString()),
                  "the same content as " + other + "; counted once",
                  "leave it out"));
        }
      } catch (IOException e) {
        distinct.add(file);
      }
    }
    return distinct;
  }

  @FunctionalInterface
  private interface Typing {
    ColumnType type(String name);
  }

  private static List<IntakeColumn> columns(List<String> names, Typing typing) {
    return names.stream()
        .map(
            name -> {
              boolean origin = ORIGIN.contains(name);
              ColumnType type = origin ? ColumnType.text() : typing.type(name);
              return new IntakeColumn(new Column(name, type), List.of(), !origin);
            })
        .toList();
  }

  /** Reads files into a sink, and gives back those that broke off. */
  private List<Path> read(List<Path> files, List<IntakeColumn> columns, BlockSink sink)
      throws IOException {
    List<Path> broken = new ArrayList<>();
    Schema schema = new IntakeSpec(columns, Map.of()).schema();
    BlockBuilder blocks = new BlockBuilder(schema, Block.MOST_ROWS, sink);
    for (Path file : files) {
      try (GridFile grid = opener.open(file)) {
        read(file, grid, columns, blocks);
      } catch (IOException e) {
        broken.add(file);
        long row = e instanceof UnreadableFileException unreadable ? unreadable.row() : 0;
        findings.add(
            Finding.of(
                FindingCode.FILE_UNREADABLE,
                Place.file(file.toString()).atRow(row),
                String.valueOf(e.getMessage()),
                "mend the file or leave it out"));
      }
    }
    blocks.flush();
    return broken;
  }

  private void read(Path file, GridFile grid, List<IntakeColumn> columns, BlockBuilder blocks)
      throws IOException {
    for (GridSheet sheet : grid.sheets()) {
      if (!sheet.visible()) {
        continue;
      }
      Map<String, String> named = new HashMap<>();
      named.put(Origin.SOURCE_FILE.name(), file.toString());
      named.put(Origin.SOURCE_SHEET.name(), sheet.name());
      named.keySet().retainAll(columns.stream().map(c -> c.column().name()).toList());
      Place place = Place.source(file.toString(), sheet.name());
      Intake intake =
          new Intake(new IntakeSpec(columns, named), place, sheet.fixedWidth(), blocks, row -> {});
      sheet.read(intake);
      SourceIntake result = intake.result();
      counts = counts.plus(result.counts());
      boolean stray = grid.sheets().size() > 1 && result.outcome() == SourceIntake.Outcome.NO_TABLE;
      if (!stray) {
        result.findings().stream()
            .filter(finding -> finding.code() != FindingCode.HEADING_NOT_USED)
            .forEach(findings::add);
      }
    }
  }
}
