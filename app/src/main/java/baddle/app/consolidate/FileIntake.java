package baddle.app.consolidate;

import baddle.app.changes.CheckedFile;
import baddle.app.changes.Refusal;
import baddle.app.parts.FileOutcome;
import baddle.app.parts.PartSources;
import baddle.app.reading.SourceFileReader;
import baddle.core.derivation.StoppedException;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridOpener;
import baddle.core.intake.RowWatch;
import baddle.core.table.BlockBuilder;
import baddle.core.value.Convention;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import baddle.store.StoreException;
import java.io.IOException;
import java.util.Set;

/** Reads the files of one part into it, one after the other. */
final class FileIntake {

  private final Plan plan;
  private final DatasetPlan dataset;
  private final GridOpener opener;
  private final BlockBuilder blocks;
  private final PartSources sources;

  FileIntake(
      Plan plan, DatasetPlan dataset, GridOpener opener, BlockBuilder blocks, PartSources sources) {
    this.plan = plan;
    this.dataset = dataset;
    this.opener = opener;
    this.blocks = blocks;
    this.sources = sources;
  }

  /**
   * Reads one file. A file that can't be read gives a finding, and none of its rows count.
   *
   * @param siblings how the sender's other files are written
   * @throws StoreException if the store can't take the rows
   * @throws StoppedException if a lookup that is to stop has no answer
   */
  FileOutcome read(CheckedFile file, Set<Convention> siblings)
      throws StoreException, StoppedException {
    sources.beginFile(file);
    SourceFileReader reading =
        new SourceFileReader(plan, dataset, file.file(), blocks, sources, RowWatch.NONE, siblings);
    try (GridFile grid = opener.open(file.file().file(), file.file().feed().dialect())) {
      reading.read(grid);
    } catch (StoreException | StoppedException e) {
      throw e;
    } catch (BlockFailure e) {
      throw e;
    } catch (IOException | RuntimeException | OutOfMemoryError | StackOverflowError e) {
      sources.dropFile();
      reading.fail(Refusal.unreadable(file.file().path(), e));
    }
    return new FileOutcome(file, sources.part(), reading.sources(), reading.findings());
  }

  /** Takes back what was read of the last file. */
  void drop() throws StoreException {
    sources.dropFile();
  }
}
