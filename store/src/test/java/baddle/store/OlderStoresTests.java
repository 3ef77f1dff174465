package baddle.store;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.outcome.HeldValue;
import baddle.core.table.LongVector;
import baddle.store.entry.StoredClosing;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredSource;
import baddle.store.entry.StoredSuspense;
import java.io.IOException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.Objects;
import java.util.TreeMap;
import java.util.zip.GZIPInputStream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/**
 * Stores that older programs wrote are read as they were, whatever tables came since. Each file was
 * written by the last program of its format, of two months' files in two batches.
 */
class OlderStoresTests {

  @TempDir private Path folder;

  private void unpack(int format) throws IOException {
    Path file = folder.resolve("dataset.db");
    try (InputStream stored =
        new GZIPInputStream(
            Objects.requireNonNull(
                getClass().getResourceAsStream("format-" + format + ".db.gz")))) {
      Files.copy(stored, file);
    }
  }

  private static BigDecimal sum(Store store, int batch) throws IOException {
    long[] sum = new long[1];
    store
        .dataset("sales", batch)
        .scan(
            List.of("amount"),
            (block, from, to) -> {
              LongVector amounts = block.numbers(0);
              for (int row = from; row < to; row++) {
                sum[0] += amounts.isBlank(row) ? 0 : amounts.values()[row];
              }
            });
    return BigDecimal.valueOf(sum[0], 2);
  }

  @ParameterizedTest
  @CsvSource({
    "1, 45.00, 5, 40.25, 5",
    "2, 45.00, 5, 40.25, 5",
    "3, 22.50, 3, 24.75, 4",
    "4, 22.50, 3, 24.75, 4",
    "5, 22.50, 3, 24.75, 4",
    "6, 22.50, 3, 24.75, 4",
    "7, 22.50, 3, 24.75, 4",
    "8, 22.50, 3, 24.75, 4",
  })
  void each_batch_has_the_figures_it_had(
      int format, BigDecimal first, long firstRows, BigDecimal second, long secondRows)
      throws IOException {
    unpack(format);
    try (Store store = Store.openToRead(folder)) {
      assertThat(store.catalogue().batches()).extracting(batch -> batch.number()).contains(1, 2);
      assertThat(sum(store, 1)).isEqualByComparingTo(first);
      assertThat(store.dataset("sales", 1).rows()).isEqualTo(firstRows);
      assertThat(sum(store, 2)).isEqualByComparingTo(second);
      assertThat(store.dataset("sales", 2).rows()).isEqualTo(secondRows);
      assertThat(store.dataset("sales", 2).damagedParts()).isEmpty();
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8})
  void files_sources_and_held_rows_are_known(int format) throws IOException {
    unpack(format);
    try (Store store = Store.openToRead(folder)) {
      assertThat(store.catalogue().files(2))
          .extracting(StoredFile::path)
          .containsExactlyInAnyOrder("in/2026-01.csv", "in/2026-02.csv");
      assertThat(store.catalogue().sources(2))
          .extracting(StoredSource::period)
          .containsExactlyInAnyOrder("2026-01", "2026-02");
      assertThat(store.catalogue().outcomes().suspense(2))
          .singleElement()
          .extracting(StoredSuspense::value)
          .extracting(HeldValue::heading, HeldValue::value)
          .containsExactly("amount", "n/a");
      assertThat(store.catalogue().rowsOfFeeds(2).get("tills").addUp()).isTrue();
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 4, 5, 6, 7, 8})
  void another_batch_is_added_and_the_earlier_ones_stay(int format) throws IOException {
    unpack(format);
    TreeMap<Integer, BigDecimal> before = new TreeMap<>();
    try (Store store = Store.openToWrite(folder)) {
      before.put(1, sum(store, 1));
      before.put(2, sum(store, 2));
      try (BatchWriter batch = store.beginBatch(Instant.parse("2026-12-01T00:00:00Z"))) {
        batch.commit();
      }
    }
    try (Store store = Store.openToRead(folder)) {
      assertThat(store.catalogue().lastBatch().orElseThrow().number()).isGreaterThan(2);
      for (int batch : before.keySet()) {
        assertThat(sum(store, batch)).isEqualByComparingTo(before.get(batch));
      }
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {5, 6, 7, 8})
  void what_was_closed_is_closed(int format) throws IOException {
    unpack(format);
    try (Store store = Store.openToRead(folder)) {
      assertThat(store.closings().closed())
          .singleElement()
          .extracting(StoredClosing::period, StoredClosing::batch)
          .containsExactly("2026-02", 2);
    }
  }
}
