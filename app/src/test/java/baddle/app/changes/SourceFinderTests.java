package baddle.app.changes;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.Project;
import baddle.app.reading.FoundFile;
import baddle.app.reading.MendedFiles;
import baddle.core.finding.Finding;
import baddle.store.entry.StoredFile;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** What files feeds find. */
class SourceFinderTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets: {sales: {columns: {site: text, amount: integer}}}
      feeds:
        tills: {files: "in/{site} {period}.csv", except: ["*draft*"], period: "{period}"}
        all: {files: "in/**/*.csv", period: file name}
        gone: {files: nowhere/*.csv}
      """;

  @TempDir private Path folder;

  private SourceFinder finder(String... files) throws Exception {
    return finderOf(PLAN, files);
  }

  private SourceFinder finderOf(String text, String... files) throws Exception {
    Path plan = Files.writeString(folder.resolve("baddle.yaml"), text);
    for (String file : files) {
      Path path = folder.resolve(file);
      Files.createDirectories(path.resolveSibling(""));
      Files.writeString(path, "amount\n1\n");
    }
    return new SourceFinder(Project.open(plan, Map.of()), MendedFiles.none());
  }

  private static Stream<String> shown(List<FoundFile> files) {
    return files.stream()
        .map(
            file ->
                file.feed().name()
                    + " "
                    + file.path()
                    + " "
                    + file.period().map(Object::toString).orElse("-"));
  }

  private static List<String> codes(SourceFinder finder) {
    return finder.findings().stream().map(Finding::toString).toList();
  }

  @Test
  void months_are_of_the_fiscal_years_of_their_folders() throws Exception {
    String plan =
        """
        baddle: 1
        calendar: {fiscal_year_starts: July}
        datasets: {sales: {columns: {amount: integer}}}
        feeds: {months: {files: "in/*/*.csv", period: folder year and month}}
        """;

    assertThat(shown(finderOf(plan, "in/fy2024-25/June.csv", "in/fy2024-25/July.csv").find()))
        .containsExactly(
            "months in/fy2024-25/July.csv 2024-07", "months in/fy2024-25/June.csv 2025-06");
  }

  @Test
  void a_file_that_is_not_wanted_needs_no_period_in_its_name() throws Exception {
    String plan = PLAN.replaceAll("(?m)^  (all|gone):.*\n", "").replace("*draft*", "* (copy).csv");
    SourceFinder finder =
        finderOf(
            plan, "in/Foxholt 2026-10.csv", "in/Foxholt 2026-10 (copy).csv", "in/Foxholt x.csv");

    assertThat(shown(finder.find())).containsExactly("tills in/Foxholt 2026-10.csv 2026-10");
    assertThat(finder.unwanted()).containsOnlyKeys("in/Foxholt x.csv");
  }

  @Test
  void files_come_feed_by_feed_in_the_order_of_time() throws Exception {
    SourceFinder finder =
        finder(
            "in/Foxholt 2026-10.csv",
            "in/Foxholt 2026-9.csv",
            "in/Alder Mill March 2026.csv",
            "in/Alder Mill 2026-10.csv",
            "in/sub/stock 2025.csv",
            "in/sub/notes.csv");

    assertThat(shown(finder.find()))
        .containsExactly(
            "tills in/Alder Mill March 2026.csv 2026-03",
            "tills in/Foxholt 2026-9.csv 2026-09",
            "tills in/Alder Mill 2026-10.csv 2026-10",
            "tills in/Foxholt 2026-10.csv 2026-10",
            "all in/sub/notes.csv -",
            "all in/sub/stock 2025.csv 2025");
    assertThat(finder.isUnseen(stored("gone"))).isTrue();
    assertThat(finder.isUnseen(stored("tills"))).isFalse();
  }

  private static StoredFile stored(String feed) {
    return new StoredFile(0, "sales", feed, "x.csv", "", 0, OptionalLong.empty(), "", "");
  }

  @Test
  void names_carry_columns() throws Exception {
    assertThat(finder("in/Alder Mill 2026-03.csv").find().get(0).named())
        .containsEntry("site", "Alder Mill");
  }

  @Test
  void what_two_feeds_want_is_read_once_and_said() throws Exception {
    SourceFinder finder = finder("in/Foxholt 2026-10.csv");

    assertThat(shown(finder.find())).containsExactly("tills in/Foxholt 2026-10.csv 2026-10");
    assertThat(codes(finder))
        .anyMatch(finding -> finding.contains("feeds tills and all both want it"))
        .anyMatch(finding -> finding.contains("the folder of feed gone isn't there"));
  }

  @Test
  void hidden_and_half_written_files_are_passed_over_and_strays_are_named() throws Exception {
    SourceFinder finder =
        finder("in/.hidden.csv", "in/.old/Foxholt 2026-10.csv", "in/~$Foxholt.csv", "in/stray.txt");

    assertThat(finder.find()).isEmpty();
    assertThat(finder.unwanted()).containsOnlyKeys("in/stray.txt");
  }
}
