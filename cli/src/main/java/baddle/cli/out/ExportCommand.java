package baddle.cli.out;

import baddle.app.Progress;
import baddle.app.Project;
import baddle.app.export.DatasetExport;
import baddle.app.export.RowsChoice;
import baddle.app.export.RowsFile;
import baddle.app.reading.Inputs;
import baddle.cli.options.BatchOption;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.DatasetNames;
import baddle.cli.options.JsonText;
import baddle.cli.options.Status;
import baddle.cli.options.TableOptions;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.calendar.Period;
import baddle.core.finding.NumberText;
import baddle.core.grid.CsvForm;
import baddle.plan.PlanException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** {@code baddle export}. */
final class ExportCommand implements Command {

  static final List<String> ORIGINS = List.of("none", "short", "all");

  @Override
  public CommandHead head() {
    return new CommandHead(
        "export",
        "[DATASET | FILE...] --out FILE [options] | [DATASET] --to DATABASE:TABLE [options]",
        "writes the clean rows of a dataset, or of files, into a file or a database",
        "baddle export sales --where \"site = 'Dunmere'\" --out dunmere.xlsx\n"
            + "baddle export \"inbox/trade/Trade 2026.xlsx\" --sheet \"Trade 2026-03\" --out march.csv",
        true,
        ExportOptions.all());
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    if (FilesExportOutput.isMeant(options, console)) {
      return FilesExportOutput.run(
          options, list(options, "columns"), list(options, "order"), console);
    }
    TableOptions.refuse(options);
    boolean onTerminal =
        options.value("out").filter("-"::equals).isPresent() && console.terminal().out();
    Project project = onTerminal ? options.project().with(Progress.SILENT) : options.project();
    String dataset = dataset(project, options.arguments());
    if (options.has("held") || options.has("left-out")) {
      return UnusedRows.write(project, dataset, options, console);
    }
    if (options.has("to")) {
      return new DatabaseTableExport(project, dataset, choice(project, options))
          .run(options, console);
    }
    for (String other : List.of("how", "remake", "adopt")) {
      if (options.has(other)) {
        throw new UsageException("--" + other + " is for --to DATABASE:TABLE");
      }
    }
    if (options.has("prove")) {
      return ProveExport.run(
          new RowsExport(project, dataset, choice(project, options), CsvFormOptions.read(options)),
          options,
          console);
    }
    String out =
        options
            .value("out")
            .orElseThrow(
                () -> new UsageException("name the output with --out FILE or --to DATABASE:TABLE"));
    CsvForm form = CsvFormOptions.read(options);
    RowsExport export =
        new RowsExport(
            project, dataset, choice(project, options), onTerminal ? form.onTerminal() : form);
    List<String> splitBy = list(options, "split-by");
    if (options.has("append")) {
      return AppendExport.run(export, out, options, console);
    }
    if (!splitBy.isEmpty()) {
      return split(export, out, splitBy, options, console);
    }
    boolean terminal = out.equals("-");
    Path file = console.folder().resolve(out);
    if (!terminal) {
      Optional<String> problem = RowsFile.problem(file).or(() -> Inputs.of(project).problem(file));
      if (problem.isPresent()) {
        throw new UsageException("--out: " + problem.get());
      }
    }
    List<String> sheetsBy = list(options, "sheets-by");
    if (!sheetsBy.isEmpty() && !RowsFile.isWorkbook(file)) {
      throw new UsageException("--sheets-by is for a file that ends in .xlsx");
    }
    DatasetExport.Result result;
    try {
      result =
          export.run(
              exporting ->
                  terminal
                      ? exporting.toText(console.data())
                      : sheetsBy.isEmpty()
                          ? exporting.toFile(file, options.value("table"))
                          : exporting.toSheets(file, sheetsBy));
    } catch (IOException e) {
      if (terminal && "Broken pipe".equals(e.getMessage())) {
        return Status.DONE;
      }
      throw e;
    }
    if (options.json() && !terminal) {
      console.out().print(ExportText.json(result, out) + "\n");
    } else if (!options.quiet()) {
      ExportText.say(result, out, terminal ? console.err() : console.out(), options);
    }
    return Status.DONE;
  }

  /** The name with the period that the rows are of, if it wants one. */
  private static String ofPeriod(String name, CommandOptions options) throws UsageException {
    if (!name.contains("{period}")) {
      return name;
    }
    return name.replace(
        "{period}",
        options
            .value("period")
            .orElseThrow(() -> new UsageException("{period} in --out needs --period PERIOD")));
  }

  private static int split(
      RowsExport export, String out, List<String> splitBy, CommandOptions options, Console console)
      throws UsageException, IOException {
    String name = ofPeriod(out, options);
    List<RowsFile.Ready> ready =
        export.run(
            exporting -> exporting.beside(console.folder(), name, splitBy, options.value("table")));
    Map<String, Long> files = new LinkedHashMap<>();
    try {
      for (RowsFile.Ready one : ready) {
        one.beside().publish();
        Path file = console.folder().toAbsolutePath().relativize(one.beside().file());
        RowsFile.Written written = one.written();
        files.put(file.toString(), written.rows());
        if (!options.quiet() && !options.json()) {
          String rows = NumberText.counted(written.rows(), "row");
          console.out().println("written: " + file + ", " + rows);
          written.remarks().forEach(remark -> console.out().println("  " + remark));
        }
      }
      if (options.json()) {
        console.out().print(JsonText.of(json -> ExportText.write(json, files)) + "\n");
      }
    } finally {
      for (RowsFile.Ready one : ready) {
        one.close();
      }
    }
    return Status.DONE;
  }

  private static String dataset(Project project, List<String> arguments) throws UsageException {
    List<String> known = DatasetNames.of(project);
    if (arguments.size() > 1) {
      throw new UsageException("export takes one dataset at a time");
    }
    if (arguments.isEmpty() && known.size() > 1) {
      throw new UsageException("name the dataset: " + String.join(", ", known));
    }
    return DatasetNames.known(project, arguments.isEmpty() ? known.get(0) : arguments.get(0));
  }

  private static RowsChoice choice(Project project, CommandOptions options) throws UsageException {
    Optional<Period> period = Optional.empty();
    Optional<String> wanted = options.value("period");
    if (wanted.isPresent()) {
      period = project.plan().periods().parse(wanted.get());
      if (period.isEmpty()) {
        throw new UsageException(wanted.get() + " is no period such as 2026-03");
      }
    }
    return new RowsChoice(
        list(options, "columns"),
        RowsChoice.OriginColumns.valueOf(
            CsvFormOptions.one(options, "origin", ORIGINS, "short").toUpperCase(Locale.ROOT)),
        options.value("where"),
        list(options, "order"),
        BatchOption.number(options),
        period,
        BatchOption.number(options, "since-batch"));
  }

  private static List<String> list(CommandOptions options, String name) {
    return options.value(name).stream()
        .flatMap(text -> Stream.of(text.split(",")))
        .map(String::strip)
        .filter(one -> !one.isEmpty())
        .toList();
  }
}
