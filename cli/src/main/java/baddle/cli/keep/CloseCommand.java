package baddle.cli.keep;

import baddle.app.Project;
import baddle.app.close.CloseException;
import baddle.app.close.CloseResult;
import baddle.app.close.ClosingLine;
import baddle.app.close.PeriodClose;
import baddle.app.review.PeriodRows;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.FindingJson;
import baddle.cli.options.FindingLines;
import baddle.cli.options.JsonText;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.finding.Finding;
import baddle.core.finding.NumberText;
import baddle.plan.PlanException;
import baddle.reports.text.TextTable;
import java.io.IOException;
import java.io.PrintStream;
import java.math.BigDecimal;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.commons.cli.Option;

/** {@code baddle close}. */
final class CloseCommand implements Command {

  @Override
  public CommandHead head() {
    return new CommandHead(
        "close",
        "PERIOD [options]",
        "freezes a period's figures as the last batch has them",
        "baddle close 2026-03 --accept \"the sender knows\"",
        true,
        List.of(
            Option.builder()
                .longOpt("accept")
                .hasArg()
                .argName("REASON")
                .desc("close it although errors are open, for this reason")
                .get(),
            Option.builder()
                .longOpt("dry-run")
                .desc("show what would be closed, and close nothing")
                .get(),
            Option.builder()
                .longOpt("list")
                .desc("list the closed periods, and those reopened")
                .get()));
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    Project project = options.project();
    PeriodClose closing = new PeriodClose(project, Clock.systemUTC());
    if (options.has("list")) {
      options.refuseArguments("close --list");
      list(closing.all(), options, console);
      return Status.DONE;
    }
    if (options.arguments().size() != 1) {
      throw new UsageException("close takes one period, such as 2026-03");
    }
    CloseResult result;
    try {
      Optional<String> accepted = options.value("accept").filter(reason -> !reason.isBlank());
      String period = options.arguments().get(0);
      result =
          options.has("dry-run")
              ? closing.preview(period, accepted)
              : closing.close(period, accepted);
    } catch (CloseException e) {
      throw new UsageException(e.getMessage());
    }
    if (options.json()) {
      console.out().print(json(result, options.has("dry-run")) + "\n");
    } else if (!options.quiet()) {
      print(result, options.has("dry-run"), console.out());
    }
    return result.closed() ? Status.DONE : Status.FINDINGS;
  }

  private static void print(CloseResult result, boolean dryRun, PrintStream out) {
    if (!result.closed()) {
      out.println(
          result.period()
              + (dryRun ? " wouldn't be closed: errors" : " isn't closed: errors")
              + " are open for it in batch "
              + result.batch().number());
      FindingLines.of(result.open(), true).forEach(line -> out.println("  " + line));
      out.println("correct them, or close it for a reason: --accept REASON");
      return;
    }
    out.println(
        (dryRun ? "Would close " : "Closed ")
            + result.period()
            + " with batch "
            + result.batch()
            + ": "
            + NumberText.counted(result.rows(), "row")
            + " of "
            + NumberText.counted(result.sources(), "source"));
    result
        .sums()
        .forEach(
            (dataset, sum) -> {
              if (sum.rows() > 0) {
                out.println(
                    "  "
                        + dataset
                        + ": "
                        + NumberText.counted(sum.rows(), "row")
                        + (sum.column().isEmpty()
                            ? ""
                            : " with " + sum.column() + " " + NumberText.exact(sum.amount())));
              }
            });
    for (Finding finding : result.open()) {
      out.println("  accepted: " + finding.place() + ": " + finding.message());
    }
    for (Map.Entry<String, Map<String, BigDecimal>> summary : result.carried().entrySet()) {
      for (Map.Entry<String, BigDecimal> account : summary.getValue().entrySet()) {
        out.println(
            "  "
                + summary.getKey()
                + (account.getKey().isEmpty() ? "" : ", " + account.getKey())
                + " carries on "
                + NumberText.exact(account.getValue()));
      }
    }
    if (!result.openFeeds().isEmpty()) {
      out.println(
          "  never closed, for their sources state no period: "
              + String.join(", ", result.openFeeds()));
    }
  }

  private static void list(List<ClosingLine> closings, CommandOptions options, Console console)
      throws IOException {
    if (options.json()) {
      console.out().print(json(closings) + "\n");
      return;
    }
    if (closings.isEmpty()) {
      console.out().println("No period is closed");
      return;
    }
    TextTable table =
        new TextTable(1, List.of("period", "batch", "closed", "accepted", "reopened", "because"))
            .leftFrom(2);
    for (ClosingLine one : closings) {
      table.add(
          List.of(
              one.period(),
              String.valueOf(one.batch()),
              one.closedAt().toString(),
              one.accepted(),
              one.reopenedAt().map(Instant::toString).orElse(""),
              one.because()));
    }
    table.lines(options.style()).forEach(console.out()::println);
  }

  private static String json(List<ClosingLine> closings) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartArray();
          for (ClosingLine one : closings) {
            json.writeStartObject();
            json.writeStringField("period", one.period());
            json.writeNumberField("batch", one.batch());
            json.writeStringField("closed_at", one.closedAt().toString());
            json.writeStringField("accepted", one.accepted());
            if (one.reopenedAt().isPresent()) {
              json.writeStringField("reopened_at", one.reopenedAt().get().toString());
              json.writeStringField("because", one.because());
            }
            json.writeEndObject();
          }
          json.writeEndArray();
        });
  }

  private static String json(CloseResult result, boolean dryRun) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartObject();
          json.writeStringField("period", result.period().toString());
          json.writeBooleanField("closed", result.closed() && !dryRun);
          if (dryRun) {
            json.writeBooleanField("would_close", result.closed());
          }
          json.writeNumberField("batch", result.batch().number());
          json.writeNumberField("sources", result.sources());
          json.writeNumberField("rows", result.rows());
          json.writeObjectFieldStart("datasets");
          for (Map.Entry<String, PeriodRows.Sum> one : result.sums().entrySet()) {
            json.writeObjectFieldStart(one.getKey());
            json.writeNumberField("sources", one.getValue().sources());
            json.writeNumberField("rows", one.getValue().rows());
            json.writeNumberField("amount", one.getValue().amount());
            json.writeEndObject();
          }
          json.writeEndObject();
          json.writeArrayFieldStart("open");
          for (Finding finding : result.open()) {
            FindingJson.write(finding, json);
          }
          json.writeEndArray();
          json.writeObjectFieldStart("carried");
          for (Map.Entry<String, Map<String, BigDecimal>> one : result.carried().entrySet()) {
            json.writeObjectFieldStart(one.getKey());
            for (Map.Entry<String, BigDecimal> account : one.getValue().entrySet()) {
              json.writeNumberField(account.getKey(), account.getValue());
            }
            json.writeEndObject();
          }
          json.writeEndObject();
          JsonText.strings(json, "never_closed", result.openFeeds());
          json.writeEndObject();
        });
  }
}
