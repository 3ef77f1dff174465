package baddle.cli.prove;

import baddle.app.Project;
import baddle.app.columns.ColumnSurvey;
import baddle.app.lists.ListTable;
import baddle.cli.options.Command;
import baddle.cli.options.CommandHead;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.DatasetNames;
import baddle.cli.options.JsonText;
import baddle.cli.options.ListOutput;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.expression.Expression;
import baddle.core.finding.NumberText;
import baddle.plan.PlanException;
import baddle.reports.text.TextTable;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/** {@code baddle columns}. */
final class ColumnsCommand implements Command {

  @Override
  public CommandHead head() {
    return new CommandHead(
        "columns",
        "[DATASET...] [options]",
        "lists the columns of the datasets: type, filled share, values, examples",
        "baddle columns sales",
        true,
        List.of(ListOutput.outOption()));
  }

  @Override
  public int run(CommandOptions options, Console console)
      throws UsageException, PlanException, IOException {
    Project project = options.project();
    List<String> wanted =
        options.arguments().isEmpty() ? DatasetNames.of(project) : options.arguments();
    List<ColumnSurvey> surveys = new ArrayList<>();
    for (String name : wanted) {
      surveys.add(ColumnSurvey.of(project, DatasetNames.known(project, name)));
    }
    Optional<Path> out = ListOutput.file(options, console, Optional.of(project));
    if (out.isPresent()) {
      ListOutput.put(list(surveys), out, Optional.of(project.planFile()), options, console);
      return Status.DONE;
    }
    if (options.json()) {
      console.out().print(json(surveys) + "\n");
      return Status.DONE;
    }
    for (int i = 0; i < surveys.size() && !options.quiet(); i++) {
      if (i > 0) {
        console.out().println();
      }
      print(surveys.get(i), options, console);
    }
    return Status.DONE;
  }

  private static ListTable list(List<ColumnSurvey> surveys) {
    ListTable table =
        new ListTable(
            "columns", "dataset", "column", "type", "filled#", "rows#", "values#", "examples");
    for (ColumnSurvey survey : surveys) {
      for (ColumnSurvey.SurveyedColumn column : survey.columns()) {
        table.add(
            survey.dataset(),
            column.column().name(),
            column.column().type().toString(),
            String.valueOf(column.filled()),
            String.valueOf(survey.rows()),
            String.valueOf(column.distinct()),
            String.join(" | ", column.examples()));
      }
    }
    return table;
  }

  private static void print(ColumnSurvey survey, CommandOptions options, Console console) {
    console
        .out()
        .println(
            String.format(
                Locale.ROOT,
                "%s: %,d rows, batch %s",
                survey.dataset(),
                survey.rows(),
                survey.batch()));
    TextTable table = new TextTable(2, List.of("column", "type", "filled", "values", "examples"));
    for (ColumnSurvey.SurveyedColumn column : survey.columns()) {
      boolean all = column.distinct() < ColumnSurvey.MOST_DISTINCT;
      table.add(
          List.of(
              Expression.quoted(column.column().name()),
              column.column().type().toString(),
              NumberText.share(column.filled(), survey.rows()),
              String.format(Locale.ROOT, "%,d%s", column.distinct(), all ? "" : "+"),
              String.join(" | ", column.examples())));
    }
    table.leftFrom(4).lines(options.style()).forEach(console.out()::println);
  }

  private static String json(List<ColumnSurvey> surveys) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartObject();
          json.writeArrayFieldStart("datasets");
          for (ColumnSurvey survey : surveys) {
            write(json, survey);
          }
          json.writeEndArray();
          json.writeEndObject();
        });
  }

  private static void write(JsonGenerator json, ColumnSurvey survey) throws IOException {
    json.writeStartObject();
    json.writeStringField("dataset", survey.dataset());
    json.writeNumberField("rows", survey.rows());
    json.writeArrayFieldStart("columns");
    for (ColumnSurvey.SurveyedColumn column : survey.columns()) {
      json.writeStartObject();
      json.writeStringField("column", column.column().name());
      json.writeStringField("type", column.column().type().toString());
      json.writeNumberField("filled", column.filled());
      json.writeNumberField("values", column.distinct());
      JsonText.strings(json, "examples", column.examples());
      json.writeEndObject();
    }
    json.writeEndArray();
    json.writeEndObject();
  }
}
