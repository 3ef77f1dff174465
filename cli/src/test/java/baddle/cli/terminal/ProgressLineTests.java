package baddle.cli.terminal;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.app.Progress.Work;
import java.io.ByteArrayOutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;

class ProgressLineTests {

  private final ByteArrayOutputStream written = new ByteArrayOutputStream();
  private long nanos = Long.MAX_VALUE - 1_500_000_000L;
  private final ProgressLine line =
      new ProgressLine(new PrintStream(written, true, StandardCharsets.UTF_8), 100, () -> nanos);

  private void after(double seconds) {
    nanos += Math.round(seconds * 1e9);
  }

  /** What the line showed, one after the other; empty where it was removed. */
  private List<String> shown() {
    String all = written.toString(StandardCharsets.UTF_8);
    return all.isEmpty()
        ? List.of()
        : Arrays.asList(all.substring(1).split(String.valueOf(HarmlessStream.CLEAR_LINE), -1));
  }

  @Test
  void files_bytes_rows_rate_and_time_left_are_shown_and_gone_when_done() {
    line.begin(Work.READING, 4, 8 << 20);
    after(2);
    line.step(Work.READING, 1, 2 << 20, 50_000);
    after(0.1);
    line.step(Work.READING, 0, 0, 10_000);
    after(2);
    line.step(Work.READING, 2, 4 << 20, 40_000);
    line.end(Work.READING);

    assertThat(shown())
        .containsExactly(
            "reading: 1 of 4 files, 25% of 8 MB, 0:06 left, 50,000 rows (25,000/s)",
            "reading: 3 of 4 files, 75% of 8 MB, 0:01 left, 100,000 rows (24,390/s)", "");
  }

  @Test
  void work_within_the_first_second_shows_nothing() {
    line.begin(Work.COMPARING, 2, 0);
    after(0.9);
    line.step(Work.COMPARING, 2, 0, 0);
    line.end(Work.COMPARING);

    assertThat(written.size()).isZero();
  }

  @Test
  void passes_over_rows_side_by_side_are_one_and_those_within_other_work_are_none() {
    after(1);
    line.begin(Work.GOING_OVER, 1_000, 0);
    line.begin(Work.GOING_OVER, 3_000, 0);
    after(1);
    line.step(Work.GOING_OVER, 1_000, 0, 1_000);
    line.end(Work.GOING_OVER);
    line.end(Work.GOING_OVER);
    line.begin(Work.FETCHING, 2, 0);
    line.begin(Work.GOING_OVER, 9, 0);
    after(1);
    line.step(Work.GOING_OVER, 9, 0, 9);
    line.end(Work.GOING_OVER);
    line.step(Work.FETCHING, 1, 0, 7);
    line.end(Work.FETCHING);

    assertThat(shown())
        .containsExactly(
            "going over: 1,000 of 4,000 rows, 0:03 left (1,000/s)",
            "",
            "fetching: 1 of 2 lines, 0:01 left, 7 rows (7/s)",
            "");
  }
}
