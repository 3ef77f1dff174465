package baddle.store;

import java.io.IOException;
import java.util.Collection;
import java.util.List;
import java.util.stream.Collectors;

/**
 * Removes what no batch that is kept needs: rows that were replaced, and older versions of derived
 * columns. What the kept batches show stays as it is.
 */
public final class Removal {

  /**
   * How much there is to remove.
   *
   * @param batches how many batches can't be seen any more
   * @param files how many files' rows go
   * @param parts how many parts go whole
   * @param bytes how many bytes of stored columns
   */
  public record Amount(long batches, long files, long parts, long bytes) {}

  private static final List<String> OF_SOURCES =
      List.of(
          "suspense",
          "held_cell",
          "blanked",
          "left_out",
          "control_total",
          "mended",
          "row_state",
          "source_sample",
          "source_sum",
          "cell_count",
          "cells_not_read");

  private static final String NO_FILE = " file NOT IN (SELECT id FROM kept_file) ";
  private static final String NO_PART = " part NOT IN (SELECT part FROM source) ";

  private final Database database;
  private final String kept;

  /**
   * A removal that is yet to happen.
   *
   * @param kept the numbers of the batches that stay readable
   */
  Removal(Database database, Collection<Integer> kept) {
    this.database = database;
    this.kept = kept.stream().map(String::valueOf).collect(Collectors.joining(", "));
  }

  /** What it would remove. */
  public Amount amount() throws IOException {
    database.execute("BEGIN IMMEDIATE");
    try {
      return removed();
    } finally {
      database.execute("ROLLBACK");
    }
  }

  /** Removes it, and gives the room back. */
  public Amount run() throws IOException {
    database.execute("BEGIN IMMEDIATE");
    Amount amount;
    try {
      amount = removed();
      database.execute("COMMIT");
    } catch (IOException e) {
      database.execute("ROLLBACK");
      throw e;
    }
    database.execute("VACUUM");
    database.execute("PRAGMA wal_checkpoint(TRUNCATE)");
    return amount;
  }

  private String isSeen(String from) {
    return " EXISTS (SELECT 1 FROM batch b WHERE b.number IN (%s) AND coalesce(%s, 0) <= b.number AND (live_until IS NULL OR live_until > b.number)) "
        .formatted(kept, from);
  }

  private Amount removed() throws IOException {
    long before = bytes();
    long parts = count("part");
    long files = count("file");
    database.execute(
        "CREATE TEMP TABLE kept_file AS SELECT id FROM file WHERE" + isSeen("live_from"));
    for (String table : List.of("finding", "kept_out")) {
      database.execute("DELETE FROM " + table + " WHERE file IS NOT NULL AND" + NO_FILE);
    }
    database.execute("DELETE FROM source WHERE" + NO_FILE);
    database.execute("DELETE FROM file WHERE id NOT IN (SELECT id FROM kept_file)");
    for (String table : OF_SOURCES) {
      database.execute(
          "DELETE FROM %1$s WHERE NOT EXISTS (SELECT 1 FROM source s WHERE s.part = %1$s.part AND s.number = %1$s.source)"
              .formatted(table));
    }
    database.execute("DELETE FROM row_state WHERE NOT" + isSeen("live_from"));
    database.execute(
        "DELETE FROM block WHERE"
            + NO_PART
            + "OR (column_number <> "
            + PartWriter.ROW_NUMBERS
            + " AND NOT EXISTS (SELECT 1 FROM part_column c WHERE c.part = block.part"
            + " AND c.number = block.column_number AND"
            + isSeen("c.live_from")
            + "))");
    database.execute("DELETE FROM part_column WHERE" + NO_PART + "OR NOT" + isSeen("live_from"));
    database.execute("DELETE FROM part WHERE id NOT IN (SELECT part FROM source)");
    database.execute(
        "DELETE FROM finding WHERE (dataset IS NOT NULL AND NOT"
            + isSeen("batch")
            + ") OR (dataset IS NULL AND file IS NULL AND batch NOT IN ("
            + kept
            + "))");
    long batches = count("batch WHERE tidied IS NULL AND number NOT IN (" + kept + ")");
    database.execute(
        "UPDATE batch SET tidied = 1 WHERE tidied IS NULL AND number NOT IN (" + kept + ")");
    database.execute("DROP TABLE kept_file");
    return new Amount(batches, files - count("file"), parts - count("part"), before - bytes());
  }

  private long count(String what) throws IOException {
    return database.query("SELECT count(*) FROM " + what, row -> row.getLong(1)).get(0);
  }

  private long bytes() throws IOException {
    return database
        .query("SELECT coalesce(sum(length(content)), 0) FROM block", row -> row.getLong(1))
        .get(0);
  }
}
