package baddle.cli.keep;

import baddle.app.close.CloseException;
import baddle.app.close.ClosingLine;
import baddle.app.close.KeptOutLine;
import baddle.app.close.PeriodClose;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.JsonText;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.plan.PlanException;
import java.io.IOException;
import java.time.Clock;
import java.util.List;
import org.apache.commons.cli.Option;

/** {@code baddle reopen}. */
final class ReopenCommand implements Command {

  @Override
  public CommandHead head() {
    return new CommandHead(
        "reopen",
        "PERIOD --because REASON",
        "opens a closed period again, so that changes to it come in",
        "baddle reopen 2026-03 --because \"a late credit note\"",
        true,
        options());
  }

  private static List<Option> options() {
    return List.of(
        Option.builder()
            .longOpt("because")
            .hasArg()
            .argName("REASON")
            .desc("why; it is kept with the closing")
            .get(),
        Option.builder()
            .longOpt("dry-run")
            .desc("show what was kept out and would come in, and open nothing")
            .get());
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    if (options.arguments().size() != 1) {
      throw new UsageException("reopen takes one period, such as 2026-03");
    }
    if (options.has("dry-run")) {
      preview(options, console);
      return Status.DONE;
    }
    String because = options.value("because").orElse("").strip();
    if (because.isEmpty()) {
      throw new UsageException("reopen needs a reason: --because REASON");
    }
    ClosingLine lifted;
    try {
      lifted =
          new PeriodClose(options.project(), Clock.systemUTC())
              .reopen(options.arguments().get(0), because);
    } catch (CloseException e) {
      throw new UsageException(e.getMessage());
    }
    if (options.json()) {
      console
          .out()
          .print(
              JsonText.of(
                      json -> {
                        json.writeStartObject();
                        json.writeStringField("period", lifted.period());
                        json.writeNumberField("batch", lifted.batch());
                        json.writeStringField("because", because);
                        json.writeEndObject();
                      })
                  + "\n");
    } else if (!options.quiet()) {
      console
          .out()
          .println(
              lifted.period()
                  + ", closed with batch "
                  + lifted.batch()
                  + ", is open again; baddle run includes what was kept out");
    }
    return Status.DONE;
  }

  private static void preview(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    String period = options.arguments().get(0);
    List<KeptOutLine> keptOut;
    try {
      keptOut = new PeriodClose(options.project(), Clock.systemUTC()).keptOut(period);
    } catch (CloseException e) {
      throw new UsageException(e.getMessage());
    }
    if (options.json()) {
      console
          .out()
          .print(
              JsonText.of(
                      json -> {
                        json.writeStartArray();
                        for (KeptOutLine one : keptOut) {
                          json.writeStartObject();
                          json.writeStringField("place", one.place().toString());
                          json.writeStringField("period", one.period());
                          json.writeStringField("because", one.because());
                          json.writeEndObject();
                        }
                        json.writeEndArray();
                      })
                  + "\n");
    } else if (!options.quiet()) {
      console
          .out()
          .println(
              keptOut.isEmpty()
                  ? "Nothing was kept out of " + period
                  : "Kept out of " + period + "; it comes in once the period is open again:");
      for (KeptOutLine one : keptOut) {
        console.out().println("  " + one.place() + ": " + one.because());
      }
    }
  }
}
