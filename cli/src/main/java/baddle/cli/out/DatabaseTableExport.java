package baddle.cli.out;

import baddle.app.Project;
import baddle.app.export.ExportException;
import baddle.app.export.RowsChoice;
import baddle.app.export.TableExport;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.JsonText;
import baddle.cli.options.LoadText;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.finding.Nearest;
import baddle.plan.database.DatabasePlan;
import baddle.plan.database.TablePlan;
import java.io.IOException;
import java.util.Arrays;
import java.util.Collection;
import java.util.List;

/** {@code baddle export --to}: rows into a table of a database. */
final class DatabaseTableExport {

  private static final List<String> OF_FILES =
      List.of(
          "out",
          "append",
          "corrections",
          "prove",
          "split-by",
          "sheets-by",
          "table",
          "separator",
          "decimal",
          "charset",
          "formulas");

  private final Project project;
  private final String dataset;
  private final RowsChoice choice;

  /** Of chosen rows of a dataset. */
  DatabaseTableExport(Project project, String dataset, RowsChoice choice) {
    this.project = project;
    this.dataset = dataset;
    this.choice = choice;
  }

  /** Loads the rows and reports it. */
  public int run(CommandOptions options, Console console) throws UsageException, IOException {
    for (String other : OF_FILES) {
      if (options.has(other)) {
        throw new UsageException("--to and --" + other + " exclude each other");
      }
    }
    TablePlan target = target(options);
    if (target.how() != TablePlan.How.REPLACE) {
      for (String other : List.of("order", "period", "since-batch")) {
        if (options.has(other)) {
          throw new UsageException(
              "--how " + target.how().words() + " and --" + other + " exclude each other");
        }
      }
    }
    TableExport.Result result;
    try {
      result = TableExport.run(project, dataset, choice, target);
    } catch (ExportException e) {
      throw new UsageException(e.getMessage());
    }
    if (options.json()) {
      console.out().print(JsonText.of(json -> LoadText.write(json, result)) + "\n");
    } else if (!options.quiet()) {
      console.out().println(LoadText.line(result));
    }
    return result.proof().wantsEye() ? Status.FINDINGS : Status.DONE;
  }

  private TablePlan target(CommandOptions options) throws UsageException {
    String to = options.value("to").orElse("");
    int colon = to.indexOf(':');
    if (colon < 1 || colon == to.length() - 1) {
      throw new UsageException("--to takes DATABASE:TABLE, such as ledger:clean_sales");
    }
    String name = to.substring(0, colon);
    Collection<String> known = project.plan().databases().keySet();
    DatabasePlan database = project.plan().databases().get(name);
    if (database == null) {
      throw new UsageException(
          known.isEmpty()
              ? "the plan has no databases:"
              : "no database " + name + Nearest.hint(name, known));
    }
    List<String> words = Arrays.stream(TablePlan.How.values()).map(TablePlan.How::words).toList();
    String how = CsvFormOptions.one(options, "how", words, TablePlan.How.REPLACE.words());
    return new TablePlan(
        database,
        to.substring(colon + 1),
        List.of(TablePlan.How.values()).get(words.indexOf(how)),
        options.has("remake"),
        options.has("adopt"));
  }
}
