package baddle.store;

import baddle.core.check.SampledHashes;
import baddle.core.intake.SourceIntake;
import baddle.core.outcome.CellAccount;
import baddle.core.outcome.CellCounts;
import baddle.core.outcome.ControlTotal;
import baddle.core.outcome.MendedValue;
import baddle.core.outcome.UnreadRange;
import baddle.store.entry.StoredSource;
import baddle.store.entry.StoredWriting;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.ByteBuffer;
import java.util.Map;
import java.util.Objects;

/** Writes the results of reading the sources that a batch has added. */
public final class SourceDetails {

  private final Database database;
  private final Object lock;

  /**
   * Of a batch.
   *
   * @param lock guards the database while parts are being written
   */
  SourceDetails(Database database, Object lock) {
    this.database = database;
    this.lock = lock;
  }

  private void execute(String statement, Object... values) throws IOException {
    synchronized (lock) {
      database.execute(statement, values);
    }
  }

  /** Adds what became of the cells of a source that was added before. */
  public void addCells(StoredSource source, CellAccount account) throws IOException {
    CellCounts cells = account.counts();
    execute(
        "INSERT INTO cell_count (part, source, filled, read, headings, notes, left_out, ignored,"
            + " not_read) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)",
        source.part(),
        source.number(),
        cells.filled(),
        cells.read(),
        cells.headings(),
        cells.notes(),
        cells.leftOut(),
        cells.ignored(),
        cells.notRead());
    for (UnreadRange range : account.unread()) {
      execute(
          "INSERT INTO cells_not_read (part, source, sheet, heading, cell_range, cells, numbers,"
              + " sum) VALUES (?, ?, ?, ?, ?, ?, ?, ?)",
          source.part(),
          source.number(),
          range.sheet(),
          range.heading(),
          range.range().toString(),
          range.cells(),
          range.numbers(),
          range.sum().toPlainString());
    }
  }

  /** Adds what the shaping did in a source that was added before. */
  public void addTreated(StoredSource source, SourceIntake.Treated treated) throws IOException {
    execute(
        "UPDATE source SET headings = ?, absent = ?, shown = ?, left_open = ?"
            + " WHERE part = ? AND number = ?",
        HeadingList.text(treated.headings()),
        String.join("\t", treated.absent()),
        StoredWriting.text(treated.writing().shown()),
        StoredWriting.text(treated.writing().open()),
        source.part(),
        source.number());
    for (SourceIntake.LeftOut leftOut : treated.leftOut()) {
      execute(
          "INSERT INTO left_out (part, source, because, rows) VALUES (?, ?, ?, ?)",
          source.part(),
          source.number(),
          leftOut.because(),
          leftOut.rows());
    }
    for (MendedValue value : treated.mended()) {
      execute(
          "INSERT INTO mended (part, source, source_row, heading, sent, mended, mended_file,"
              + " mended_sheet, mended_row) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)",
          source.part(),
          source.number(),
          value.rowNumber(),
          value.heading(),
          value.sent(),
          value.mended(),
          Objects.requireNonNullElse(value.from().file(), ""),
          Objects.requireNonNullElse(value.from().sheet(), ""),
          value.from().row());
    }
    for (ControlTotal total : treated.totals()) {
      execute(
          "INSERT INTO control_total (part, source, column_name, label, source_row, stated,"
              + " computed, held) VALUES (?, ?, ?, ?, ?, ?, ?, ?)",
          source.part(),
          source.number(),
          total.column(),
          total.label(),
          total.rowNumber(),
          total.stated().toPlainString(),
          total.computed().toPlainString(),
          total.held());
    }
  }

  /** Adds a sample of the rows of a source that was added before, and what they add up to. */
  public void addSample(int part, int source, SampledHashes sample, Map<String, BigDecimal> sums)
      throws IOException {
    ByteBuffer bytes = ByteBuffer.allocate((int) sample.values().count() * Long.BYTES);
    sample.values().forEach(bytes::putLong);
    execute(
        "INSERT INTO source_sample (part, source, rows, level, hashes) VALUES (?, ?, ?, ?, ?)",
        part,
        source,
        sample.rows(),
        sample.level(),
        bytes.array());
    for (Map.Entry<String, BigDecimal> sum : sums.entrySet()) {
      execute(
          "INSERT INTO source_sum (part, source, column_name, sum) VALUES (?, ?, ?, ?)",
          part,
          source,
          sum.getKey(),
          sum.getValue().toPlainString());
    }
  }
}
