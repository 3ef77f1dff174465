package baddle.cli.options;

import baddle.app.Project;
import baddle.app.export.RowsFile;
import baddle.app.lists.ListTable;
import baddle.app.reading.Inputs;
import baddle.cli.terminal.Console;
import baddle.core.finding.NumberText;
import baddle.core.grid.CsvForm;
import baddle.reports.text.TextTable;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.apache.commons.cli.Option;

/** Prints a list whole, or writes it into a file. */
public final class ListOutput {

  /** Lists are for people: their texts are marked where a program could take them for formulas. */
  public static final CsvForm FORM =
      new CsvForm(',', '.', CsvForm.STANDARD.charset(), false, true, false);

  private ListOutput() {}

  /** The option that writes a list into a file. */
  public static Option outOption() {
    return outOption("the list");
  }

  /** The same, with what is written. */
  public static Option outOption(String what) {
    return Option.builder()
        .longOpt("out")
        .hasArg()
        .argName("FILE")
        .desc("write " + what + " into a .csv, .xlsx, .ods, .jsonl, .json or .db file")
        .get();
  }

  /** The file that the list is to go into, if it is to go into one. */
  public static Optional<Path> file(
      CommandOptions options, Console console, Optional<Project> project) throws UsageException {
    return file(options, console, project, List.of());
  }

  /**
   * The same.
   *
   * @param read files that the command reads
   */
  public static Optional<Path> file(
      CommandOptions options, Console console, Optional<Project> project, List<Path> read)
      throws UsageException {
    Optional<Path> file = options.value("out").map(console.folder()::resolve);
    Optional<String> problem =
        file.flatMap(RowsFile::problem)
            .or(() -> file.flatMap(one -> Inputs.of(project, read).problem(one)));
    if (problem.isPresent()) {
      throw new UsageException("--out: " + problem.get());
    }
    return file;
  }

  /** Writes or prints it. */
  public static void put(
      ListTable table,
      Optional<Path> file,
      Optional<Path> plan,
      CommandOptions options,
      Console console)
      throws IOException {
    if (file.isPresent()) {
      RowsFile.Shape shape =
          new RowsFile.Shape(table.name(), FORM, List.<Map.Entry<String, String>>of(), List.of());
      RowsFile.write(file.get(), plan, table.schema(), shape, table);
      if (!options.quiet()) {
        console
            .out()
            .println("written: " + file.get() + ", " + NumberText.counted(table.count(), "row"));
      }
      return;
    }
    if (options.json()) {
      RowsFile.writeJson(console.data(), table.schema(), table);
      return;
    }
    if (options.quiet()) {
      return;
    }
    List<String> names = table.schema().names();
    TextTable text = new TextTable(names.size(), names);
    table.rows().forEach(text::add);
    text.lines(options.style()).forEach(console.out()::println);
  }
}
