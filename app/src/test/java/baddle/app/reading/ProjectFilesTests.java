package baddle.app.reading;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.FileWalk;
import baddle.app.ProjectFolder;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Where a project's rows come from, and what is seen there. */
class ProjectFilesTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets:
        sales:
          columns:
            site: {type: text, corrections: wrong.csv}
            region: {type: text, lookup: regions}
            latest: {type: text, lookup: others}
            amount: decimal
        notes: {columns: {site: text, note: text}}
      feeds:
        tills:
          into: sales
          files: ["in/tills/{site}.csv", "more/*.csv"]
          control_list: {file: totals.csv, match: {site: Site}, stated: {amount: Sum}}
        notes: {into: notes, files: "*.txt"}
      lookups:
        regions: {file: lists/regions.csv, match: {site: Site}, bring: {region: Region}}
        others: {dataset: notes, match: {site: site}, bring: {latest: note}}
      """;

  @TempDir private Path folder;

  private Set<String> relative(Set<Path> paths) {
    return paths.stream()
        .map(path -> folder.relativize(path).toString())
        .collect(Collectors.toSet());
  }

  @Test
  void every_folder_and_file_that_rows_depend_on_is_named() throws Exception {
    ProjectFiles files = ProjectFiles.of(new ProjectFolder(folder, PLAN).project());

    assertThat(relative(files.folders())).containsOnly("in/tills", "more", "", "mended");
    assertThat(relative(files.files()))
        .containsOnly("baddle.yaml", "totals.csv", "lists/regions.csv", "wrong.csv");
  }

  @Test
  void a_walk_passes_over_what_is_hidden_below_its_root() throws IOException {
    for (String path :
        List.of(".in/a.csv", ".in/sub/b.csv", ".in/.c.csv", ".in/.sub/d.csv", ".in/~$e.xlsx")) {
      Files.createDirectories(folder.resolve(path).resolveSibling(""));
      Files.writeString(folder.resolve(path), "x");
    }
    Files.createSymbolicLink(folder.resolve(".in/link"), folder.resolve(".in/sub"));
    List<String> seen = new ArrayList<>();

    FileWalk.of(
        folder.resolve(".in"),
        (file, found) -> seen.add(folder.relativize(file) + (found.isFile() ? "" : " -")));

    assertThat(seen)
        .containsExactlyInAnyOrder(".in/a.csv", ".in/sub/b.csv", ".in/~$e.xlsx", ".in/link/b.csv");
  }
}
