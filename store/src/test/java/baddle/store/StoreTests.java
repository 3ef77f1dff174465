package baddle.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.outcome.HeldRow;
import baddle.core.outcome.HeldValue;
import baddle.core.outcome.RowCounts;
import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.table.TextVector;
import baddle.core.value.ColumnType;
import baddle.store.entry.Batch;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class StoreTests {

  private static final Instant TIME = Instant.parse("2026-04-01T06:00:00Z");
  private static final Schema SCHEMA = new Schema(List.of(new Column("site", ColumnType.text())));

  @TempDir Path folder;

  private static StoredFile file(String path) {
    return new StoredFile(
        0, "sales", "tills", path, "hash of " + path, 10, OptionalLong.of(5), "1:2:3", "i");
  }

  /** Writes sources of so many rows into one part, and returns the numbers of their files. */
  private static List<Long> write(BatchWriter batch, int index, String... rowsOfFiles)
      throws IOException {
    List<Long> files = new ArrayList<>();
    try (PartWriter part = batch.part(index, "sales", SCHEMA)) {
      BlockBuilder blocks = new BlockBuilder(SCHEMA, 4, part);
      int number = 0;
      for (String rows : rowsOfFiles) {
        long first = blocks.rowsEnded();
        int row = 1;
        for (String site : rows.split(" ")) {
          ((TextBuilder) blocks.column(0)).set(blocks.row(), site.toCharArray(), 0, site.length());
          blocks.endRow(++row);
        }
        long kept = blocks.rowsEnded() - first;
        long file = batch.addFile(file("f" + rows.hashCode() + ".csv"));
        files.add(file);
        batch.addSource(
            new StoredSource(
                file,
                part.part(),
                ++number,
                "",
                "2026-03",
                1,
                "A1:C9",
                Optional.empty(),
                new RowCounts(kept, kept, 0, 0),
                first,
                ""));
      }
      blocks.flush();
      part.end();
    }
    return files;
  }

  private List<String> sites(int batch) throws IOException {
    List<String> sites = new ArrayList<>();
    try (Store store = Store.openToRead(folder)) {
      store
          .dataset("sales", batch)
          .scan(
              List.of("site", "source_row", "batch"),
              (block, from, to) -> {
                TextVector texts = block.text(0);
                for (int row = from; row < to; row++) {
                  sites.add(
                      texts.dictionary().text(texts.codes()[row])
                          + block.numbers(1).values()[row]
                          + "/"
                          + block.numbers(2).values()[row]);
                }
              });
    }
    return sites;
  }

  @Test
  void every_batch_stays_readable_after_sources_were_replaced() throws IOException {
    try (Store store = Store.openToWrite(folder)) {
      List<Long> files;
      try (BatchWriter batch = store.beginBatch(TIME)) {
        files = write(batch, 0, "a b c", "d e f g h", "i");
        batch.commit();
      }
      try (BatchWriter batch = store.beginBatch(TIME.plusSeconds(60))) {
        batch.retire(files.get(1));
        write(batch, 0, "x y");
        batch.commit();
      }
      assertThat(store.catalogue().storedRows(1)).isEqualTo(9);
      assertThat(store.catalogue().storedRows(2)).isEqualTo(6);
      assertThat(store.catalogue().files(2)).hasSize(3);
      assertThat(store.catalogue().lastBatch()).contains(Batch.of(2, TIME.plusSeconds(60)));
    }
    assertThat(sites(1))
        .containsExactly("a2/1", "b3/1", "c4/1", "d2/1", "e3/1", "f4/1", "g5/1", "h6/1", "i2/1");
    assertThat(sites(2)).containsExactly("a2/1", "b3/1", "c4/1", "i2/1", "x2/2", "y3/2");
  }

  @Test
  void rows_of_a_part_are_told_by_what_they_are_made_of(@TempDir Path other) throws IOException {
    List<String> site = List.of("site");
    List<String> withFile = List.of("site", "source_file");
    try (Store store = Store.openToWrite(folder);
        Store alike = Store.openToWrite(other)) {
      List<Long> files;
      try (BatchWriter batch = store.beginBatch(TIME)) {
        files = write(batch, 0, "a b c", "d e f g h");
        batch.commit();
      }
      try (BatchWriter batch = store.beginBatch(TIME.plusSeconds(60))) {
        batch.retire(files.get(1));
        write(batch, 0, "a b d");
        batch.commit();
      }
      try (BatchWriter batch = alike.beginBatch(TIME.plusSeconds(3))) {
        write(batch, 0, "a b c", "d e f g h");
        batch.commit();
      }
      DatasetReader first = store.dataset("sales", 1);
      DatasetReader second = store.dataset("sales", 2);
      DatasetReader same = alike.dataset("sales", 1);

      assertThat(first.content(1, site)).isPresent().isEqualTo(same.content(1, site));
      assertThat(first.content(1, withFile)).isNotEqualTo(same.content(1, withFile));
      assertThat(
              List.of(
                  first.content(1, site),
                  first.content(1, withFile),
                  second.content(1, site),
                  second.content(2, site)))
          .doesNotHaveDuplicates();
      assertThat(first.content(1, List.of("source_row"))).isEmpty();
    }
  }

  @Test
  void a_batch_that_is_not_committed_never_was() throws IOException {
    try (Store store = Store.openToWrite(folder)) {
      try (BatchWriter batch = store.beginBatch(TIME)) {
        write(batch, 0, "a b c");
      }
      assertThat(store.catalogue().lastBatch()).isEmpty();
      assertThat(store.catalogue().files(1)).isEmpty();
    }
  }

  @Test
  void keeps_findings_with_their_file_and_held_rows_with_their_cells() throws Exception {
    Finding finding =
        Finding.of(FindingCode.ROWS_HELD, Place.source("f.xlsx", "May").atRow(3), "what", "do");
    try (Store store = Store.openToWrite(folder)) {
      try (BatchWriter batch = store.beginBatch(TIME);
          PartWriter part = batch.part(0, "sales", SCHEMA)) {
        HeldValue value = new HeldValue("Qty", "x", "a number");
        part.held(1, new HeldRow(3, List.of(value), List.of("a", "", "x")));
        part.held(2, new HeldRow(9, List.of(value), List.of("gone")));
        part.forget(2);
        part.end();
        batch.addFinding(batch.addFile(file("f.xlsx")), finding);
        batch.addFinding(null, finding);
        batch.commit();
      }
      assertThat(store.catalogue().outcomes().findings(1)).containsExactly(finding);
    }
    try (Connection sql = connect();
        Statement statement = sql.createStatement()) {
      assertThat(
              statement
                  .executeQuery(
                      "SELECT group_concat(cell || '=' || value) FROM held_cell WHERE source_row = 3")
                  .getString(1))
          .isEqualTo("1=a,3=x");
      assertThat(statement.executeQuery("SELECT count(*) FROM suspense").getInt(1)).isEqualTo(1);
    }
  }

  private Connection connect() throws SQLException {
    return DriverManager.getConnection("jdbc:sqlite:" + folder.resolve("dataset.db"));
  }

  @Test
  void a_second_writer_is_told_who_holds_the_lock() throws IOException {
    try (Store store = Store.openToWrite(folder)) {
      assertThatThrownBy(() -> Store.openToWrite(folder))
          .isInstanceOf(StoreException.Locked.class)
          .hasMessageContaining("process " + ProcessHandle.current().pid() + " since ");
      assertThat(store.catalogue().lastBatch()).isEmpty();
    }
    Store.openToWrite(folder).close();
  }

  @Test
  void refuses_a_store_of_a_newer_version_by_name() throws Exception {
    Store.openToWrite(folder).close();
    try (Connection sql = connect();
        Statement statement = sql.createStatement()) {
      statement.execute("PRAGMA user_version = 99");
    }

    assertThatThrownBy(() -> Store.openToRead(folder))
        .isInstanceOf(StoreException.Newer.class)
        .hasMessageContaining("dataset.db has format 99, written by a newer Baddle");
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8})
  void brings_a_store_of_an_earlier_format_up_to_date(int format) throws Exception {
    Store.openToWrite(folder).close();
    try (Connection sql = connect();
        Statement statement = sql.createStatement()) {
      drop(statement, "source", "closed", "read_in");
      statement.execute("DROP TABLE kept_out");
      statement.execute("CREATE TABLE kept_out (file, sheet, period, derived, why)");
      if (format < 8) {
        for (String table :
            List.of("source_sample", "source_sum", "cell_count", "cells_not_read")) {
          statement.execute("DROP TABLE " + table);
        }
        drop(statement, "finding", "amount");
        drop(statement, "source", "shown", "left_open");
      }
      if (format < 7) {
        drop(statement, "batch", "plan");
      }
      if (format > 5 && format < 8) {
        statement.execute("CREATE TABLE row_sample (file, rows, level, hashes)");
      }
      if (format < 6) {
        for (String table : List.of("blanked", "refused")) {
          statement.execute("DROP TABLE " + table);
        }
        drop(statement, "file", "seen");
        drop(statement, "source", "absent");
        drop(statement, "kept_out", "why");
      }
      if (format < 5) {
        for (String table : List.of("closing", "carried", "kept_out", "reported")) {
          statement.execute("DROP TABLE " + table);
        }
        drop(statement, "batch", "back_to", "tidied");
        drop(statement, "file", "read_in");
      }
      if (format < 4) {
        statement.execute("DROP TABLE mended");
      }
      if (format < 3) {
        for (String table : List.of("left_out", "control_total", "row_state", "derivation")) {
          statement.execute("DROP TABLE " + table);
        }
        drop(statement, "part_column", "position", "live_from", "live_until");
        drop(statement, "finding", "dataset", "live_until");
        drop(statement, "source", "headings");
      }
      if (format == 1) {
        drop(statement, "source", "cell_range", "sender", "sent_on");
        drop(statement, "finding", "rows", "value", "cause");
      }
      statement.execute("PRAGMA user_version = " + format);
    }

    try (Store store = Store.openToWrite(folder)) {
      assertThat(store.catalogue().lastBatch()).isEmpty();
      setFormat(format);
      assertThatThrownBy(() -> Store.openToRead(folder)).isInstanceOf(StoreException.Locked.class);
      assertThatThrownBy(() -> Database.openUntouched(folder.resolve("dataset.db")))
          .hasMessageContaining("nothing may be written in its folder");
      setFormat(Database.FORMAT);
    }
    try (Store store = Store.openToWrite(folder);
        BatchWriter batch = store.beginBatch(TIME)) {
      write(batch, 0, "a b c");
      batch.commit();
    }

    assertThat(sites(1)).hasSize(3);
  }

  private void setFormat(int format) throws SQLException {
    try (Connection sql = connect();
        Statement statement = sql.createStatement()) {
      statement.execute("PRAGMA user_version = " + format);
    }
  }

  @Test
  void reads_without_leaving_anything_in_a_folder_nobody_may_write_to() throws Exception {
    Path spaced = Files.createDirectories(folder.resolve("year 2026 #1?"));
    try (Store store = Store.openToWrite(spaced);
        BatchWriter batch = store.beginBatch(TIME)) {
      write(batch, 0, "a b c");
      batch.commit();
    }
    List<Path> before = list(spaced);

    try (Database database = Database.openUntouched(spaced.resolve("dataset.db"))) {
      assertThat(new Catalogue(database).lastBatch()).isPresent();
      assertThat(list(spaced)).isEqualTo(before);
      assertThatThrownBy(() -> database.execute("DELETE FROM batch"))
          .isInstanceOf(StoreException.class);
    }
    Files.writeString(spaced.resolve("dataset.db-wal"), "left");
    assertThatThrownBy(() -> Database.openUntouched(spaced.resolve("dataset.db")))
        .hasMessageContaining("left in the middle of writing");
  }

  @Test
  void half_a_pair_of_characters_becomes_the_replacement_character() throws IOException {
    try (Store store = Store.openToWrite(folder);
        BatchWriter batch = store.beginBatch(TIME)) {
      write(batch, 0, "a\uD83C b\uDF31c \uD83C\uDF31");
      batch.commit();
    }

    assertThat(sites(1)).containsExactly("a\uFFFD2/1", "b\uFFFDc3/1", "\uD83C\uDF314/1");
  }

  private static List<Path> list(Path folder) throws IOException {
    try (Stream<Path> files = Files.list(folder)) {
      return files.sorted().toList();
    }
  }

  private static void drop(Statement statement, String table, String... columns)
      throws SQLException {
    for (String column : columns) {
      statement.execute("ALTER TABLE " + table + " DROP COLUMN " + column);
    }
  }

  @Test
  void says_when_there_is_no_store_or_it_is_none() throws IOException {
    assertThatThrownBy(() -> Store.openToRead(folder)).isInstanceOf(StoreException.Absent.class);
    Files.writeString(folder.resolve("dataset.db"), "not a database, but some longer text here");
    assertThatThrownBy(() -> Store.openToRead(folder)).isInstanceOf(StoreException.Damaged.class);
  }

  @Test
  void finds_a_damaged_block_by_its_checksum_and_names_it() throws Exception {
    try (Store store = Store.openToWrite(folder);
        BatchWriter batch = store.beginBatch(TIME)) {
      write(batch, 0, "a b c");
      batch.commit();
    }
    try (Connection sql = connect();
        Statement statement = sql.createStatement()) {
      statement.execute(
          "UPDATE block SET content = zeroblob(length(content)) WHERE column_number = 1");
    }

    assertThatThrownBy(() -> sites(1))
        .isInstanceOf(StoreException.Damaged.class)
        .hasMessageContaining("a block's checksum differs (part 1, column 1, block 0)");
  }
}
