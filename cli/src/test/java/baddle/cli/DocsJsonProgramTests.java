package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** The keys that the page about JSON lists are those that each command prints. */
class DocsJsonProgramTests {

  private static final Path PAGE = Path.of("..", "docs/reference/json.md").toAbsolutePath();
  private static final Pattern COMMAND = Pattern.compile("## `baddle (.+)`");
  private static final Pattern KEY = Pattern.compile("- `(\\w+)`: .+");
  private static final Pattern WORD = Pattern.compile("\"([^\"]*)\"|\\S+");

  @TempDir private Path folder;

  private static Map<String, List<String>> keysByCommand() throws Exception {
    Map<String, List<String>> keys = new LinkedHashMap<>();
    String command = "";
    for (String line : Files.readAllLines(PAGE)) {
      Matcher heading = COMMAND.matcher(line);
      Matcher key = KEY.matcher(line);
      if (heading.matches()) {
        command = heading.group(1);
        keys.put(command, new ArrayList<>());
      } else if (key.matches()) {
        keys.get(command).add(key.group(1));
      }
    }
    return keys;
  }

  private static String[] words(String command) {
    return WORD.matcher(command).results().map(DocsJsonProgramTests::word).toArray(String[]::new);
  }

  private static String word(MatchResult found) {
    return found.group(1) == null ? found.group() : found.group(1);
  }

  @Test
  void every_command_prints_the_keys_that_the_page_lists() throws Exception {
    Baddle demo = new Baddle(folder);
    assertThat(demo.run("demo", ".").status()).isZero();
    Map<String, List<String>> keys = keysByCommand();
    Set<String> shown = new TreeSet<>(Set.of("demo", "watch"));
    for (Map.Entry<String, List<String>> one : keys.entrySet()) {
      String[] words = words(one.getKey());
      shown.add(words[0]);

      Baddle.Run run = demo.run(words);

      assertThat(run.status()).as("%s: %s", one.getKey(), run.err()).isBetween(0, 1);
      JsonNode json = new ObjectMapper().readTree(run.out());
      JsonNode object = json.isArray() ? json.get(0) : json;
      List<String> printed = new ArrayList<>();
      object.fieldNames().forEachRemaining(printed::add);
      assertThat(printed).as(one.getKey()).isEqualTo(one.getValue());
    }
    assertThat(shown)
        .containsExactlyInAnyOrderElementsOf(
            Commands.all().stream().map(command -> command.head().name()).toList());
  }
}
