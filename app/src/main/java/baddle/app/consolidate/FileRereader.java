package baddle.app.consolidate;

import baddle.app.Project;
import baddle.app.changes.SourceFinder;
import baddle.app.reading.FoundFile;
import baddle.app.reading.MendedFiles;
import baddle.app.reading.ReadSource;
import baddle.app.reading.SourceFileReader;
import baddle.app.reference.References;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridOpener;
import baddle.core.grid.UnreadableFileException;
import baddle.core.intake.IntakeSpec;
import baddle.core.intake.RowWatch;
import baddle.core.table.BlockBuilder;
import baddle.formats.Formats;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Predicate;
import org.slf4j.LoggerFactory;

/** Reads a file of a feed once more, to see what becomes of its rows; nothing is stored. */
public final class FileRereader {

  private static final int BLOCK = 4096;

  private FileRereader() {}

  /**
   * Reads the files of some paths that still lie in a feed's folder.
   *
   * @param watch is told of the rows that are left out
   */
  public static void read(Project project, Predicate<String> paths, RowWatch watch)
      throws IOException {
    GridOpener opener = new Formats();
    Plan plan = References.of(project, opener).plan();
    Project same = project.with(plan);
    for (FoundFile file : new SourceFinder(same, MendedFiles.of(project, opener)).find()) {
      if (paths.test(file.path())) {
        read(plan, file, opener, watch);
      }
    }
  }

  /** Takes what came of reading a file. */
  @FunctionalInterface
  public interface Sources {

    /** Takes it. */
    void of(FoundFile file, List<ReadSource> sources) throws IOException;
  }

  /** Reads all files of the feeds that can be read. */
  public static void sources(Project project, Sources sources) throws IOException {
    GridOpener opener = new Formats();
    Plan plan = References.of(project, opener).plan();
    Project same = project.with(plan);
    for (FoundFile file : new SourceFinder(same, MendedFiles.of(project, opener)).find()) {
      try {
        sources.of(file, read(plan, file, opener, RowWatch.NONE));
      } catch (UnreadableFileException e) {
        LoggerFactory.getLogger(FileRereader.class).debug("{} can't be read", file.path(), e);
      }
    }
  }

  private static List<ReadSource> read(Plan plan, FoundFile file, GridOpener opener, RowWatch watch)
      throws IOException {
    DatasetPlan dataset = Objects.requireNonNull(plan.datasets().get(file.feed().dataset()));
    IntakeSpec spec = new IntakeSpec(dataset.columns(), Map.of());
    BlockBuilder blocks =
        new BlockBuilder(
            spec.workingSchema(file.feed().shaping().cellColumns()),
            BLOCK,
            (block, from, to) -> {});
    SourceFileReader reading =
        new SourceFileReader(plan, dataset, file, blocks, new UncountedRows(), watch, Set.of());
    try (GridFile grid = opener.open(file.file(), file.feed().dialect())) {
      reading.read(grid);
    }
    return reading.sources();
  }
}
