package baddle.app.results;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.app.CrosstabCells;
import baddle.app.Project;
import baddle.app.ProjectFolder;
import baddle.app.consolidate.ConsolidateResult;
import baddle.app.summarize.Summarizer;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.plan.PlanException;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What a database answers is kept, asked again when it should be, and stays where it fails. */
class ResultFetcherTests {

  private static final String PLAN =
      """
      baddle: 1
      databases: {till: {url: "jdbc:sqlite:till.db"}}
      datasets:
        sales: {columns: {site: text, amount: {type: decimal, places: 2}}}
      feeds:
        sales:
          database: till
          query: "select amount from sales where site = {site} order by id"
          for_each: {list: sites.csv}
          unchanged_while: "select count(*), max(changed) from sales where site = {site}"
      summaries:
        by-site: {of: sales, down: site, measures: {Amount: sum(amount)}}
      """;

  @TempDir private Path folder;
  private ProjectFolder project;
  private Till till;

  @BeforeEach
  void layOut() throws Exception {
    project = new ProjectFolder(folder, PLAN);
    project.write("sites.csv", "site\nFoxholt\nDunmere\n");
    till =
        new Till(folder.resolve("till.db"))
            .run(
                "create table sales(id integer primary key, site text, amount decimal(18, 2),"
                    + " changed int default 0)",
                "insert into sales(site, amount) values ('Foxholt', '10.10'), ('Foxholt', '0.20'),"
                    + " ('Dunmere', '5.00'), ('Copse End', '99.00')");
  }

  private Map<String, ?> figures() throws IOException, PlanException {
    Project now = project.project();
    return CrosstabCells.of(
        Summarizer.figures(now, List.copyOf(now.plan().summaries().values())).crosstabs().get(0));
  }

  private List<FetchedResult> kept() throws Exception {
    return KeptResults.of(project.project()).of("sales");
  }

  @Test
  void each_line_of_the_list_is_a_source() throws Exception {
    ConsolidateResult result = project.consolidate();

    assertThat(result.hasErrors()).isFalse();
    assertThat(figures()).hasToString("{Dunmere=5.00, Foxholt=10.30}");
    assertThat(kept())
        .extracting(FetchedResult::path, FetchedResult::rows, FetchedResult::failure)
        .containsExactly(
            org.assertj.core.groups.Tuple.tuple("till/sales/site=Foxholt", 2L, ""),
            org.assertj.core.groups.Tuple.tuple("till/sales/site=Dunmere", 1L, ""));
  }

  @Test
  void what_says_it_has_not_changed_is_not_asked_again() throws Exception {
    project.consolidate();
    List<FetchedResult> before = kept();
    till.run("update sales set amount = '11.10' where id = 1");

    assertThat(project.consolidate().made()).isEmpty();
    assertThat(kept()).isEqualTo(before);
    till.run("update sales set changed = 1 where id = 1");
    project.consolidate();
    assertThat(figures()).hasToString("{Dunmere=5.00, Foxholt=11.30}");
    assertThat(kept().get(1)).isEqualTo(before.get(1));
  }

  @Test
  void where_the_database_fails_the_rows_stay_and_the_failure_is_told() throws Exception {
    project.consolidate();
    Files.move(project.at("till.db"), project.at("away.db"));
    Files.writeString(project.at("till.db"), "this is no database, but long enough for one");

    ConsolidateResult result = project.consolidate();

    assertThat(result.findings())
        .extracting(Finding::code)
        .containsOnly(FindingCode.RESULT_UNREADABLE);
    assertThat(figures()).hasToString("{Dunmere=5.00, Foxholt=10.30}");
    assertThat(kept()).allSatisfy(one -> assertThat(one.problem()).isPresent());
    Files.move(
        project.at("away.db"),
        project.at("till.db"),
        java.nio.file.StandardCopyOption.REPLACE_EXISTING);
    till.run("update sales set changed = 2, amount = '6.00' where id = 3");
    assertThat(project.consolidate().hasErrors()).isFalse();
    assertThat(figures()).hasToString("{Dunmere=6.00, Foxholt=10.30}");
  }

  @Test
  void one_line_that_fails_stops_no_other() throws Exception {
    project.write(
        "baddle.yaml",
        PLAN.replace(
            "select amount from sales where site = {site} order by id",
            "select case when site = 'Dunmere' then json('{') else amount end amount from sales"
                + " where site = {site}"));

    ConsolidateResult result = project.consolidate();

    assertThat(kept()).extracting(one -> one.problem().isPresent()).containsExactly(false, true);
    assertThat(result.hasErrors()).isTrue();
    assertThat(figures()).hasToString("{Foxholt=10.30}");
  }

  @Test
  void a_line_that_left_the_list_leaves_the_dataset_and_its_file_goes() throws Exception {
    project.consolidate();
    project.write("sites.csv", "site\nDunmere\n");

    project.consolidate();

    assertThat(figures()).hasToString("{Dunmere=5.00}");
    try (Stream<Path> files = Files.list(KeptResults.of(project.project()).folder())) {
      assertThat(files.filter(file -> file.toString().endsWith(".zst"))).hasSize(1);
    }
  }

  @Test
  void two_runs_do_not_ask_at_once() throws Exception {
    project.consolidate();
    Path lock = KeptResults.of(project.project()).folder().resolve("lock");
    try (FileChannel channel = FileChannel.open(lock, StandardOpenOption.WRITE);
        FileLock held = channel.lock()) {
      assertThat(held.isValid()).isTrue();
      assertThatThrownBy(project::consolidate)
          .isInstanceOf(IOException.class)
          .hasMessage("another run is asking the databases of this plan; wait until it is done");
    }
  }

  @Test
  void what_was_asked_is_noted_beside_the_figures() throws Exception {
    project.consolidate();
    Project now = project.project();

    assertThat(QueryNotes.ofDataset(now, "sales"))
        .containsExactly(
            "feed sales asks till: select amount from sales where site = {site} order by id; the"
                + " source's name has the values");
    assertThat(QueryNotes.ofSource(now, "till/sales/site=Foxholt"))
        .containsExactly(
            "a row of what till answered at 2026-07-01T08:00:00Z to",
            "  select amount from sales where site = 'Foxholt' order by id");
    assertThat(QueryNotes.ofSource(now, "in/other.csv")).isEmpty();
  }
}
