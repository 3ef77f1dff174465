package baddle.cli.look;

import baddle.app.draft.found.FolderScan;
import baddle.app.lists.ColumnTable;
import baddle.app.look.Around;
import baddle.app.look.FileProfiler;
import baddle.app.look.Layouts;
import baddle.app.look.LookChoice;
import baddle.app.look.LookedFile;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.ListOutput;
import baddle.cli.options.Status;
import baddle.cli.options.TableOptions;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.grid.UnreadableFileException;
import baddle.core.value.NaturalOrder;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.apache.commons.cli.Option;

/** {@code baddle look}. */
final class LookCommand implements Command {

  /** More lines are no overview. */
  private static final int MOST_LINES = 20;

  private static final String MOST_ROWS = "\\d{1,4}";

  @Override
  public CommandHead head() {
    return new CommandHead(
        "look",
        "FOLDER | FILE... [options]",
        "shows what is inside files or a folder: layouts, sheets, tables, columns, oddities",
        "baddle look inbox\nbaddle look \"inbox/trade/Trade 2026.xlsx\" --sheet \"Trade 2026-03\" --rows 5",
        false,
        options());
  }

  private static List<Option> options() {
    List<Option> options = new ArrayList<>(TableOptions.all());
    Collections.addAll(
        options,
        Option.builder()
            .longOpt("at")
            .hasArg()
            .argName("CELL")
            .desc("show the grid around a cell, such as C12 or \"Sheet1!C12\"")
            .get(),
        Option.builder()
            .longOpt("rows")
            .hasArg()
            .argName("N")
            .desc("show so many first rows of each table (default: 3)")
            .get(),
        Option.builder()
            .longOpt("all")
            .desc("read every row, not only as many as it takes to know a table")
            .get(),
        ListOutput.outOption("the columns"));
    return options;
  }

  @Override
  public int run(CommandOptions options, Console console) throws UsageException, IOException {
    LookChoice choice = choice(options);
    List<Path> folders = options.folders();
    if (options.has("at")) {
      return at(options, console);
    }
    List<Path> files = folders.isEmpty() ? options.files() : filesIn(folders.get(0), console);
    Optional<Path> out = ListOutput.file(options, console, Optional.empty(), files);
    boolean byLayout = !folders.isEmpty() && out.isEmpty();
    Layouts layouts = new Layouts();
    List<LookedFile> looked = new ArrayList<>();
    int status = Status.DONE;
    for (Path file : files) {
      try {
        LookedFile one = FileProfiler.standard().look(file, choice);
        if (byLayout) {
          layouts.add(one);
        } else {
          looked.add(one);
        }
      } catch (UnreadableFileException e) {
        console.err().println("baddle: " + file + ": " + e.getMessage());
        status = Status.FINDINGS;
      }
    }
    LookText text = new LookText(options.style(), console.terminal().width());
    if (out.isPresent()) {
      ListOutput.put(ColumnTable.of(looked), out, Optional.empty(), options, console);
    } else if (options.json()) {
      console
          .out()
          .print((byLayout ? LookJson.ofLayouts(layouts.list()) : LookJson.of(looked)) + "\n");
    } else if (!options.quiet() && byLayout) {
      text.lines(layouts.list(), choice, options.has("verbose") ? Integer.MAX_VALUE : MOST_LINES)
          .forEach(console.out()::println);
    } else if (!options.quiet()) {
      for (LookedFile file : looked) {
        text.lines(file, choice).forEach(console.out()::println);
      }
    }
    return status;
  }

  /** The files below a folder, in the order of their names, but for those that nothing reads. */
  private static List<Path> filesIn(Path folder, Console console)
      throws IOException, UsageException {
    Path base = console.folder().toAbsolutePath().normalize();
    Path from = folder.toAbsolutePath().normalize();
    List<Path> files;
    try (Stream<Path> walked = Files.walk(from)) {
      files =
          walked
              .filter(Files::isRegularFile)
              .filter(file -> FolderScan.isSource(from.relativize(file)))
              .map(file -> file.startsWith(base) ? base.relativize(file) : file)
              .sorted(Comparator.comparing(Path::toString, NaturalOrder.INSTANCE))
              .map(file -> console.folder().resolve(file))
              .toList();
    }
    if (files.isEmpty()) {
      throw new UsageException("there is no file to look into in " + folder);
    }
    return files;
  }

  private static int at(CommandOptions options, Console console)
      throws UsageException, IOException {
    String stated = options.value("at").orElse("");
    Optional<Around.Place> place = Around.Place.parse(stated);
    if (place.isEmpty()) {
      throw new UsageException("--at takes a cell such as C12 or \"Sheet1!C12\", not " + stated);
    }
    List<Path> files = options.files();
    if (files.size() != 1) {
      throw new UsageException("--at is about one file");
    }
    Optional<Around> around;
    try {
      around = FileProfiler.standard().around(files.get(0), place.get());
    } catch (UnreadableFileException e) {
      console.err().println("baddle: " + files.get(0) + ": " + e.getMessage());
      return Status.FINDINGS;
    }
    if (around.isEmpty()) {
      throw new UsageException(files.get(0) + " has no sheet " + place.get().sheet());
    }
    String file = files.get(0).toString();
    if (options.json()) {
      console.out().print(LookJson.of(file, around.get()) + "\n");
    } else if (!options.quiet()) {
      new LookText(options.style(), console.terminal().width())
          .lines(file, around.get())
          .forEach(console.out()::println);
    }
    return Status.DONE;
  }

  private static LookChoice choice(CommandOptions options) throws UsageException {
    String rows = options.value("rows").orElse("3");
    if (!rows.matches(MOST_ROWS)) {
      throw new UsageException("--rows takes a number up to 9999, not " + rows);
    }
    return new LookChoice(
        TableOptions.sheet(options),
        TableOptions.range(options),
        Integer.parseInt(rows),
        options.has("all"));
  }
}
