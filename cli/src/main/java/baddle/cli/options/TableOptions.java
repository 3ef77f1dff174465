package baddle.cli.options;

import baddle.app.plain.PlainChoice;
import baddle.core.grid.CellRange;
import java.util.List;
import java.util.Optional;
import org.apache.commons.cli.Option;

/** The options that say which tables of files are meant. */
public final class TableOptions {

  private TableOptions() {}

  /** The options for one sheet and for some cells. */
  public static List<Option> all() {
    return List.of(
        Option.builder()
            .longOpt("sheet")
            .hasArg()
            .argName("NAME")
            .desc("of files: only the sheet of this name")
            .get(),
        Option.builder()
            .longOpt("range")
            .hasArg()
            .argName("CELLS")
            .desc("of files: look for tables in these cells only, such as B4:H or B4:H120")
            .get());
  }

  /** The option for counting what totals or repeats others. */
  public static Option countAll() {
    return Option.builder()
        .longOpt("count-all")
        .desc("of files: count rows and sheets too that only total or repeat others")
        .get();
  }

  /** The sheet that is named. */
  public static Optional<String> sheet(CommandOptions options) {
    return options.value("sheet");
  }

  /** The cells that are named; all where none are. */
  public static CellRange range(CommandOptions options) throws UsageException {
    Optional<String> stated = options.value("range");
    Optional<CellRange> range = stated.flatMap(CellRange::parse);
    if (stated.isPresent() && range.isEmpty()) {
      throw new UsageException("--range takes cells such as B4:H120, not " + stated.get());
    }
    return range.orElse(CellRange.EVERYTHING);
  }

  /** The options that choose tables of files without a plan. */
  public static PlainChoice plain(CommandOptions options) throws UsageException {
    return new PlainChoice(sheet(options), range(options), options.has("count-all"));
  }

  /** Refuses what is only for files. */
  public static void refuse(CommandOptions options) throws UsageException {
    for (String name : List.of("sheet", "range", "count-all")) {
      if (options.has(name)) {
        throw new UsageException("--" + name + " is for files; the plan says it for datasets");
      }
    }
  }
}
