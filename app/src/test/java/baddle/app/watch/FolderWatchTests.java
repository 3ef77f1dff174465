package baddle.app.watch;

import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyLong;
import static org.mockito.ArgumentMatchers.contains;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.inOrder;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.never;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.when;

import baddle.app.run.RunResult;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.mockito.InOrder;
import org.mockito.Mockito;

/** A watch waits, runs, tells, and goes on after a failure. */
class FolderWatchTests {

  private static final String PLAN =
      """
      baddle: 1
      datasets: {sales: {columns: {site: text, amount: integer}}}
      feeds: {tills: {files: "in/{site}.csv"}}
      """;

  @TempDir private Path folder;
  private Path plan;
  private final FolderWatch.Run run = mock();
  private final FolderWatch.Listener listener = mock();

  /** What a run did doesn't matter to a watch. */
  private static final RunResult RESULT = mock(Mockito.withSettings().stubOnly());

  @BeforeEach
  void layOut() throws Exception {
    plan = Files.writeString(folder.resolve("baddle.yaml"), PLAN);
    Files.createDirectories(folder.resolve("in"));
    write("a");
  }

  private void write(String site) {
    try {
      Files.writeString(folder.resolve("in/" + site + ".csv"), "amount\n1\n");
    } catch (IOException e) {
      throw new AssertionError(e);
    }
  }

  private FolderWatch watch() {
    return new FolderWatch(plan, Map.of(), run, listener, Duration.ofMillis(1));
  }

  @Test
  void files_are_run_once_they_are_still_and_once_only() throws Exception {
    when(run.run(any())).thenReturn(RESULT);

    watch().watch(true);

    InOrder order = inOrder(listener, run);
    order.verify(listener).began(2);
    order.verify(run).run(any());
    order.verify(listener).ran(RESULT);
    verify(listener, never()).failed(any());
  }

  @Test
  void a_change_is_told_and_run_and_the_watch_ends_when_asked_to() throws Exception {
    FolderWatch watch = watch();
    when(run.run(any()))
        .thenAnswer(
            call -> {
              write("b");
              return RESULT;
            })
        .thenAnswer(
            call -> {
              watch.stop();
              return RESULT;
            });

    watch.watch(false);

    InOrder order = inOrder(listener);
    order.verify(listener).began(2);
    order.verify(listener).ran(RESULT);
    order.verify(listener).changed(1);
    order.verify(listener).ran(RESULT);
    verify(run, times(2)).run(any());
  }

  @Test
  void a_failed_run_is_told_once_and_tried_until_it_works() throws Exception {
    FolderWatch watch = watch();
    when(run.run(any()))
        .thenThrow(new IOException("the disk is full"))
        .thenThrow(new IOException("the disk is full"))
        .thenThrow(new IOException("no permission"))
        .thenAnswer(
            call -> {
              watch.stop();
              return RESULT;
            });

    watch.watch(false);

    InOrder order = inOrder(listener);
    order.verify(listener).failed("the disk is full");
    order.verify(listener).failed("no permission");
    order.verify(listener).ran(RESULT);
    verify(listener, times(1)).failed("the disk is full");
  }

  @Test
  void a_plan_that_is_wrong_is_told_until_it_is_right() throws Exception {
    FolderWatch watch = watch();
    Files.writeString(plan, PLAN.replace("integer", "number"));
    doAnswer(call -> Files.writeString(plan, PLAN))
        .when(listener)
        .failed(contains("no type number"));
    when(run.run(any()))
        .thenAnswer(
            call -> {
              watch.stop();
              return RESULT;
            });

    watch.watch(false);

    verify(listener, times(1)).failed(any());
    verify(listener).ran(RESULT);
  }

  @Test
  void once_ends_after_a_failure_too() throws Exception {
    when(run.run(any())).thenThrow(new IOException("the disk is full"));

    watch().watch(true);

    verify(listener).failed(eq("the disk is full"));
    verify(listener, never()).changed(anyLong());
    verify(listener, never()).ran(any());
  }

  @Test
  void an_empty_project_waits_for_its_first_file() throws Exception {
    FolderWatch watch = watch();
    Files.delete(folder.resolve("in/a.csv"));
    doAnswer(
            call -> {
              write("late");
              return Optional.empty();
            })
        .when(listener)
        .began(1);
    when(run.run(any()))
        .thenAnswer(
            call -> {
              watch.stop();
              return RESULT;
            });

    watch.watch(false);

    verify(listener).ran(RESULT);
    verify(run, times(1)).run(any());
  }
}
