package baddle.cli;

import baddle.app.lists.ColumnTable;
import baddle.app.look.LookChoice;
import baddle.app.look.LookedFile;
import baddle.app.look.Looking;
import baddle.core.grid.CellRange;
import baddle.core.grid.UnreadableFileException;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.apache.commons.cli.Option;

/** {@code baddle look}. */
final class LookCommand implements Command {

  private static final String MOST_ROWS = "\\d{1,4}";

  @Override
  public String name() {
    return "look";
  }

  @Override
  public String arguments() {
    return "FILE... [options]";
  }

  @Override
  public String purpose() {
    return "shows what is inside files: sheets, tables, columns, first rows, oddities";
  }

  @Override
  public String example() {
    return "baddle look \"inbox/trade/Trade 2026.xlsx\" --sheet \"Trade 2026-03\" --rows 5";
  }

  @Override
  public boolean usesPlan() {
    return false;
  }

  @Override
  public List<Option> options() {
    return List.of(
        Option.builder()
            .longOpt("sheet")
            .hasArg()
            .argName("NAME")
            .desc("only the sheet of this name")
            .get(),
        Option.builder()
            .longOpt("range")
            .hasArg()
            .argName("CELLS")
            .desc("look for tables in these cells only, such as B4:H or B4:H120")
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
  }

  @Override
  public int run(CommandOptions options, Console console) throws UsageException, IOException {
    LookChoice choice = choice(options);
    Optional<Path> out = ListOutput.file(options, console, Optional.empty(), options.files());
    List<LookedFile> looked = new ArrayList<>();
    int status = Status.DONE;
    for (Path file : options.files()) {
      try {
        looked.add(Looking.standard().look(file, choice));
      } catch (UnreadableFileException e) {
        console.err().println("baddle: " + file + ": " + e.getMessage());
        status = Status.FINDINGS;
      }
    }
    if (out.isPresent()) {
      ListOutput.put(ColumnTable.of(looked), out, Optional.empty(), options, console);
    } else if (options.json()) {
      console.out().print(LookJson.of(looked) + "\n");
    } else if (!options.quiet()) {
      for (LookedFile file : looked) {
        new LookText(options.style(), console.terminal().width())
            .lines(file, choice)
            .forEach(console.out()::println);
      }
    }
    return status;
  }

  private static LookChoice choice(CommandOptions options) throws UsageException {
    Optional<String> stated = options.value("range");
    Optional<CellRange> range = stated.flatMap(CellRange::parse);
    if (stated.isPresent() && range.isEmpty()) {
      throw new UsageException("--range takes cells such as B4:H120, not " + stated.get());
    }
    String rows = options.value("rows").orElse("3");
    if (!rows.matches(MOST_ROWS)) {
      throw new UsageException("--rows takes a number up to 9999, not " + rows);
    }
    return new LookChoice(
        options.value("sheet"),
        range.orElse(CellRange.EVERYTHING),
        Integer.parseInt(rows),
        options.has("all"));
  }
}
