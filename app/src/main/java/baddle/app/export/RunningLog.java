package baddle.app.export;

import baddle.app.Project;
import baddle.app.compare.ChangedRows;
import baddle.app.compare.CompareException;
import baddle.core.grid.CsvForm;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.store.Batch;
import baddle.store.Store;
import baddle.store.StoreException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * A file that grows with each batch: what came since the last batch it has is appended, and what
 * changed since is corrected with a sign, so that its sums are the dataset's. It is written beside
 * its place as a whole, and is the old one until the new one is moved there.
 */
final class RunningLog {

  private static final List<Column> ORIGIN =
      List.of(
          Origin.SOURCE_FILE,
          Origin.SOURCE_SHEET,
          Origin.SOURCE_ROW,
          Origin.SOURCE_PERIOD,
          Origin.BATCH,
          Origin.BATCH_TIME);

  private final Project project;
  private final Store store;
  private final String dataset;
  private final RowsChoice choice;
  private final Corrections corrections;

  RunningLog(
      Project project, Store store, String dataset, RowsChoice choice, Corrections corrections) {
    this.project = project;
    this.store = store;
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
    RowsOfDataset all = new RowsOfDataset(project, store, dataset, withArrival());
    Schema wanted = all.schema();
    Optional<Condition> condition =
        choice.where().isPresent()
            ? Optional.of(
                new Condition(choice.where().get(), all.whole(), project.plan().calendar()))
            : Optional.empty();
    LogRows rows = new LogRows(wanted, corrections, all.batch(), condition);
    String name = table.orElse(dataset);
    boolean begins = !Files.exists(file);
    LogFile log = new LogFile(file, rows.schema(), form, name);
    long last = begins ? 0 : log.lastBatch();
    if (last > all.batch().number()) {
      throw new ExportException(
          file
              + " has rows of batch "
              + last
              + ", and the last batch there is is "
              + all.batch().number()
              + "; it is the log of another project");
    }
    if (!begins && last == all.batch().number()) {
      return new Appended(Optional.empty(), all.batch(), 0, 0);
    }
    Fresh fresh =
        last == 0 ? sink -> all.scan(rows.first(sink)) : changed(last, all, rows, condition);
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
      return new Appended(Optional.empty(), all.batch(), added, corrected);
    }
    RowsFile.Shape shape = new RowsFile.Shape(name, form, List.of(), List.of());
    RowsFile.Ready ready =
        RowsFile.appendBeside(
            file,
            Optional.of(project.planFile()),
            rows.schema(),
            shape,
            begins ? Optional.empty() : Optional.of(log::scan),
            fresh::scan);
    return new Appended(Optional.of(ready), all.batch(), added, corrected);
  }

  /** Rows to be appended, each time the same. */
  @FunctionalInterface
  private interface Fresh {
    void scan(BlockSink sink) throws IOException;
  }

  private Fresh changed(long last, RowsOfDataset all, LogRows rows, Optional<Condition> condition)
      throws IOException, ExportException {
    try {
      ChangedRows changed =
          new ChangedRows(
              project,
              store,
              dataset,
              OptionalInt.of((int) last),
              OptionalInt.of(all.batch().number()),
              ORIGIN);
      List<String> needed = new ArrayList<>(rows.schema().names());
      condition.ifPresent(one -> needed.addAll(one.columns()));
      needed.remove(LogRows.SIGN.name());
      for (String column : needed) {
        if (changed.schema().indexOf(column).isEmpty()) {
          throw new ExportException(
              "the column "
                  + column
                  + " wasn't there in batch "
                  + last
                  + ", which the log ends with; begin another file");
        }
      }
      return sink -> {
        rows.reset();
        changed.scan(rows.changed(sink));
      };
    } catch (CompareException e) {
      throw new ExportException(e.getMessage());
    }
  }

  /** The same choice with the columns that say when a row came. */
  private RowsChoice withArrival() throws IOException, ExportException {
    RowsOfDataset plain = new RowsOfDataset(project, store, dataset, choice);
    List<String> columns = new ArrayList<>(plain.schema().names());
    for (Column column : List.of(Origin.BATCH, Origin.BATCH_TIME)) {
      if (!columns.contains(column.name())) {
        columns.add(column.name());
      }
    }
    return new RowsChoice(
        columns,
        RowsChoice.OriginColumns.NONE,
        choice.where(),
        List.of(),
        choice.batch(),
        Optional.empty(),
        OptionalInt.empty());
  }
}
