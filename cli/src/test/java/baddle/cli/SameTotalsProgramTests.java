package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.math.BigDecimal;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** The ways to the same figure: a cross-tab of files, and the plan drafted from them. */
class SameTotalsProgramTests {

  private static final List<String> SITES = List.of("Alder Mill", "Copse End", "Dunmere", "");

  @TempDir Path folder;

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6, 7, 8})
  void a_crosstab_of_files_and_a_drafted_plan_agree(long seed) throws Exception {
    Baddle baddle = new Baddle(folder);
    Random random = new Random(seed);
    List<String> names = new ArrayList<>();
    int files = 1 + random.nextInt(3);
    for (int i = 0; i < files; i++) {
      String name = "in/till_2026-0" + (1 + i) + ".csv";
      names.add(name);
      file(baddle, random, name);
    }

    Baddle.Run draft = baddle.run("draft", "in");
    assertThat(draft.status()).as(draft.err()).isZero();
    String plan = Files.readString(folder.resolve("baddle.yaml"));
    String dataset =
        plan.lines()
            .dropWhile(line -> !line.equals("datasets:"))
            .skip(1)
            .findFirst()
            .orElseThrow()
            .strip()
            .replace(":", "");
    baddle.write(
        "baddle.yaml",
        plan.substring(0, plan.indexOf("\nsummaries:")),
        "summaries:",
        "  t: {of: "
            + dataset
            + ", down: [site], measures: {Amount: sum(amount), Rows: count(*)}}");
    Baddle.Run consolidated = baddle.run("consolidate");
    Baddle.Run summed = baddle.run("summarize", "t", "--out", "drafted.csv");
    List<String> crosstab = new ArrayList<>(List.of("crosstab"));
    crosstab.addAll(names);
    crosstab.addAll(List.of("--down", "site", "--measure", "sum(amount)"));
    crosstab.addAll(List.of("--measure", "count(*)", "--out", "crossed.csv"));
    Baddle.Run crossed = baddle.run(crosstab.toArray(new String[0]));

    assertThat(summed.status()).as(consolidated.out() + summed.err()).isZero();
    assertThat(rows("crossed.csv"))
        .as(plan + crossed.err())
        .isEqualTo(rows("drafted.csv"))
        .hasSizeGreaterThan(2);
  }

  private List<String> rows(String name) throws Exception {
    return Files.readAllLines(folder.resolve(name)).stream().skip(1).toList();
  }

  private static void file(Baddle baddle, Random random, String name) throws Exception {
    boolean comma = random.nextBoolean();
    String separator = comma ? ";" : ",";
    boolean bad = random.nextBoolean();
    int rows = 30 + random.nextInt(40);
    String[] lines = new String[rows + 1];
    lines[0] = String.join(separator, "Site", "Day", "Code", "Amount");
    for (int row = 1; row <= rows; row++) {
      int cents = random.nextInt(1_000_000) - 200_000;
      String plain = BigDecimal.valueOf(cents, 2).toString();
      String amount = random.nextInt(12) == 0 ? "" : comma ? plain.replace('.', ',') : plain;
      lines[row] =
          String.join(
              separator,
              SITES.get(random.nextInt(SITES.size())),
              "2026-0%d-%02d".formatted(1 + random.nextInt(9), 1 + random.nextInt(28)),
              "00" + random.nextInt(10),
              bad && row == rows - 3 ? "n/a" : amount);
    }
    baddle.write(name, lines);
  }
}
