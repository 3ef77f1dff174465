package baddle.app.export;

import baddle.core.check.HashCounts;
import baddle.core.check.RowHashes;
import baddle.core.table.Block;
import baddle.core.table.BlockSink;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import java.io.IOException;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.List;
import java.util.stream.Collectors;

/**
 * The difference between a running log and the dataset: rows that the log lacks, and rows that the
 * dataset no longer has. Only the lines count, not when they were appended or what happened to the
 * store since.
 */
final class LogDifference {

  private static final int MOST_EXAMPLES = 3;

  private final LogFile log;
  private final Schema schema;
  private final List<String> compared;
  private final HashCounts surplus = new HashCounts();
  private final BitSet fresh = new BitSet();
  private final List<String> examples = new ArrayList<>();
  private long rows;
  private long gone;

  private LogDifference(LogFile log, Schema schema) {
    this.log = log;
    this.schema = schema;
    this.compared =
        schema.names().stream()
            .filter(name -> !name.equals(LogRows.SIGN.name()))
            .filter(name -> !name.equals(Origin.BATCH.name()))
            .filter(name -> !name.equals(Origin.BATCH_TIME.name()))
            .toList();
  }

  /**
   * Compares a log with the dataset.
   *
   * @param wanted a new log of the dataset, written in the same way
   * @param schema the columns of both
   * @throws ExportException if the log takes back what it hasn't got
   */
  static LogDifference of(LogFile log, LogFile wanted, Schema schema)
      throws IOException, ExportException {
    LogDifference difference = new LogDifference(log, schema);
    difference.compare(wanted);
    return difference;
  }

  private interface Use {
    void row(Block block, int row, long hash) throws IOException;
  }

  private void scan(LogFile file, Use use) throws IOException {
    RowHashes hashes = new RowHashes(schema, compared);
    file.scan(
        (block, from, to) -> {
          hashes.begin(block);
          for (int row = from; row < to; row++) {
            use.row(block, row, hashes.shortened(row));
          }
        });
  }

  private void compare(LogFile wanted) throws IOException, ExportException {
    scan(log, (block, row, hash) -> surplus.add(hash, sign(block, row)));
    if (surplus.anyBelowZero()) {
      throw new ExportException(
          "the log takes back rows that it doesn't have, so somebody has changed it; move it away"
              + " to begin another");
    }
    scan(
        wanted,
        (block, row, hash) -> {
          if (!surplus.take(hash)) {
            fresh.set(Math.toIntExact(rows));
            note("missing in the log:", block, row);
          }
          rows++;
        });
    takenBack(
        (block, from, to) -> {
          gone += to - from;
          for (int row = from; row < to; row++) {
            note("not in the dataset:", block, row);
          }
        },
        0,
        0);
  }

  private void note(String what, Block block, int row) {
    if (examples.stream().filter(one -> one.startsWith(what)).count() < MOST_EXAMPLES) {
      examples.add(
          compared.stream()
              .map(name -> block.schema().indexOf(name).orElseThrow())
              .map(at -> block.vector(at).shown(row, block.schema().column(at).type()))
              .collect(Collectors.joining(", ", what + " ", "")));
    }
  }

  /** The first rows that differ, in words. */
  List<String> examples() {
    return List.copyOf(examples);
  }

  private int sign(Block block, int row) {
    int at = schema.indexOf(LogRows.SIGN.name()).orElseThrow();
    return (int) block.numbers(at).values()[row];
  }

  /** How many rows the dataset has. */
  long rows() {
    return rows;
  }

  /** The rows of the dataset that the log lacks, by their number from 0. */
  BitSet fresh() {
    return fresh;
  }

  /** How many rows of the log the dataset no longer has. */
  long gone() {
    return gone;
  }

  /**
   * Pushes the rows that are to be taken back, as the log has them.
   *
   * @param batch the batch that takes them back
   * @param micros when that was made
   */
  void takenBack(BlockSink into, long batch, long micros) throws IOException {
    HashCounts left = new HashCounts(surplus);
    RowHashes hashes = new RowHashes(schema, compared);
    log.scan(
        (block, from, to) -> {
          hashes.begin(block);
          int[] chosen = new int[to - from];
          int count = 0;
          for (int row = from; row < to; row++) {
            if (sign(block, row) > 0 && left.take(hashes.shortened(row))) {
              chosen[count++] = row;
            }
          }
          if (count > 0) {
            into.accept(LogRows.takenBack(block.rows(chosen, count), batch, micros), 0, count);
          }
        });
  }
}
