package baddle.cli.build;

import baddle.app.run.RunForEach;
import baddle.app.run.RunResult;
import baddle.cli.options.JsonText;
import baddle.cli.options.LoadText;
import baddle.core.finding.Severity;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** What runs of a list of parameters did. */
final class EachText {

  private EachText() {}

  /** One line of the list, on one line unless it failed. */
  static String of(RunForEach.Outcome outcome, Path folder) {
    String name = "row " + outcome.line().row() + ", " + values(outcome);
    if (outcome.result().isEmpty()) {
      return name + ": FAILED\n    " + outcome.failure().replace("\n", "\n    ");
    }
    RunResult result = outcome.result().get();
    return name
        + ": "
        + (result.written().isEmpty() ? "" : "written " + files(result.written(), folder))
        + (result.written().isEmpty() || result.unchanged().isEmpty() ? "" : "; ")
        + (result.unchanged().isEmpty() ? "" : "unchanged " + files(result.unchanged(), folder))
        + result.tables().stream().map(t -> "; " + LoadText.line(t)).collect(Collectors.joining())
        + "; "
        + count(result.count(Severity.ERROR), "error")
        + ", "
        + count(result.count(Severity.WARNING), "warning");
  }

  private static String values(RunForEach.Outcome outcome) {
    return outcome.line().values().entrySet().stream()
        .map(value -> value.getKey() + " " + value.getValue())
        .collect(Collectors.joining(", "));
  }

  private static String files(List<Path> files, Path folder) {
    return files.stream()
        .map(file -> file.startsWith(folder) ? folder.relativize(file) : file)
        .map(String::valueOf)
        .collect(Collectors.joining(", "));
  }

  private static String count(long count, String noun) {
    return count + " " + noun + (count == 1 ? "" : "s");
  }

  /** All in a line. */
  static String summary(List<RunForEach.Outcome> outcomes) {
    long failed = outcomes.stream().filter(outcome -> outcome.result().isEmpty()).count();
    long written =
        outcomes.stream()
            .flatMap(o -> o.result().stream())
            .mapToLong(r -> r.written().size())
            .sum();
    long same =
        outcomes.stream()
            .flatMap(o -> o.result().stream())
            .mapToLong(r -> r.unchanged().size())
            .sum();
    return count(outcomes.size(), "row")
        + ": "
        + (outcomes.size() - failed)
        + " done, "
        + failed
        + " failed; files written: "
        + written
        + ", unchanged: "
        + same;
  }

  static String json(List<RunForEach.Outcome> outcomes, Path folder) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartArray();
          for (RunForEach.Outcome outcome : outcomes) {
            json.writeStartObject();
            json.writeNumberField("row", outcome.line().row());
            json.writeObjectFieldStart("values");
            for (Map.Entry<String, String> value : outcome.line().values().entrySet()) {
              json.writeStringField(value.getKey(), value.getValue());
            }
            json.writeEndObject();
            json.writeBooleanField("done", outcome.result().isPresent());
            json.writeStringField("failure", outcome.failure());
            if (outcome.result().isPresent()) {
              RunResult result = outcome.result().get();
              json.writeNumberField("errors", result.count(Severity.ERROR));
              json.writeNumberField("warnings", result.count(Severity.WARNING));
              JsonText.strings(
                  json,
                  "written",
                  result.written().stream().map(f -> files(List.of(f), folder)).toList());
              JsonText.strings(
                  json,
                  "unchanged",
                  result.unchanged().stream().map(f -> files(List.of(f), folder)).toList());
            }
            json.writeEndObject();
          }
          json.writeEndArray();
        });
  }
}
