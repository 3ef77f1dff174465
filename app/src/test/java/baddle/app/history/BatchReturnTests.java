package baddle.app.history;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.app.CrosstabCells;
import baddle.app.Project;
import baddle.app.ProjectFolder;
import baddle.app.close.PeriodClose;
import baddle.app.compare.SourceChange;
import baddle.app.summarize.Summarizer;
import baddle.core.derivation.StoppedException;
import baddle.store.StoreException;
import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** An earlier batch comes back as it was; what only old batches need can go. */
class BatchReturnTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales: {columns: {site: text, amount: decimal}}
      feeds:
        tills: {files: "in/{period}.csv"}
      summaries:
        by-site: {of: sales, down: site, measures: {Amount: sum(amount)}}
      """;

  @TempDir private Path folder;
  private ProjectFolder project;
  private final Map<Integer, Map<String, BigDecimal>> shown = new HashMap<>();

  @BeforeEach
  void four_batches() throws Exception {
    project = new ProjectFolder(folder, PLAN);
    month("2026-01", "Foxholt,10.00", "Dunmere,5.50");
    batch();
    month("2026-02", "Foxholt,7.00");
    batch();
    month("2026-01", "Foxholt,11.00");
    batch();
    Files.delete(project.at("in/2026-02.csv"));
    batch();
  }

  private void month(String period, String... rows) throws Exception {
    project.write("in/" + period + ".csv", "site,amount\n" + String.join("\n", rows) + "\n");
  }

  private void batch() throws Exception {
    int number = project.consolidate().current().orElseThrow().number();
    shown.put(number, cells(OptionalInt.of(number)));
  }

  private Map<String, BigDecimal> cells(OptionalInt batch) throws Exception {
    Project now = project.project();
    return CrosstabCells.of(
        Summarizer.figures(now, List.of(now.plan().summaries().get("by-site")), batch)
            .crosstabs()
            .get(0));
  }

  private BatchReturn to(int batch) throws Exception {
    return BatchReturn.to(batch, project.project(), ProjectFolder.CLOCK);
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3})
  void an_earlier_batch_comes_back_as_a_new_one(int earlier) throws Exception {
    BatchReturn result = to(earlier);

    assertThat(result.made().orElseThrow().number()).isEqualTo(5);
    assertThat(result.earlier().number()).isEqualTo(earlier);
    assertThat(cells(OptionalInt.empty())).isEqualTo(shown.get(earlier));
    for (int batch = 1; batch <= 4; batch++) {
      assertThat(cells(OptionalInt.of(batch))).as("batch %s", batch).isEqualTo(shown.get(batch));
    }
  }

  @Test
  void the_files_that_differ_are_named() throws Exception {
    assertThat(to(1).changes())
        .extracting(SourceChange::kind, SourceChange::path)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple(SourceChange.Kind.REPLACED, "in/2026-01.csv"));
  }

  @Test
  void what_is_current_already_makes_no_batch() throws Exception {
    BatchReturn result = to(4);

    assertThat(result.made()).isEmpty();
    assertThat(result.changes()).isEmpty();
  }

  @Test
  void the_next_consolidation_goes_on_from_the_files_there_are() throws Exception {
    to(1);

    batch();

    assertThat(shown.get(6)).isEqualTo(shown.get(4));
  }

  @ParameterizedTest
  @ValueSource(ints = {5, 99})
  void a_batch_that_never_was_is_refused(int batch) {
    assertThatThrownBy(() -> to(batch)).isInstanceOf(StoreException.class);
  }

  @Test
  void figures_that_were_closed_later_stay() throws Exception {
    new PeriodClose(project.project(), ProjectFolder.CLOCK).close("2026-01", Optional.empty());

    assertThatThrownBy(() -> to(1))
        .isInstanceOf(StoppedException.class)
        .hasMessageStartingWith("rows of sales of 2026-01, which is closed, would change: ")
        .hasMessageContaining("1 row with amount 11.00 now, 2 rows with amount 15.50 after it");
  }

  @ParameterizedTest
  @CsvSource({"1, 3", "2, 2", "3, 1", "4, 0", "9, 0"})
  void as_many_batches_go_as_are_not_kept(int kept, long gone) throws Exception {
    StoreShrink preview = StoreShrink.of(project.project(), kept, false);
    assertThat(preview.batches()).isEqualTo(gone);
    assertThat(cells(OptionalInt.of(1))).isEqualTo(shown.get(1));

    StoreShrink done = StoreShrink.of(project.project(), kept, true);

    assertThat(done)
        .isEqualTo(
            new StoreShrink(
                preview.kept(),
                preview.batches(),
                preview.files(),
                preview.parts(),
                preview.bytes(),
                true));
    for (int batch : done.kept()) {
      assertThat(cells(OptionalInt.of(batch))).as("batch %s", batch).isEqualTo(shown.get(batch));
    }
    assertThat(StoreShrink.of(project.project(), kept, false).isNone()).isTrue();
  }

  @Test
  void a_batch_that_a_period_was_closed_with_stays() throws Exception {
    new PeriodClose(project.project(), ProjectFolder.CLOCK).close("2026-01", Optional.empty());
    month("2026-03", "Foxholt,1.00");
    batch();
    month("2026-04", "Foxholt,2.00");
    batch();

    StoreShrink done = StoreShrink.of(project.project(), 1, true);

    assertThat(done.kept()).containsExactly(4, 6);
    assertThat(cells(OptionalInt.of(4))).isEqualTo(shown.get(4));
    assertThat(cells(OptionalInt.of(6))).isEqualTo(shown.get(6));
    assertThatThrownBy(() -> to(1)).isInstanceOf(StoreException.class);
  }
}
