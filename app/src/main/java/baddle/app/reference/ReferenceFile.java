package baddle.app.reference;

import baddle.app.Fingerprint;
import baddle.app.Project;
import baddle.app.reading.FoundFile;
import baddle.app.reading.Mended;
import baddle.app.reading.NameOrder;
import baddle.app.reading.SourceFileReader;
import baddle.app.reading.SourceNumbers;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Severity;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridOpener;
import baddle.core.intake.IntakeSpec;
import baddle.core.outcome.HeldRowSink;
import baddle.core.table.Block;
import baddle.core.table.BlockBuilder;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.Schema;
import baddle.core.table.Vector;
import baddle.plan.DatasetPlan;
import baddle.plan.FeedPlan;
import baddle.plan.Plan;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Optional;
import java.util.Set;

/** A file that the plan names, read like one of a feed, but not into the store. */
final class ReferenceFile {

  private final Project project;
  private final Plan plan;
  private final GridOpener opener;
  private final FeedPlan feed;
  private final DatasetPlan shape;

  /** A lookup needs no more than the columns it names. */
  private static final Set<FindingCode> OF_WHOLE_SHEETS =
      EnumSet.of(FindingCode.CELLS_NOT_READ, FindingCode.SHEET_PASSED_OVER);

  ReferenceFile(Project project, Plan plan, GridOpener opener, FeedPlan feed, DatasetPlan shape) {
    this.project = project;
    this.plan = plan;
    this.opener = opener;
    this.feed = feed;
    this.shape = shape;
  }

  /** Its path as the plan writes it. */
  String path() {
    return feed.files().get(0).toString();
  }

  Path file() throws ReferenceException {
    Path file = project.folder().resolve(path());
    if (!Files.isRegularFile(file)) {
      throw new ReferenceException(
          feed.name() + ": there is no file " + path() + "; nothing was brought in");
    }
    return file;
  }

  /**
   * Reads it.
   *
   * @param columns the columns wanted; one may be wanted twice
   * @param sink takes blocks with just these columns, whose names mean nothing
   * @return what wants a person's eye, notes excepted
   * @throws ReferenceException if it has no table of that shape
   */
  List<Finding> read(List<String> columns, BlockSink sink) throws IOException {
    Path file = file();
    FoundFile found =
        new FoundFile(
            feed,
            path(),
            file,
            Fingerprint.of(file),
            new HashMap<>(),
            Optional.empty(),
            NameOrder.plain(path()),
            Mended.NOTHING);
    IntakeSpec spec = new IntakeSpec(shape.columns(), new HashMap<>());
    BlockBuilder blocks =
        new BlockBuilder(
            spec.workingSchema(feed.shaping().cellColumns()),
            Block.MOST_ROWS,
            (block, from, to) -> sink.accept(chosen(block, columns), from, to));
    SourceFileReader reading =
        new SourceFileReader(plan, shape, found, blocks, new Unnumbered(blocks));
    try (GridFile grid = opener.open(file, feed.dialect())) {
      reading.read(grid);
    }
    blocks.flush();
    if (reading.sources().isEmpty()) {
      String why =
          reading.findings().stream()
              .filter(Finding::isError)
              .map(finding -> finding.place() + ": " + finding.message())
              .findFirst()
              .orElse(path() + ": no table");
      throw new ReferenceException(feed.name() + ": " + why + "; nothing was brought in");
    }
    return reading.findings().stream()
        .filter(f -> f.severity() != Severity.NOTE && !OF_WHOLE_SHEETS.contains(f.code()))
        .toList();
  }

  /** A block with some columns, perhaps one twice. */
  static Block chosen(Block block, List<String> columns) {
    List<Vector> vectors = new ArrayList<>();
    List<Column> named = new ArrayList<>();
    for (String column : columns) {
      int index = block.schema().indexOf(column).orElseThrow();
      vectors.add(block.vector(index));
      named.add(new Column(String.valueOf(named.size()), block.schema().column(index).type()));
    }
    return new Block(new Schema(named), vectors, block.rowNumbers(), block.size());
  }

  /** Held rows are counted by the findings; nothing else is kept of them. */
  private static final class Unnumbered implements SourceNumbers {

    private final BlockBuilder blocks;
    private int last;
    private long firstRow;

    Unnumbered(BlockBuilder blocks) {
      this.blocks = blocks;
    }

    @Override
    public HeldRowSink begin() {
      last++;
      firstRow = blocks.rowsEnded();
      return row -> {};
    }

    @Override
    public int number() {
      return last;
    }

    @Override
    public long firstRow() {
      return firstRow;
    }

    @Override
    public void drop() throws IOException {
      if (!blocks.dropSince(firstRow)) {
        throw new ReferenceException(
            "the values of a column are written in two ways; set decimal: or dates: in the plan");
      }
    }
  }
}
