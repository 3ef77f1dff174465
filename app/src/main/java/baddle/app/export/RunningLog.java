package baddle.app.export;

import baddle.app.session.ProjectSession;
import baddle.core.grid.CsvForm;
import baddle.store.StoreException;
import baddle.store.entry.Batch;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/**
 * A file that grows with each batch: what came since the last batch it has is appended, and what
 * changed since is corrected with a sign, so that its sums are the dataset's. It is written beside
 * its place as a whole, and is the old one until the new one is moved there.
 */
final class RunningLog {

  private final ProjectSession session;
  private final String dataset;
  private final RowsChoice choice;
  private final Corrections corrections;

  RunningLog(ProjectSession session, String dataset, RowsChoice choice, Corrections corrections) {
    this.session = session;
    this.dataset = dataset;
    this.choice = choice;
    this.corrections = corrections;
  }

  /**
   * What was appended.
   *
   * @param ready the file; empty where there is nothing to append
   * @param batch the batch that it goes up to
   * @param added how many rows came in
   * @param corrected how many rows that it has had are others now, or gone
   */
  record Appended(Optional<RowsFile.Ready> ready, Batch batch, long added, long corrected) {}

  /**
   * Writes the log beside its place.
   *
   * @throws ExportException if it can't be gone on with
   */
  Appended beside(Path file, CsvForm form, Optional<String> table)
      throws IOException, ExportException {
    LogScan rows = new LogScan(session, dataset, choice, corrections);
    Batch batch = rows.batch();
    String name = table.orElse(dataset);
    boolean begins = !Files.exists(file);
    LogFile log = new LogFile(file, rows.schema(), form, name);
    LogFile.Last ends = begins ? new LogFile.Last(0, "") : log.last();
    int last = ends.batch();
    if (last > 0
        && (last > batch.number() || !BatchMade.isKnown(session.store(), last, ends.made()))) {
      throw new ExportException(
          file
              + " has rows of batch "
              + last
              + ", made at "
              + ends.made()
              + ", which this store doesn't know; it is the log of another project, of a store that"
              + " was made anew, or the batch was removed; move it away to begin another");
    }
    if (!begins && last == batch.number()) {
      return new Appended(Optional.empty(), batch, 0, 0);
    }
    AppendedFile.Scan fresh = rows.since(last);
    try {
      fresh.scan((block, from, to) -> {});
    } catch (StoreException.Damaged e) {
      throw new ExportException(
          file
              + " ends with batch "
              + last
              + ", whose rows are damaged on disk, so that it can't be told what changed since: "
              + e.getMessage()
              + "; move it away to begin another");
    }
    long added = rows.added();
    long corrected = rows.corrected();
    boolean nothing = added == 0 && (corrected == 0 || corrections == Corrections.LIST);
    if (!begins && nothing) {
      return new Appended(Optional.empty(), batch, added, corrected);
    }
    RowsFile.Shape shape = new RowsFile.Shape(name, form, List.of(), List.of());
    RowsFile.Ready ready =
        AppendedFile.stage(
            file,
            Optional.of(session.project().planFile()),
            rows.schema(),
            shape,
            begins ? Optional.empty() : Optional.of(log::scan),
            fresh);
    return new Appended(Optional.of(ready), batch, added, corrected);
  }
}
