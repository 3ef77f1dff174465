package baddle.app.cells;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.KeptBytes;
import baddle.core.crosstab.CellsOfRows;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class CellsFileTests {

  @TempDir private Path store;

  private CellsFile file(String question) {
    return new CellsFile(store.resolve("cells"), question);
  }

  private static CellsOfRows cells(long number) {
    return new CellsOfRows(List.of("Alder Mill", "\u00fc" + number), new long[] {3, -number});
  }

  private static void keep(CellsFile file, Map<String, CellsOfRows> cells) {
    file.keep(cells.keySet(), cells);
  }

  private List<Path> files() throws IOException {
    try (Stream<Path> all = Files.list(store.resolve("cells"))) {
      return all.toList();
    }
  }

  @Test
  void cells_are_found_by_their_question_and_the_content_of_the_rows() {
    keep(file("one"), Map.of("a", cells(1), "b", cells(2)));

    CellsOfRows found = file("one").cells("b").orElseThrow();
    assertThat(found.texts()).containsExactly("Alder Mill", "\u00fc2");
    assertThat(found.numbers()).containsExactly(3, -2);
    assertThat(file("one").cells("c")).isEmpty();
    assertThat(file("two").cells("a")).isEmpty();
  }

  @Test
  void cells_of_an_earlier_state_stay_as_long_as_there_is_room() {
    keep(file("one"), Map.of("a", cells(1)));
    keep(file("one"), Map.of("b", cells(2)));
    assertThat(file("one").cells("a")).isPresent();

    for (int state = 0; state < 200; state++) {
      keep(file("one"), Map.of("state " + state, cells(state)));
    }
    assertThat(file("one").cells("state 199")).isPresent();
    assertThat(file("one").cells("a")).isEmpty();
  }

  @Test
  void questions_that_nobody_asks_any_more_make_room() throws IOException {
    for (int question = 0; question < 600; question++) {
      keep(file("question " + question), Map.of("a", cells(question)));
    }

    assertThat(files()).hasSizeLessThanOrEqualTo(500);
    assertThat(file("question 599").cells("a")).isPresent();
  }

  @Test
  void what_is_not_as_it_was_written_is_not_there() throws IOException {
    keep(file("one"), Map.of("a", cells(1)));
    Path kept = files().get(0);
    byte[] bytes = Files.readAllBytes(kept);
    for (int at = 0; at < bytes.length; at++) {
      byte[] broken = bytes.clone();
      broken[at] ^= 0x10;
      Files.write(kept, broken);
      assertThat(file("one").cells("a")).as("byte %s", at).isEmpty();
    }
    new KeptBytes(kept).write(new byte[40]);
    assertThat(file("one").cells("a")).isEmpty();
  }

  @Test
  void nothing_is_kept_where_there_is_no_store() {
    CellsFile file = new CellsFile(store.resolve("none/cells"), "one");
    keep(file, Map.of("a", cells(1)));

    assertThat(store.resolve("none")).doesNotExist();
  }
}
