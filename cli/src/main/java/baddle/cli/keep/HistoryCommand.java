package baddle.cli.keep;

import baddle.app.Project;
import baddle.app.compare.SourceChange;
import baddle.app.history.BatchReturn;
import baddle.app.history.History;
import baddle.app.lists.ListTable;
import baddle.cli.options.BatchOption;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.JsonText;
import baddle.cli.options.ListOutput;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.prove.CompareText;
import baddle.cli.terminal.Console;
import baddle.core.derivation.StoppedException;
import baddle.core.finding.NumberText;
import baddle.plan.PlanException;
import baddle.reports.text.TextTable;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;
import org.apache.commons.cli.Option;

/** {@code baddle history}. */
final class HistoryCommand implements Command {

  @Override
  public CommandHead head() {
    return new CommandHead(
        "history",
        "[options]",
        "lists the batches and what each brought",
        "baddle history --total revenue",
        true,
        options());
  }

  private static List<Option> options() {
    return List.of(
        BatchOption.of("show this batch in full"),
        Option.builder()
            .longOpt("back-to")
            .hasArg()
            .argName("N")
            .desc("make the state of batch N current again, as a new batch")
            .get(),
        ListOutput.outOption(),
        Option.builder()
            .longOpt("total")
            .hasArg()
            .argName("COLUMN")
            .desc("sum this column, or DATASET.COLUMN, of each batch; may be repeated")
            .get());
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    options.refuseArguments("history");
    Project project = options.project();
    List<String> totals = options.values("total");
    for (String column : totals) {
      String problem = History.problem(project, column);
      if (!problem.isEmpty()) {
        throw new UsageException("--total: " + problem);
      }
    }
    OptionalInt backTo = BatchOption.number(options, "back-to");
    if (backTo.isPresent()) {
      BatchReturn returning;
      try {
        returning = BatchReturn.to(backTo.getAsInt(), project, Clock.systemUTC());
      } catch (StoppedException e) {
        throw new UsageException(e.getMessage());
      }
      if (options.json()) {
        console.out().print(json(returning) + "\n");
      } else if (!options.quiet()) {
        print(returning, options, console);
      }
      return Status.DONE;
    }
    OptionalInt wanted = BatchOption.number(options);
    History history = History.of(project, totals);
    if (wanted.isPresent()
        && history.batches().stream().noneMatch(b -> b.batch().number() == wanted.getAsInt())) {
      throw new UsageException(
          "there is no batch "
              + wanted.getAsInt()
              + "; the last is "
              + history.batches().get(0).batch().number());
    }
    Optional<Path> out = ListOutput.file(options, console, Optional.of(project));
    if (out.isPresent()) {
      ListOutput.put(
          list(history, wanted, totals), out, Optional.of(project.planFile()), options, console);
    } else if (options.json()) {
      List<History.BatchLine> lines =
          history.batches().stream()
              .filter(line -> wanted.isEmpty() || line.batch().number() == wanted.getAsInt())
              .toList();
      console.out().print(json(lines, wanted.isPresent()) + "\n");
    } else if (wanted.isPresent()) {
      history.batches().stream()
          .filter(line -> line.batch().number() == wanted.getAsInt())
          .forEach(line -> inFull(line, options, console));
    } else if (!options.quiet()) {
      table(history, totals).lines(options.style()).forEach(console.out()::println);
    }
    return Status.DONE;
  }

  private static void print(BatchReturn returning, CommandOptions options, Console console) {
    if (returning.made().isEmpty()) {
      console.out().println("Batch " + returning.earlier() + " is current already");
      return;
    }
    console
        .out()
        .println(
            "Batch " + returning.made().get() + ", has the state of batch " + returning.earlier());
    new CompareText(options.style(), BigDecimal.ZERO, Integer.MAX_VALUE)
        .sources(returning.changes())
        .forEach(line -> console.out().println("  " + line));
    console.out().println("The next baddle consolidate reads what the feeds' folders hold by then");
  }

