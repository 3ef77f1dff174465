package baddle.app.consolidate;

import baddle.app.reading.FileFailure;
import baddle.app.reading.FileReading;
import baddle.core.derivation.StoppedException;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridOpener;
import baddle.core.grid.UnreadableFileException;
import baddle.core.table.BlockBuilder;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import baddle.store.StoreException;
import java.io.IOException;

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
   * @throws StoreException if the store can't take the rows
   * @throws StoppedException if a lookup that is to stop has no answer
   */
  FileOutcome read(CheckedFile file) throws StoreException, StoppedException {
    sources.beginFile(file);
    FileReading reading = new FileReading(plan, dataset, file.file(), blocks, sources);
    try (GridFile grid = opener.open(file.file().file(), file.file().feed().dialect())) {
      reading.read(grid);
    } catch (StoreException | StoppedException e) {
      throw e;
    } catch (BlockFailure e) {
      throw e;
    } catch (IOException | RuntimeException | OutOfMemoryError | StackOverflowError e) {
      sources.dropFile();
      reading.fail(unreadable(file.file().path(), e));
    }
    return new FileOutcome(file, sources.part(), reading.sources(), reading.findings());
  }

  static Finding unreadable(String path, Throwable e) {
    long row = e instanceof UnreadableFileException broken ? broken.row() : 0;
    return Finding.of(
        FindingCode.FILE_UNREADABLE,
        Place.file(path).atRow(row),
        FileFailure.words(e) + "; none of its rows are taken",
        "correct the file or ask the sender for it again, then consolidate again");
  }
}
