package baddle.app.parts;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.Fingerprint;
import baddle.app.Project;
import baddle.app.changes.CheckedFile;
import baddle.app.changes.FileChange;
import baddle.app.changes.SourceFinder;
import baddle.app.reading.FoundFile;
import baddle.app.reading.MendedFiles;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** How files are shared out among the threads that read them. */
class PartsTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets: {sales: {columns: {site: text}}}
      feeds: {tills: {files: "*.csv"}}
      """;

  @TempDir private Path folder;

  private FoundFile found() throws Exception {
    Path plan = Files.writeString(folder.resolve("baddle.yaml"), PLAN);
    Files.writeString(folder.resolve("a.csv"), "site\n");
    return new SourceFinder(Project.open(plan, Map.of()), MendedFiles.none()).find().get(0);
  }

  @Test
  void each_file_is_in_one_part_in_order_and_parts_are_worth_a_thread() throws Exception {
    FoundFile found = found();
    Random random = new Random(9);
    for (int turn = 0; turn < 50; turn++) {
      List<CheckedFile> files = new ArrayList<>();
      int count = 1 + random.nextInt(60);
      int largest = 1 << (10 + random.nextInt(14));
      for (int i = 0; i < count; i++) {
        files.add(checked(found, 1 + random.nextInt(largest), i));
      }
      List<List<CheckedFile>> parts = Parts.of(files);

      assertThat(parts.stream().flatMap(List::stream)).containsExactlyElementsOf(files);
      for (List<CheckedFile> part : parts.subList(0, parts.size() - 1)) {
        assertThat(part.stream().mapToLong(file -> file.file().size()).sum())
            .isGreaterThanOrEqualTo(1 << 20);
      }
      assertThat(Parts.of(files)).isEqualTo(parts);
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {1, 16, 200})
  void large_files_have_parts_of_their_own(int count) throws Exception {
    FoundFile found = found();
    List<CheckedFile> files = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      files.add(checked(found, 1L << 30, i));
    }
    assertThat(Parts.of(files)).hasSize(count);
  }

  private static CheckedFile checked(FoundFile like, long size, int number) {
    FoundFile file =
        new FoundFile(
            like.feed(),
            number + ".csv",
            like.file(),
            new Fingerprint(Fingerprint.Kind.FILE, size, 0, ""),
            like.named(),
            like.period(),
            like.order(),
            like.mended());
    return new CheckedFile(
        file, FileChange.NEW, "c" + number, OptionalLong.empty(), "", Optional.empty());
  }
}