  private static String json(BatchReturn returning) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartObject();
          json.writeNumberField("batch", returning.made().orElse(returning.earlier()).number());
          json.writeNumberField("as", returning.earlier().number());
          json.writeNumberField("sources", returning.changes().size());
          json.writeEndObject();
        });
  }

  private static TextTable table(History history, List<String> totals) {
    List<String> headings = new ArrayList<>(List.of("batch", "made at", "files"));
    Stream.of(SourceChange.Kind.values()).map(SourceChange.Kind::word).forEach(headings::add);
    headings.addAll(List.of("rows", "errors", "warnings"));
    headings.addAll(totals);
    boolean remarks = history.batches().stream().anyMatch(line -> !line.remarks().isEmpty());
    if (remarks) {
      headings.add("");
    }
    TextTable table = new TextTable(2, headings);
    if (remarks) {
      table.leftFrom(headings.size() - 1);
    }
    for (History.BatchLine line : history.batches()) {
      List<String> cells = new ArrayList<>();
      cells.add(String.valueOf(line.batch().number()));
      cells.add(line.batch().madeAt().toString());
      cells.add(NumberText.count(line.files()));
      for (SourceChange.Kind kind : SourceChange.Kind.values()) {
        cells.add(NumberText.count(line.count(kind)));
      }
      cells.add(NumberText.count(line.rows()));
      cells.add(NumberText.count(line.errors()));
      cells.add(NumberText.count(line.warnings()));
      for (String total : totals) {
        BigDecimal sum = line.totals().get(total);
        cells.add(sum == null ? "" : NumberText.exact(sum));
      }
      if (remarks) {
        cells.add(String.join(", ", line.remarks()));
      }
      table.add(cells);
    }
    return table;
  }

  private static void inFull(History.BatchLine line, CommandOptions options, Console console) {
    console.out().println("Batch " + line.batch());
    console
        .out()
        .println(
            String.format(
                Locale.ROOT,
                "%,d files, %,d rows, %,d errors and %,d warnings of its sources",
                line.files(),
                line.rows(),
                line.errors(),
                line.warnings()));
    line.totals()
        .forEach((column, sum) -> console.out().println(column + " " + sum.toPlainString()));
    console.out().println();
    new CompareText(options.style(), BigDecimal.ZERO, Integer.MAX_VALUE)
        .sources(line.changes())
        .forEach(console.out()::println);
  }

  /** The batches, or what one of them has changed. */
  private static ListTable list(History history, OptionalInt wanted, List<String> totals) {
    if (wanted.isPresent()) {
      ListTable table =
          new ListTable("sources", "source", "change", "before", "rows_before#", "rows_after#");
      history.batches().stream()
          .filter(line -> line.batch().number() == wanted.getAsInt())
          .flatMap(line -> line.changes().stream())
          .forEach(
              change ->
                  table.add(
                      change.path(),
                      change.kind().word(),
                      change.before(),
                      String.valueOf(change.rowsBefore()),
                      String.valueOf(change.rowsAfter())));
      return table;
    }
    List<String> columns = new ArrayList<>(List.of("batch#", "made_at", "files#"));
    for (SourceChange.Kind kind : SourceChange.Kind.values()) {
      columns.add(kind.word().replace(' ', '_') + "#");
    }
    columns.addAll(List.of("rows#", "errors#", "warnings#", "remarks"));
    totals.forEach(total -> columns.add(total + "#"));
    ListTable table = new ListTable("batches", columns.toArray(String[]::new));
    for (History.BatchLine line : history.batches()) {
      List<String> cells =
          new ArrayList<>(
              List.of(
                  String.valueOf(line.batch().number()),
                  line.batch().madeAt().toString(),
                  String.valueOf(line.files())));
      for (SourceChange.Kind kind : SourceChange.Kind.values()) {
        cells.add(String.valueOf(line.count(kind)));
      }
      cells.add(String.valueOf(line.rows()));
      cells.add(String.valueOf(line.errors()));
      cells.add(String.valueOf(line.warnings()));
      cells.add(String.join(", ", line.remarks()));
      for (String total : totals) {
        BigDecimal sum = line.totals().get(total);
        cells.add(sum == null ? "" : sum.toPlainString());
      }
      table.add(cells);
    }
    return table;
  }

  /**
   * Batches as JSON.
   *
   * @param inFull whether with the files that each has changed
   */
  private static String json(List<History.BatchLine> batches, boolean inFull) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartObject();
          json.writeArrayFieldStart("batches");
          for (History.BatchLine line : batches) {
            json.writeStartObject();
            json.writeNumberField("batch", line.batch().number());
            json.writeStringField("made_at", line.batch().madeAt().toString());
            json.writeNumberField("files", line.files());
            json.writeNumberField("rows", line.rows());
            for (SourceChange.Kind kind : SourceChange.Kind.values()) {
              json.writeNumberField(kind.word().replace(' ', '_'), line.count(kind));
            }
            json.writeNumberField("errors", line.errors());
            json.writeNumberField("warnings", line.warnings());
            JsonText.strings(json, "remarks", line.remarks());
            json.writeObjectFieldStart("totals");
            for (Map.Entry<String, BigDecimal> total : line.totals().entrySet()) {
              json.writeNumberField(total.getKey(), total.getValue());
            }
            json.writeEndObject();
            if (inFull) {
              CompareText.writeSources(json, line.changes());
            }
            json.writeEndObject();
          }
          json.writeEndArray();
          json.writeEndObject();
        });
  }
}
