package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.ResultSet;
import java.sql.Statement;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Random;
import java.util.Set;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Hundreds of damaged files of every kind in one folder, under the heap of the launcher. */
class MutatedFilesProgramTests {

  private static final List<String> KINDS =
      List.of(
          "inbox/tills/Alder Mill 2026-05.csv",
          "inbox/tills/Eldergate 2026-05.csv",
          "inbox/tills/Dunmere 2026-05.xls",
          "inbox/tills/Copse End 2026-05.ods",
          "inbox/cash/Cashbook 2026.xlsx");

  private static final int FILES = 150;

  @TempDir Path folder;

  @ParameterizedTest
  @ValueSource(longs = {1, 2})
  void every_file_is_whole_or_named_and_nothing_crashes(long seed) throws Exception {
    Baddle baddle = new Baddle(folder);
    baddle.run("demo", "demo");
    baddle.write(
        "baddle.yaml",
        "baddle: 1",
        "datasets:",
        "  d:",
        "    columns:",
        "      day: {type: date, headings: [Date]}",
        "      amount: {type: decimal, places: 2, headings: [Amount, Money in]}",
        "feeds: {f: {into: d, files: 'in/*'}}");
    Random random = new Random(seed);
    Set<String> written = new HashSet<>();
    Files.createDirectories(folder.resolve("in"));
    for (int i = 0; i < FILES; i++) {
      Path kind = folder.resolve("demo").resolve(KINDS.get(i % KINDS.size()));
      String name = "in/m" + i + kind.toString().substring(kind.toString().lastIndexOf('.'));
      Files.write(folder.resolve(name), damaged(Files.readAllBytes(kind), random));
      written.add(name);
    }

    Baddle.Run run = baddle.run("consolidate", "--verbose");

    assertThat(run.status()).isBetween(0, 1);
    assertThat(run.out() + run.err())
        .doesNotContain("Exception", "\tat ", "defect of Baddle", "OutOfMemory");
    Set<String> whole = inStore();
    for (String name : written) {
      assertThat(
              whole.contains(name)
                  || run.out().contains(name + "\n")
                  || run.out().contains(name + ","))
          .as(name)
          .isTrue();
    }
    Baddle.Run check = baddle.run("check", "--verbose");
    written.removeAll(whole);
    assertThat(check.status()).isEqualTo(written.isEmpty() ? check.status() : 1);
    assertThat(check.out()).contains(written);
  }

  private Set<String> inStore() throws Exception {
    Set<String> paths = new HashSet<>();
    try (Connection sql =
            DriverManager.getConnection("jdbc:sqlite:" + folder.resolve(".baddle/dataset.db"));
        Statement statement = sql.createStatement();
        ResultSet rows =
            statement.executeQuery(
                "SELECT DISTINCT f.path FROM file f JOIN source s ON s.file = f.id")) {
      while (rows.next()) {
        paths.add(rows.getString(1));
      }
    }
    return paths;
  }

  /** Some bytes flipped, the end cut, or a piece doubled. */
  private static byte[] damaged(byte[] content, Random random) {
    byte[] bytes = content.clone();
    switch (random.nextInt(3)) {
      case 0 -> {
        int flips = 1 + random.nextInt(20);
        for (int i = 0; i < flips; i++) {
          bytes[random.nextInt(bytes.length)] ^= (byte) (1 << random.nextInt(8));
        }
      }
      case 1 -> bytes = Arrays.copyOf(bytes, 1 + random.nextInt(bytes.length));
      default -> {
        int from = random.nextInt(bytes.length);
        int length = Math.min(bytes.length - from, 1 + random.nextInt(2000));
        byte[] longer = Arrays.copyOf(bytes, bytes.length + length);
        System.arraycopy(bytes, from, longer, from + length, bytes.length - from);
        bytes = longer;
      }
    }
    return bytes;
  }
}
