package baddle.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class StoreStateTests {

  private static final Instant TIME = Instant.parse("2026-07-01T08:00:00Z");

  @TempDir private Path folder;

  private String write() throws Exception {
    try (Store store = Store.openToWrite(folder)) {
      try (BatchWriter batch = store.beginBatch(TIME)) {
        batch.commit();
      }
      return store.writer();
    }
  }

  @Test
  void there_is_none_before_there_is_a_store() throws Exception {
    assertThat(StoreState.of(folder)).isEmpty();
  }

  @Test
  void reading_leaves_it_and_writing_makes_another() throws Exception {
    String writer = write();
    StoreState state = StoreState.of(folder).orElseThrow();
    assertThat(state.writer()).isEqualTo(writer).startsWith("process ");

    try (Store store = Store.openToRead(folder)) {
      assertThat(store.catalogue().lastBatch()).isPresent();
      assertThat(store.writer()).isEmpty();
    }
    assertThat(StoreState.of(folder)).contains(state);

    write();
    assertThat(StoreState.of(folder)).isPresent().isNotEqualTo(Optional.of(state));
  }

  @Test
  void opening_to_write_is_enough_to_make_another() throws Exception {
    write();
    StoreState state = StoreState.of(folder).orElseThrow();

    Store.openToWrite(folder).close();

    assertThat(StoreState.of(folder).map(StoreState::writer)).isPresent();
    assertThat(StoreState.of(folder)).isNotEqualTo(Optional.of(state));
  }

  @Test
  void nothing_is_said_while_the_database_has_more_than_its_file() throws Exception {
    write();
    Files.writeString(folder.resolve("dataset.db-wal"), "x");

    assertThat(StoreState.of(folder)).isEmpty();
  }

  @Test
  void the_second_writer_is_told_who_the_first_is() throws Exception {
    try (Store first = Store.openToWrite(folder)) {
      assertThatThrownBy(() -> Store.openToWrite(folder))
          .isInstanceOf(StoreException.Locked.class)
          .hasMessageContaining(first.writer());
    }
    write();
  }
}
