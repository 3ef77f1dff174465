package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.cli.papers.CommandReference;
import baddle.core.finding.FindingCode;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

/** The pages of docs/ against the program they tell of. */
class DocsTests {

  private static final Path HOME = Path.of("..").toAbsolutePath().normalize();
  private static final Pattern LINK = Pattern.compile("]\\(([^)#]+)[^)]*\\)");

  private static List<Path> pages() throws IOException {
    List<Path> pages = new ArrayList<>();
    try (Stream<Path> own = Files.list(HOME);
        Stream<Path> docs = Files.walk(HOME.resolve("docs"))) {
      Stream.concat(own, docs).filter(file -> file.toString().endsWith(".md")).forEach(pages::add);
    }
    return pages;
  }

  @Test
  void every_link_leads_to_a_file() throws Exception {
    List<String> dead = new ArrayList<>();
    for (Path page : pages()) {
      Matcher links = LINK.matcher(Files.readString(page));
      while (links.find()) {
        String to = links.group(1);
        if (!to.startsWith("http") && Files.notExists(page.resolveSibling(to))) {
          dead.add(page + ": " + to);
        }
      }
    }

    assertThat(dead).isEmpty();
  }

  @Test
  void the_reference_of_commands_is_made_of_their_help() throws Exception {
    assertThat(Files.readAllLines(HOME.resolve("docs/reference/commands.md")))
        .isEqualTo(CommandReference.of(Commands.GROUPS));
  }

  @Test
  void the_reference_of_findings_has_every_code_once_with_its_severity() throws Exception {
    List<String> expected =
        Stream.of(FindingCode.values())
            .map(
                code ->
                    "| `" + code.id() + "` | " + code.severity().name().toLowerCase(Locale.ROOT))
            .sorted()
            .toList();

    assertThat(Files.readAllLines(HOME.resolve("docs/reference/findings.md")))
        .filteredOn(line -> line.startsWith("| `"))
        .map(line -> line.replaceFirst("^(\\| `[^|]*` \\| [a-z]+) .*", "$1"))
        .isEqualTo(expected);
  }
}
