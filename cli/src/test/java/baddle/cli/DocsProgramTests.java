package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * The pages that show commands do what they show: their files are laid out, their commands run one
 * after the other, and what is printed is what the page has.
 */
class DocsProgramTests {

  private static final Path DOCS = Path.of("..", "docs").toAbsolutePath().normalize();
  private static final Pattern FENCE = Pattern.compile("```([a-z]*)");
  private static final Pattern NAMED = Pattern.compile("`([^`]+)`:");
  private static final Pattern WORD = Pattern.compile("\"([^\"]*)\"|(\\S+)");

  @TempDir private Path folder;
  private String printed = "";

  /** Whether a page is about the demo, so that parts of plans on it are parts of the demo's. */
  private boolean ofDemo;

  private static final Path COMMANDS = DOCS.resolve("reference/commands.md");

  @Test
  void the_examples_of_all_commands_work_in_the_folder_of_the_demo() throws Exception {
    assertThat(new Baddle(folder).run("demo", ".").status()).isZero();
    boolean example = false;
    int run = 0;
    for (String line : Files.readAllLines(COMMANDS)) {
      boolean wantsPerson = line.startsWith("baddle watch") || line.endsWith(" --ask");
      if (example && line.startsWith("baddle ") && !wantsPerson) {
        assertThat(new Baddle(folder).run(words(line)).status()).as(line).isBetween(0, 1);
        run++;
      }
      example = line.equals("```sh") || (example && !line.equals("```"));
    }
    assertThat(run).isGreaterThanOrEqualTo(Commands.all().size() - 1);
  }

  static Stream<Path> pages() throws IOException {
    List<Path> pages = new ArrayList<>(List.of(DOCS.resolve("start.md")));
    try (Stream<Path> files = Files.list(DOCS.resolve("how-to"))) {
      files.sorted().forEach(pages::add);
    }
    return pages.stream();
  }

  @ParameterizedTest
  @MethodSource("pages")
  void a_page_shows_what_happens(Path page) throws Exception {
    List<String> lines = Files.readAllLines(page);
    ofDemo = lines.stream().anyMatch(line -> line.startsWith("baddle demo"));
    Optional<String> name = Optional.empty();
    for (int i = 0; i < lines.size(); i++) {
      Matcher fence = FENCE.matcher(lines.get(i));
      if (fence.matches()) {
        int end = i + 1;
        while (!lines.get(end).equals("```")) {
          end++;
        }
        block(fence.group(1), lines.subList(i + 1, end), name, page + ":" + (i + 1));
        i = end;
        name = Optional.empty();
      } else if (!lines.get(i).isBlank()) {
        Matcher named = NAMED.matcher(lines.get(i));
        name = named.matches() ? Optional.of(named.group(1)) : Optional.empty();
      }
    }
  }

  private void block(String kind, List<String> lines, Optional<String> name, String where)
      throws Exception {
    switch (kind) {
      case "csv", "yaml", "eml" -> {
        if (name.isPresent()) {
          Path file = folder.resolve(name.get());
          Files.createDirectories(file.resolveSibling(""));
          Files.write(file, lines);
          Files.setLastModifiedTime(file, FileTime.from(Instant.now().minusSeconds(100)));
        } else if (kind.equals("yaml") && ofDemo) {
          assertThat(withoutRemarks(Files.readAllLines(DOCS.resolve("example/baddle.yaml"))))
              .as(where)
              .containsAll(withoutRemarks(lines));
        }
      }
      case "sh" -> {
        for (String line : lines) {
          printed = run(line, where);
        }
      }
      case "text" -> assertThat(masked(printed)).as(where).isEqualTo(String.join("\n", lines));
      default -> {
        // not for running
      }
    }
  }

  private static List<String> withoutRemarks(List<String> lines) {
    return lines.stream().map(line -> line.replaceFirst(" +#.*", "").strip()).toList();
  }

  private String run(String line, String where) throws Exception {
    Baddle baddle = new Baddle(folder);
    // Within a process paths are longer, and so are the columns they are in.
    Baddle.Run run = (line.startsWith("baddle look") ? baddle.apart() : baddle).run(words(line));
    assertThat(run.err()).as(where + ": " + line).isEmpty();
    assertThat(run.status()).as(where + ": " + line).isBetween(0, 1);
    return run.out();
  }

  /** The words of a command as a shell has them, files for a pattern. */
  private String[] words(String line) throws IOException {
    Matcher words = WORD.matcher(line.replaceFirst("^baddle ", ""));
    List<String> all = new ArrayList<>();
    while (words.find()) {
      String plain = words.group(2);
      if (plain != null && plain.contains("*")) {
        Path pattern = folder.resolve(plain);
        try (DirectoryStream<Path> files =
            Files.newDirectoryStream(
                pattern.resolveSibling(""), pattern.getFileName().toString())) {
          files.forEach(file -> all.add(folder.relativize(file).toString()));
        }
      } else {
        all.add(plain == null ? words.group(1) : plain);
      }
    }
    return all.toArray(String[]::new);
  }

  private static String masked(String text) {
    return text.replaceAll("[0-9]{4}-[0-9]{2}-[0-9]{2}T[0-9:]{8}Z", "TIME")
        .replaceAll("(?m) +$", "")
        .strip();
  }
}
