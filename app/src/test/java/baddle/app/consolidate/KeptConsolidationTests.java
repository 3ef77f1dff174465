package baddle.app.consolidate;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.ProjectFolder;
import baddle.store.Store;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.FileTime;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** When the answer of a consolidation stands without looking. */
class KeptConsolidationTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales:
          columns:
            site: {type: text, corrections: wrong-sites.csv}
            region: {type: text, lookup: regions}
            amount: {type: decimal, places: 2}
      feeds:
        tills:
          into: sales
          files: "in/{period}.csv"
          control_list: {file: totals.csv, match: {source_period: month}, stated: {amount: sum}}
        gone: {into: sales, files: "nowhere/{period}.csv"}
      lookups:
        regions: {file: regions.csv, match: {site: site}, bring: {region: region}}
      """;

  @TempDir private Path folder;
  private ProjectFolder project;

  @BeforeEach
  void layOut() throws Exception {
    project = new ProjectFolder(folder, PLAN);
    project.write("in/2026-01.csv", "site,amount\nFoxholt,1.00\nAlder Mill,oops\n");
    project.write("in/2026-02.csv", "site,amount\nFoxholt,2.00\n");
    project.write("in/notes.txt", "x");
    project.write("wrong-sites.csv", "wrong,right\nFoxhole,Foxholt\n");
    project.write("regions.csv", "site,region\nFoxholt,West\n");
    project.write("totals.csv", "month,sum\n2026-01,1.00\n");
  }

  private Optional<ConsolidateResult> kept() {
    return Consolidation.kept(project.plan()).get();
  }

  @Test
  void nothing_stands_before_anything_was_done() {
    assertThat(kept()).isEmpty();
  }

  @Test
  void what_stands_is_what_the_next_run_says() throws Exception {
    assertThat(project.consolidate().made()).isPresent();
    Optional<ConsolidateResult> kept = kept();
    ConsolidateResult next = project.consolidate();

    assertThat(kept).contains(next);
    assertThat(kept()).contains(next);
    assertThat(next.made()).isEmpty();
    assertThat(next.findings()).anyMatch(f -> f.tally().isPresent()).hasSizeGreaterThan(3);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "in/2026-02.csv",
        "in/2026-03.csv",
        "in/sub/2026-03.csv",
        "in/more notes.txt",
        "mended/held.csv",
        "baddle.yaml",
        "wrong-sites.csv",
        "regions.csv",
        "totals.csv",
        "nowhere/2026-01.csv",
        ".baddle/outputs.txt",
        ".baddle/dataset.db-wal"
      })
  void nothing_stands_once_a_file_is_another(String path) throws Exception {
    project.consolidate();
    assertThat(kept()).isPresent();

    Path file = project.at(path);
    project.write(path, Files.exists(file) ? Files.readString(file) : "x");

    assertThat(kept()).isEmpty();
  }

  @Test
  void nothing_stands_once_somebody_else_wrote_to_the_store() throws Exception {
    project.consolidate();

    Store.openToWrite(project.at(".baddle")).close();

    assertThat(kept()).isEmpty();
  }

  @Test
  void a_file_in_the_place_of_another_is_seen_whatever_its_size_and_time() throws Exception {
    project.consolidate();
    Path file = project.at("in/2026-02.csv");
    FileTime time = Files.getLastModifiedTime(file);

    Path other = project.write("other.csv", Files.readString(file).replace('2', '3'));
    Files.setLastModifiedTime(other, time);
    Files.move(other, file, StandardCopyOption.REPLACE_EXISTING);

    assertThat(kept()).isEmpty();
  }

  @Test
  void a_file_that_may_still_change_unseen_keeps_anything_from_being_kept() throws Exception {
    FileTime now = FileTime.from(ProjectFolder.CLOCK.instant());
    Files.setLastModifiedTime(project.at("in/notes.txt"), now);
    project.consolidate();
    project.consolidate();

    assertThat(kept()).isEmpty();
  }

  @Test
  void what_parameters_decide_never_stands() throws Exception {
    project.write("baddle.yaml", PLAN + "parameters: {year: {type: period, default: 2026}}\n");
    project.consolidate();

    assertThat(kept()).isEmpty();
  }

  @Test
  void nothing_stands_while_a_file_fails() throws Exception {
    project.write("in/2026-03.csv", "no table here");
    project.consolidate();
    project.consolidate();

    assertThat(kept()).isEmpty();
  }

  @Test
  void a_project_without_files_has_an_answer_too() throws Exception {
    for (String path : List.of("in/2026-01.csv", "in/2026-02.csv", "in/notes.txt")) {
      Files.delete(project.at(path));
    }
    ConsolidateResult first = project.consolidate();

    assertThat(first.current()).isEmpty();
    assertThat(kept()).contains(first);
  }

  @Test
  void a_file_with_a_wrong_byte_is_as_good_as_none() throws Exception {
    project.consolidate();
    Path file = project.at(".baddle/consolidate baddle.yaml");
    byte[] kept = Files.readAllBytes(file);
    for (int at = 0; at < kept.length; at += 7) {
      byte[] wrong = kept.clone();
      wrong[at] = (byte) ~wrong[at];
      Files.write(file, wrong);
      assertThat(kept()).as("byte %s", at).isEmpty();
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {0, 3, 40, 400, -1})
  void a_damaged_file_is_as_good_as_none(int length) throws Exception {
    project.consolidate();
    Path file = project.at(".baddle/consolidate baddle.yaml");
    byte[] kept = Files.readAllBytes(file);

    Files.write(file, Arrays.copyOf(kept, length < 0 ? kept.length - 1 : length));

    assertThat(kept()).isEmpty();
  }
}
