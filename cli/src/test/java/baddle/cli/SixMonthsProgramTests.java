package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.demo.DemoProject;
import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Half a year of the demo, month by month, with what goes wrong between sites and head office. */
class SixMonthsProgramTests {

  private static final String TILLS = "inbox/tills/";

  /** What else happens in a month. */
  private enum Event {
    NOTHING,
    DUNMERE_IS_MISSING,
    A_CORRECTION_COMES,
    A_FILE_IS_RENAMED,
    DUNMERE_COMES_LATE_AND_A_FILE_IS_DELETED
  }

  /**
   * What a month must bring.
   *
   * @param changes the files that differ: how many new, replaced, renamed, gone
   * @param movement of the revenue in all
   * @param finding one that must be new; empty for none in particular
   */
  private record Expected(
      String month, Event event, String changes, String movement, String finding) {}

  private static final List<Expected> MONTHS =
      List.of(
          new Expected("2026-05", Event.NOTHING, "6 0 0 0", "23495.72", "file-duplicate"),
          new Expected(
              "2026-06", Event.DUNMERE_IS_MISSING, "5 0 0 0", "17392.33", "period-missing"),
          new Expected("2026-07", Event.A_CORRECTION_COMES, "6 1 0 0", "12712.18", ""),
          new Expected("2026-08", Event.A_FILE_IS_RENAMED, "6 0 1 0", "12369.59", "rows-held"),
          new Expected(
              "2026-09",
              Event.DUNMERE_COMES_LATE_AND_A_FILE_IS_DELETED,
              "7 0 0 1",
              "11425.22",
              "file-gone"),
          new Expected("2026-10", Event.NOTHING, "6 0 0 0", "10078.28", ""));

  @TempDir Path folder;
  @TempDir Path later;

  @Test
  void each_month_brings_what_is_in_the_table() throws Exception {
    Baddle baddle = new Baddle(folder);
    new DemoProject(folder).layOut(false);
    for (Expected month : MONTHS) {
      for (Path file : tills(folder.resolve(TILLS), month.month())) {
        Files.move(file, later.resolve(file.getFileName().toString()));
      }
    }
    assertThat(baddle.run("run").status()).isEqualTo(1);
    List<String> found = new ArrayList<>();
    for (Expected month : MONTHS) {
      arrive(month);
      Baddle.Run run = baddle.run("run");
      JsonNode compared =
          new ObjectMapper().readTree(baddle.run("compare", "--summary", "years", "--json").out());
      String movement = compared.at("/summaries/0/totals/0/movement").asText();
      assertThat(run.out()).contains(month.finding());
      assertThat(changes(compared)).as(month.month()).isEqualTo(month.changes());
      found.add(movement);
    }
    assertThat(found).isEqualTo(MONTHS.stream().map(Expected::movement).toList());

    Map<String, byte[]> reports = reports();
    assertThat(baddle.run("run").out())
        .contains("Nothing has changed since batch 7", "reports are unchanged");
    reports().forEach((name, bytes) -> assertThat(bytes).as(name).isEqualTo(reports.get(name)));
  }

  private static List<Path> tills(Path from, String month) throws IOException {
    try (Stream<Path> files = Files.list(from)) {
      return files.filter(file -> file.getFileName().toString().contains(month)).toList();
    }
  }

  private void arrive(Expected month) throws IOException {
    for (Path file : tills(later, month.month())) {
      boolean missing =
          month.event() == Event.DUNMERE_IS_MISSING
              && file.getFileName().toString().startsWith("Dunmere");
      if (!missing) {
        Files.move(file, folder.resolve(TILLS + file.getFileName()));
      }
    }
    Path tills = folder.resolve(TILLS);
    switch (month.event()) {
      case A_CORRECTION_COMES -> {
        Path file = tills.resolve("Alder Mill 2026-05.csv");
        Files.writeString(file, Files.readString(file) + "2026-05-31,059999,02011,1,12.00,12.00\n");
      }
      case A_FILE_IS_RENAMED ->
          Files.move(tills.resolve("Foxholt 2026-06.csv"), tills.resolve("Foxholt 2026-06.txt"));
      case DUNMERE_COMES_LATE_AND_A_FILE_IS_DELETED -> {
        Files.move(
            later.resolve("Dunmere 2026-06.xls"),
            tills.resolve("Dunmere 2026-06.xls"),
            StandardCopyOption.ATOMIC_MOVE);
        Files.delete(tills.resolve("Foxholt 2026-03.csv"));
      }
      default -> {}
    }
  }

  private static String changes(JsonNode compared) {
    List<String> kinds = compared.at("/sources").findValuesAsText("change");
    return Stream.of("new", "replaced", "renamed", "gone")
        .map(kind -> kinds.stream().filter(kind::equals).count())
        .map(String::valueOf)
        .reduce((one, other) -> one + " " + other)
        .orElseThrow();
  }

  private Map<String, byte[]> reports() throws IOException {
    Map<String, byte[]> reports = new TreeMap<>();
    for (String name : List.of("month.xlsx", "revenue.md")) {
      reports.put(name, Files.readAllBytes(folder.resolve(name)));
    }
    return reports;
  }
}
