package baddle.cli.out;

import baddle.app.export.Corrections;
import baddle.app.export.DatasetExport;
import baddle.app.export.RowsFile;
import baddle.app.reading.Inputs;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.finding.Nearest;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** {@code baddle export --append}: rows go on in a log. */
final class AppendExport {

  private AppendExport() {}

  static int run(RowsExport export, String out, CommandOptions options, Console console)
      throws UsageException, IOException {
    for (String other : List.of("split-by", "order", "period", "since-batch")) {
      if (options.has(other)) {
        throw new UsageException("--append and --" + other + " exclude each other");
      }
    }
    Path file = console.folder().resolve(out);
    Optional<String> problem =
        RowsFile.appendProblem(file).or(() -> Inputs.of(export.project()).problem(file));
    if (problem.isPresent()) {
      throw new UsageException("--out: " + problem.get());
    }
    String word = options.value("corrections").orElse(Corrections.APPEND.word());
    List<String> words = Arrays.stream(Corrections.values()).map(Corrections::word).toList();
    if (!words.contains(word)) {
      throw new UsageException(
          "--corrections is one of " + String.join(", ", words) + Nearest.hint(word, words));
    }
    Corrections corrections = List.of(Corrections.values()).get(words.indexOf(word));
    DatasetExport.Appended appended =
        export.run(exporting -> exporting.append(file, options.value("table"), corrections));
    if (options.json()) {
      console.out().print(ExportText.json(appended, out) + "\n");
    } else if (!options.quiet()) {
      ExportText.say(appended, out, corrections, console);
    }
    return Status.DONE;
  }
}
