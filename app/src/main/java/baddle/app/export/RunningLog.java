package baddle.app.export;

import baddle.app.BatchStamp;
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
   * Compares a log with the dataset.
   *
   * @throws ExportException if there is no such log
   */
  DatasetExport.Proof prove(Path file, CsvForm form, Optional<String> table)
      throws IOException, ExportException {
    if (!Files.exists(file)) {
      throw new ExportException("there is no log " + file);
    }
    LogScan rows = new LogScan(session, dataset, choice, corrections);
    String name = table.orElse(dataset);
    LogFile log = new LogFile(file, rows.schema(), form, name);
    log.last();
    LogDifference difference =
        difference(file, log, rows, new RowsFile.Shape(name, form, List.of(), List.of()));
    return new DatasetExport.Proof(
        BatchStamp.of(rows.batch()),
        difference.rows(),
        difference.fresh().cardinality(),
        difference.gone(),
        difference.examples());
  }

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
    RowsFile.Shape shape = new RowsFile.Shape(name, form, List.of(), List.of());
    if (!begins && corrections == Corrections.APPEND) {
      LogDifference difference = difference(file, log, rows, shape);
      long fresh = difference.fresh().cardinality();
      long gone = difference.gone();
      return new Appended(
          fresh + gone == 0
              ? Optional.empty()
              : Optional.of(
                  stage(file, rows, shape, Optional.of(log), rows.toMend(difference, last))),
          batch,
          fresh,
          gone);
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
    return new Appended(
        Optional.of(stage(file, rows, shape, begins ? Optional.empty() : Optional.of(log), fresh)),
        batch,
        added,
        corrected);
  }

  private RowsFile.Ready stage(
      Path file,
      LogScan rows,
      RowsFile.Shape shape,
      Optional<LogFile> before,
      AppendedFile.Scan fresh)
      throws IOException {
    return AppendedFile.stage(
        file,
        Optional.of(session.project().planFile()),
        rows.schema(),
        shape,
        before.map(log -> log::scan),
        fresh);
  }

  /** Compares the log with a new one of the dataset, which is written and read in the same way. */
  private LogDifference difference(Path file, LogFile log, LogScan rows, RowsFile.Shape shape)
      throws IOException, ExportException {
    Path folder = Files.createTempDirectory("baddle-log");
    Path wanted = folder.resolve("log" + RowsFile.ending(file));
    try {
      AppendedFile.stage(
              wanted, Optional.empty(), rows.schema(), shape, Optional.empty(), rows::first)
          .beside()
          .publish();
      return LogDifference.of(
          log, new LogFile(wanted, rows.schema(), shape.form(), shape.table()), rows.schema());
    } finally {
      Files.deleteIfExists(wanted);
      Files.deleteIfExists(folder);
    }
  }
}
