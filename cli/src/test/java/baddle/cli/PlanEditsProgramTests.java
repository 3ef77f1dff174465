package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.IntStream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/** A plan that has run may be edited in any way; each run shows what a first run would. */
class PlanEditsProgramTests {

  private static final int EDITS = 5;

  /** Findings that only a project with a past can have. */
  private static final Set<String> OF_THE_PAST =
      Set.of("file-gone", "file-renamed", "dataset-renamed", "heading-absent", "folder-empty");

  @TempDir Path folder;
  private Random random = new Random(0);

  static IntStream seeds() {
    return IntStream.range(0, Baddle.scaled(60));
  }

  /** A plan of random parts that fit together. */
  private String plan() {
    String dataset = any("sales", "sales", "turnover");
    String place = any("site", "site", "place");
    String amount = any("amount", "amount", "net");
    boolean calc = random.nextBoolean();
    boolean lookup = random.nextBoolean();
    boolean remark = random.nextBoolean();
    List<String> levels = new ArrayList<>(List.of(place));
    StringBuilder text = new StringBuilder("baddle: 1\ndatasets:\n  " + dataset + ":\n");
    if (random.nextBoolean()) {
      text.append("    amount: ").append(calc && random.nextBoolean() ? "twice" : amount);
      text.append('\n');
    }
    if (random.nextBoolean()) {
      text.append("    dated_by: day\n");
    }
    if (random.nextInt(4) == 0) {
      text.append("    key: [day, ").append(place).append("]\n    on_duplicate: ");
      text.append(any("report", "hold", "keep latest")).append('\n');
    }
    text.append("    columns:\n      day: ").append(any("date", "{type: date, required: true}"));
    text.append("\n      ").append(place).append(": {type: text, headings: [Site]");
    text.append(any("", ", same: [case]")).append("}\n      ");
    text.append(amount).append(": {type: decimal, headings: [Amount]}\n");
    if (remark) {
      text.append("      remark: text\n");
    }
    if (calc) {
      text.append("      twice: {type: ").append(any("decimal", "{type: decimal", "integer"));
      int open = text.lastIndexOf("{type: {");
      if (open >= 0) {
        text.replace(open, open + 8, "{");
      }
      text.append(", calc: ").append(any("", "2 * ")).append(amount);
      text.append(any("", " + 1")).append("}\n");
    }
    if (lookup) {
      text.append("      region: {type: text, lookup: regions}\n");
      levels.add("region");
    }
    if (random.nextBoolean()) {
      text.append("feeds:\n  ").append(any("tills", "shops")).append(": {files: 'in/*.csv'}\n");
    } else {
      text.append("feeds:\n  a: {files: 'in/a*.csv', dataset: ").append(dataset);
      text.append("}\n  b: {files: 'in/b*.csv', dataset: ").append(dataset).append("}\n");
    }
    if (lookup) {
      text.append("lookups:\n  regions: {file: regions.csv, match: {").append(place);
      text.append(": Site}, bring: {region: Region}}\n");
    }
    String level = levels.get(random.nextInt(levels.size()));
    text.append("summaries:\n  one: {down: [").append(level).append("], across: [day by month]");
    text.append(", measures: {Sum: sum(").append(calc ? "twice" : amount).append(")}}\n");
    text.append("reports:\n  one.csv: {summaries: one}\n");
    return text.toString();
  }

  private String any(String... all) {
    return all[random.nextInt(all.length)];
  }

  private void file(String name) throws IOException {
    StringBuilder rows = new StringBuilder("Day,Site,Amount,Remark\n");
    for (int i = 2 + random.nextInt(5); i > 0; i--) {
      rows.append("2026-0")
          .append(1 + random.nextInt(3))
          .append("-0")
          .append(1 + random.nextInt(9));
      rows.append(',').append(any("Elm", "Oak", "Ash")).append(',');
      rows.append(random.nextInt(900)).append(any(".25", "", ".5")).append(any(",", ",late"));
      rows.append('\n');
    }
    Path file = folder.resolve("project/in").resolve(name);
    Files.createDirectories(file.resolveSibling(""));
    Files.writeString(file, rows);
  }

  @ParameterizedTest
  @MethodSource("seeds")
  void every_run_shows_what_a_first_one_would(int seed) throws Exception {
    random = new Random(seed);
    file("a1.csv");
    file("a2.csv");
    file("b1.csv");
    Path project = folder.resolve("project");
    Files.writeString(project.resolve("regions.csv"), "Site,Region\nElm,North\nOak,South\n");
    for (int edit = 0; edit < EDITS; edit++) {
      String plan = plan();
      Files.writeString(project.resolve("baddle.yaml"), plan);
      if (random.nextInt(4) == 0) {
        file("a1.csv");
      }
      Path fresh = fresh(project, edit);
      String what = "seed " + seed + ", edit " + edit + "\n" + plan;

      Baddle.Run edited = Baddle.within(project).run("run");
      Baddle.Run first = Baddle.within(fresh).run("run");

      assertThat(edited.err()).as(what).doesNotContain("bug", "not foreseen");
      assertThat(edited.status()).as(what + edited.err() + first.out()).isEqualTo(first.status());
      assertThat(findings(project)).as(what).isEqualTo(findings(fresh));
      for (String command : List.of("summarize", "export")) {
        assertThat(shown(project, command)).as(what).isEqualTo(shown(fresh, command));
      }
      if (Files.exists(fresh.resolve("one.csv"))) {
        assertThat(project.resolve("one.csv"))
            .as(what)
            .hasSameTextualContentAs(fresh.resolve("one.csv"));
      }
      assertThat(Baddle.within(project).run("compare").err()).as(what).doesNotContain("bug");
    }
  }

  private Path fresh(Path project, int edit) throws IOException {
    Path fresh = folder.resolve("fresh" + edit);
    Files.createDirectories(fresh.resolve("in"));
    for (String name :
        List.of("baddle.yaml", "regions.csv", "in/a1.csv", "in/a2.csv", "in/b1.csv")) {
      Files.copy(project.resolve(name), fresh.resolve(name));
    }
    return fresh;
  }

  private static String shown(Path project, String command) throws Exception {
    Baddle baddle = Baddle.within(project);
    Baddle.Run run =
        command.equals("export")
            ? baddle.run(command, "--out", "-", "--order", "source_file,source_row", "--quiet")
            : baddle.run(command, "one", "--json");
    String text = run.out().replaceAll("\"Batch\" : \"[^\"]*\"", "").replaceAll("batch [0-9]+", "");
    return run.status() + " " + text;
  }

  /** The open findings, without those that need a past. */
  private static Set<String> findings(Path project) throws Exception {
    Set<String> findings = new TreeSet<>();
    JsonNode checked =
        new ObjectMapper().readTree(Baddle.within(project).run("check", "--json").out());
    for (JsonNode finding : checked.path("findings")) {
      if (!OF_THE_PAST.contains(finding.get("code").asText())) {
        findings.add(finding.get("code").asText() + ": " + finding.get("message").asText());
      }
    }
    return findings;
  }
}
