package baddle.app.export;

import baddle.app.compare.ChangedRows;
import baddle.app.compare.CompareException;
import baddle.app.session.ProjectSession;
import baddle.core.table.BlockSink;
import baddle.core.table.Column;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.store.entry.Batch;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/**
 * The rows that a running log lacks: all that came since the last batch it has, and what corrects
 * those that changed or went since.
 */
final class LogScan {

  private static final List<Column> ORIGIN =
      List.of(
          Origin.SOURCE_FILE,
          Origin.SOURCE_SHEET,
          Origin.SOURCE_ROW,
          Origin.SOURCE_PERIOD,
          Origin.BATCH,
          Origin.BATCH_TIME);

  private final ProjectSession session;
  private final String dataset;
  private final RowsOfDataset all;
  private final Optional<Condition> condition;
  private final LogRows rows;

  /**
   * Of a dataset.
   *
   * @param session stays open as long as they are read
   * @throws ExportException if they can't be chosen as asked
   */
  LogScan(ProjectSession session, String dataset, RowsChoice choice, Corrections corrections)
      throws IOException, ExportException {
    this.session = session;
    this.dataset = dataset;
    this.all = new RowsOfDataset(session, dataset, withArrival(choice));
    this.condition =
        choice.where().isPresent()
            ? Optional.of(
                new Condition(
                    choice.where().get(), all.whole(), session.project().plan().calendar()))
            : Optional.empty();
    this.rows = new LogRows(all.schema(), corrections, all.batch(), condition);
  }

  /** The columns they have. */
  Schema schema() {
    return rows.schema();
  }

  /** The batch they go up to. */
  Batch batch() {
    return all.batch();
  }

  /** How many rows came in, by the last scan. */
  long added() {
    return rows.added();
  }

  /** How many rows that the log has are others now, or gone, by the last scan. */
  long corrected() {
    return rows.corrected();
  }

  /**
   * Those that a log lacks, each time the same.
   *
   * @param last the last batch it has; 0 for none
   * @throws ExportException if it can't be told what changed since
   */
  AppendedFile.Scan since(int last) throws IOException, ExportException {
    return last == 0 ? this::first : changed(last);
  }

  /** Pushes all rows, as a log that begins has them. */
  void first(BlockSink sink) throws IOException {
    rows.reset();
    all.scan(rows.first(sink));
  }

  /**
   * The rows to append so that a log matches the dataset.
   *
   * @param difference what it lacks
   * @param last the last batch that it has a line of
   */
  AppendedFile.Scan toMend(LogDifference difference, int last) {
    return sink -> {
      difference.takenBack(sink, all.batch().number(), BatchMade.micros(all.batch()));
      all.scan(rows.chosen(difference.fresh(), last, sink));
    };
  }

  private AppendedFile.Scan changed(int last) throws IOException, ExportException {
    try {
      ChangedRows changed =
          new ChangedRows(
              session, dataset, OptionalInt.of(last), OptionalInt.of(all.batch().number()), ORIGIN);
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
                  + ", which the log ends with; begin another");
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
  private RowsChoice withArrival(RowsChoice choice) throws IOException, ExportException {
    RowsOfDataset plain = new RowsOfDataset(session, dataset, choice);
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
