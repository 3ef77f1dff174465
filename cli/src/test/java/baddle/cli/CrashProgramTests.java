package baddle.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Random;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/** Kills the built program, really, at many moments, and asks what is left. */
class CrashProgramTests {

  private static final int KILLS = Baddle.scaled(30);
  private static final int ROWS = 150_000;

  @TempDir Path folder;

  private Baddle layOut() throws IOException {
    Baddle baddle = new Baddle(folder);
    baddle.write(
        "baddle.yaml",
        "baddle: 1",
        "datasets:",
        "  d: {columns: {day: {type: date, required: true}, who: text, amount: integer}}",
        "feeds:",
        "  f: {files: 'in/*.csv'}",
        "summaries:",
        "  s: {down: [batch], measures: {Rows: count(*), Amount: sum(amount)}}");
    baddle.write("in/a.csv", "day,who,amount", "2026-01-01,x,1");
    return baddle;
  }

  private void writeLarge(int seed) throws IOException {
    Random random = new Random(seed);
    StringBuilder text = new StringBuilder("day,who,amount\n");
    for (int i = 0; i < ROWS; i++) {
      text.append(
          String.format(
              Locale.ROOT, "2026-02-%02d,who %d,1%n", 1 + i % 28, random.nextInt(50_000)));
    }
    Files.writeString(folder.resolve("in/large" + seed + ".csv"), text);
  }

  static void kill(Process process) throws InterruptedException {
    Stream.concat(Stream.of(process.toHandle()), process.descendants())
        .forEach(ProcessHandle::destroyForcibly);
    process.waitFor(20, TimeUnit.SECONDS);
  }

  @Test
  void a_crash_at_any_moment_leaves_the_old_batch_or_the_new_one() throws Exception {
    Baddle baddle = layOut();
    assertThat(baddle.run("consolidate").status()).isZero();
    writeLarge(1);
    long began = System.nanoTime();
    assertThat(baddle.run("consolidate").status()).isZero();
    long whole = (System.nanoTime() - began) / 1_000_000;
    long seed = System.nanoTime();
    Random moments = new Random(seed);
    long expected = ROWS + 1L;
    for (int i = 0; i < KILLS; i++) {
      writeLarge(2 + i);
      Process process = baddle.start("consolidate");
      boolean ended = process.waitFor(moments.nextLong(whole), TimeUnit.MILLISECONDS);
      kill(process);

      Baddle.Run read = baddle.run("summarize", "--json");
      assertThat(read.status()).as("seed %d: %s", seed, read.err()).isZero();
      long rows = total(read.out());
      long ofAllFiles = 1L + ROWS * (i + 2L);
      long expectedBefore = expected;
      assertThat(rows)
          .as("seed %d, ended %s, rows before %d", seed, ended, expected)
          .matches(found -> found == expectedBefore || found == ofAllFiles);
      expected = rows;
    }
    Baddle.Run last = baddle.run("consolidate");
    assertThat(last.status()).isZero();
    assertThat(last.out())
        .contains(
            String.format(
                Locale.ROOT,
                "Completeness: %1$,d rows read = %1$,d in the dataset",
                1 + ROWS * (KILLS + 1)));
  }

  private static long total(String json) {
    String last = json.substring(json.lastIndexOf("\"values\" : [ ") + 13);
    return Long.parseLong(last.substring(0, last.indexOf(',')));
  }

  @Test
  void of_two_runs_at_once_the_second_says_who_holds_the_lock() throws Exception {
    Baddle first = layOut();
    for (int i = 1; i <= 5; i++) {
      writeLarge(i);
    }
    Baddle second = new Baddle(folder);
    Process running = first.start("consolidate", "--threads", "1");
    Path lock = folder.resolve(".baddle/lock");
    while (running.isAlive() && !(Files.exists(lock) && Files.size(lock) > 0)) {
      TimeUnit.MILLISECONDS.sleep(5);
    }
    assertThat(running.isAlive()).isTrue();

    Baddle.Run run = second.run("consolidate");

    assertThat(run.status()).as(run.out()).isEqualTo(3);
    assertThat(run.err())
        .startsWith("baddle: the dataset is being written by process " + running.pid() + " since ");
    assertThat(first.end(running).status()).isZero();
    assertThat(second.run("summarize").out()).contains("750,001");
  }
}
