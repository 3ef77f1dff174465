package baddle.cli.out;

import baddle.app.export.ExportException;
import baddle.app.export.RowsFile;
import baddle.app.plain.FilesExport;
import baddle.app.reading.Inputs;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.FindingLines;
import baddle.cli.options.JsonText;
import baddle.cli.options.Status;
import baddle.cli.options.TableOptions;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.finding.Finding;
import baddle.core.finding.NumberText;
import baddle.core.grid.CsvForm;
import baddle.core.table.Column;
import baddle.core.table.Origin;
import baddle.plan.PlanException;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** Writes the stacked rows of files, without a plan. */
final class FilesExportOutput {

  /** The options that files have too; those of the plan's datasets are refused. */
  private static final List<String> OF_DATASETS =
      List.of(
          "to",
          "how",
          "remake",
          "adopt",
          "batch",
          "period",
          "since-batch",
          "split-by",
          "held",
          "left-out",
          "sheets-by",
          "append",
          "corrections",
          "prove");

  private FilesExportOutput() {}

  /** Whether the arguments are files and no dataset. */
  static boolean isMeant(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    if (options.arguments().isEmpty()) {
      return false;
    }
    String first = options.arguments().get(0);
    if (Files.isRegularFile(console.folder().resolve(first))) {
      return true;
    }
    boolean isPath = first.contains(".") || first.contains("/") || first.contains("\\");
    return isPath
        && (options.planFile().isEmpty()
            || !options.project().plan().datasets().containsKey(first));
  }

  static int run(CommandOptions options, List<String> columns, List<String> order, Console console)
      throws UsageException, IOException {
    for (String name : OF_DATASETS) {
      if (options.has(name)) {
        throw new UsageException("--" + name + " is for the datasets of a plan, not for files");
      }
    }
    String out =
        options
            .value("out")
            .orElseThrow(() -> new UsageException("name the output with --out FILE"));
    boolean terminal = out.equals("-");
    List<Path> files = options.files();
    Path file = console.folder().resolve(out);
    if (!terminal) {
      Optional<String> problem =
          RowsFile.problem(file).or(() -> Inputs.of(Optional.empty(), files).problem(file));
      if (problem.isPresent()) {
        throw new UsageException("--out: " + problem.get());
      }
    }
    CsvForm form = CsvFormOptions.read(options);
    try {
      FilesExport export =
          new FilesExport(
              files,
              new FilesExport.Choice(
                  TableOptions.plain(options),
                  columns,
                  origin(options),
                  options.value("where"),
                  order));
      Optional<RowsFile.Written> written = Optional.empty();
      if (!export.isEmpty()) {
        String table = options.value("table").orElse("rows");
        written =
            Optional.of(
                terminal
                    ? export.toText(console.data(), form)
                    : export.toFile(file, options.planFile(), form, table));
      }
      say(export, written, out, options, console);
      List<Finding> findings = export.findings();
      FindingLines.of(findings, options.verbose()).forEach(console.err()::println);
      return findings.stream().anyMatch(Finding::isError) ? Status.FINDINGS : Status.DONE;
    } catch (ExportException e) {
      throw new UsageException(e.getMessage());
    }
  }

  private static List<String> origin(CommandOptions options) throws UsageException {
    List<Column> columns =
        switch (CsvFormOptions.one(options, "origin", ExportCommand.ORIGINS, "short")) {
          case "none" -> List.of();
          case "short" -> List.of(Origin.SOURCE_FILE, Origin.SOURCE_SHEET, Origin.SOURCE_ROW);
          default ->
              List.of(
                  Origin.SOURCE_FILE, Origin.SOURCE_SHEET, Origin.SOURCE_ROW, Origin.SOURCE_PERIOD);
        };
    return columns.stream().map(Column::name).toList();
  }

  private static void say(
      FilesExport export,
      Optional<RowsFile.Written> written,
      String out,
      CommandOptions options,
      Console console)
      throws IOException {
    boolean terminal = out.equals("-");
    if (options.json() && !terminal && written.isPresent()) {
      RowsFile.Written file = written.get();
      console
          .out()
          .print(
              JsonText.of(
                      json -> {
                        json.writeStartObject();
                        json.writeStringField("file", out);
                        json.writeNumberField("rows", file.rows());
                        JsonText.strings(json, "remarks", file.remarks());
                        json.writeObjectFieldStart("about");
                        for (var fact : export.about().entrySet()) {
                          json.writeStringField(fact.getKey(), fact.getValue());
                        }
                        json.writeEndObject();
                        json.writeEndObject();
                      })
                  + "\n");
    } else if (!options.quiet() && written.isPresent()) {
      PrintStream to = terminal ? console.err() : console.out();
      to.println(
          (terminal ? "written: " : "written: " + out + ", ")
              + NumberText.counted(written.get().rows(), "row"));
      written.get().remarks().forEach(remark -> to.println("  " + remark));
      export.about().forEach((key, value) -> to.println("  " + key + ": " + value));
    }
  }
}
