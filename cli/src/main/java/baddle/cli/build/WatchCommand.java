package baddle.cli.build;

import baddle.app.compare.Comparison;
import baddle.app.compare.SourceChange;
import baddle.app.consolidate.Consolidation;
import baddle.app.run.PeriodRun;
import baddle.app.run.RunResult;
import baddle.app.watch.FolderWatch;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.JsonText;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.finding.NumberText;
import baddle.core.finding.Severity;
import baddle.plan.PlanException;
import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import org.apache.commons.cli.Option;

/** {@code baddle watch}. */
final class WatchCommand implements Command {

  private static final int LONGEST_RUN_SECONDS = 600;

  @Override
  public CommandHead head() {
    return new CommandHead(
        "watch",
        "[options]",
        "runs whenever files arrive, are replaced or go",
        "baddle watch --still 10",
        true,
        List.of(
            Option.builder()
                .longOpt("still")
                .hasArg()
                .argName("SECONDS")
                .desc("how long files stay unchanged before they are read (default: 3)")
                .get(),
            Option.builder()
                .longOpt("once")
                .desc("wait until the files no longer change, run once and end")
                .get(),
            ConsolidateCommand.threadsOption()));
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    options.refuseArguments("watch");
    int threads = ConsolidateCommand.threads(options);
    Duration still = still(options);
    Path plan = options.project().planFile();
    AtomicInteger status = new AtomicInteger(Status.DONE);
    FolderWatch watching =
        new FolderWatch(
            plan,
            options.parameters(),
            project ->
                new PeriodRun(project, Consolidation.of(project, Clock.systemUTC(), threads)).run(),
            new Lines(options, console, status),
            still);
    CountDownLatch ended = new CountDownLatch(1);
    Thread hook = new Thread(() -> end(watching, ended), "baddle-stop");
    Runtime.getRuntime().addShutdownHook(hook);
    try {
      watching.watch(options.has("once"));
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    } finally {
      ended.countDown();
    }
    return status.get();
  }

  /** On a signal: lets the run that is under way end, and ends well. */
  private static void end(FolderWatch watching, CountDownLatch ended) {
    if (ended.getCount() == 0) {
      return;
    }
    watching.stop();
    try {
      boolean inTime = ended.await(LONGEST_RUN_SECONDS, TimeUnit.SECONDS);
      Runtime.getRuntime().halt(inTime ? Status.DONE : Status.FAILED);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
  }

  private static Duration still(CommandOptions options) throws UsageException {
    String given = options.value("still").orElse("3");
    if (!given.matches("[1-9]\\d{0,3}")) {
      throw new UsageException("--still takes seconds from 1 to 9999, not " + given);
    }
    return Duration.ofSeconds(Integer.parseInt(given));
  }

  /** A line for each event. */
  private static final class Lines implements FolderWatch.Listener {

    private final CommandOptions options;
    private final Console console;
    private final AtomicInteger status;

    Lines(CommandOptions options, Console console, AtomicInteger status) {
      this.options = options;
      this.console = console;
      this.status = status;
    }

    private void line(String event, String text, Map<String, Object> facts) {
      Instant now = Instant.now().truncatedTo(ChronoUnit.SECONDS);
      if (!options.json()) {
        console.out().println(now + " " + event + ": " + text);
        console.out().flush();
        return;
      }
      try {
        console.out().println(JsonText.line(now, event, facts));
        console.out().flush();
      } catch (IOException e) {
        throw new IllegalStateException(e);
      }
    }

    @Override
    public void began(long files) {
      line("began", NumberText.counted(files, "file") + " to look at", Map.of("files", files));
    }

    @Override
    public void changed(long files) {
      line("changed", NumberText.counted(files, "file"), Map.of("files", files));
    }

    @Override
    public void ran(RunResult result) {
      long errors = result.count(Severity.ERROR);
      long warnings = result.count(Severity.WARNING);
      status.set(errors > 0 ? Status.FINDINGS : Status.DONE);
      int batch = result.checked().batch().number();
      boolean made = result.consolidated().made().isPresent();
      StringBuilder what =
          new StringBuilder(made ? "batch " + batch : "nothing has changed since batch " + batch);
      List<SourceChange> changes = result.moved().map(Comparison::sources).orElse(List.of());
      for (SourceChange.Kind kind : SourceChange.Kind.values()) {
        long of = changes.stream().filter(change -> change.kind() == kind).count();
        what.append(of == 0 ? "" : ", " + of + " " + kind.word());
      }
      what.append(
          String.format(
              Locale.ROOT,
              "; %s; %s, %s; %s written",
              NumberText.counted(result.checked().inDataset(), "row"),
              NumberText.counted(errors, "error"),
              NumberText.counted(warnings, "warning"),
              NumberText.counted(result.written().size(), "report")));
      line(
          "run",
          what.toString(),
          Map.of(
              "batch", batch,
              "changed", made,
              "rows", result.checked().inDataset(),
              "errors", errors,
              "warnings", warnings,
              "written", result.written().size()));
    }

    @Override
    public void failed(String why) {
      status.set(Status.FAILED);
      line("failed", why, Map.of("why", why));
    }
  }
}
