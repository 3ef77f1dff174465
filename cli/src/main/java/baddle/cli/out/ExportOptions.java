package baddle.cli.out;

import baddle.cli.options.BatchOption;
import baddle.cli.options.TableOptions;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import org.apache.commons.cli.Option;

/** The options of {@link ExportCommand}. */
final class ExportOptions {

  private ExportOptions() {}

  static List<Option> all() {
    List<Option> options = new ArrayList<>();
    Collections.addAll(
        options,
        option("out", "FILE", ".csv, .xlsx, .ods, .jsonl, .json or .db; - for CSV on the terminal"),
        option("to", "DATABASE:TABLE", "a table of one of the plan's databases, instead of a file"),
        option(
            "how", "HOW", "with --to: replace (the default), append (what came since) or by key"),
        Option.builder()
            .longOpt("remake")
            .desc("with --to: a table with other columns is dropped and made anew")
            .get(),
        Option.builder()
            .longOpt("adopt")
            .desc("with --to: a table with rows that wasn't loaded before may lose them")
            .get(),
        option("columns", "A,B,...", "these columns, in this order (default: the dataset's)"),
        option("origin", "WHICH", "none, short (file, sheet, row) or all (default: short)"),
        option("where", "CONDITION", "only rows that meet it, such as \"revenue < 0\""),
        option("order", "A,B,...", "sorted by these; each may end in descending"),
        BatchOption.of("the rows as they were at this batch"),
        option("period", "PERIOD", "only rows of this period, such as 2026-03"),
        option("since-batch", "N", "only rows that came later than with this batch"),
        option("split-by", "A,B,...", "a file for each value; --out has {A} and {B} in its name"),
        Option.builder()
            .longOpt("held")
            .desc("the held rows instead, with their reasons, in the shape of their sources")
            .get(),
        Option.builder()
            .longOpt("left-out")
            .desc("the rows that rules have left out instead; their files are read again")
            .get(),
        option("sheets-by", "A,B,...", "in .xlsx: a sheet for each value"),
        Option.builder()
            .longOpt("append")
            .desc("add to a .csv, .xlsx or .db file what came since, with batch and batch_time")
            .get(),
        option(
            "corrections",
            "HOW",
            "with --append, of rows that changed since: append (with a sign, the default) or list"),
        option(
            "prove",
            "LOG",
            "hold a file that --append wrote against the dataset, and write nothing"),
        option("table", "NAME", "the name of the table in a workbook or database"));
    options.addAll(TableOptions.all());
    options.add(TableOptions.countAll());
    options.addAll(CsvFormOptions.all());
    return options;
  }

  private static Option option(String name, String argument, String purpose) {
    return Option.builder().longOpt(name).hasArg().argName(argument).desc(purpose).get();
  }
}
