package baddle.cli.out;

import baddle.app.export.DatasetExport;
import baddle.app.export.RowsFile;
import baddle.cli.options.CommandOptions;
import baddle.cli.options.JsonText;
import baddle.cli.options.Status;
import baddle.cli.options.UsageException;
import baddle.cli.terminal.Console;
import baddle.core.finding.NumberText;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** {@code baddle export --prove}: compares a running log with the dataset. */
final class ProveExport {

  private ProveExport() {}

  static int run(RowsExport export, CommandOptions options, Console console)
      throws UsageException, IOException {
    for (String other : List.of("out", "append", "split-by", "order", "period", "since-batch")) {
      if (options.has(other)) {
        throw new UsageException("--prove and --" + other + " exclude each other");
      }
    }
    String name = options.value("prove").orElseThrow();
    Path file = console.folder().resolve(name);
    Optional<String> problem = RowsFile.appendProblem(file);
    if (problem.isPresent()) {
      throw new UsageException("--prove: " + problem.get());
    }
    DatasetExport.Proof proof =
        export.run(exporting -> exporting.prove(file, options.value("table")));
    if (options.json()) {
      console.out().print(json(proof, name) + "\n");
    } else if (!options.quiet() || !proof.holds()) {
      text(proof, name).forEach(console.out()::println);
    }
    return proof.holds() ? Status.DONE : Status.FINDINGS;
  }

  private static List<String> text(DatasetExport.Proof proof, String name) {
    String rows = NumberText.counted(proof.rows(), "row") + " of batch " + proof.batch().number();
    if (proof.holds()) {
      return List.of("proved: " + name + " adds up to the " + rows);
    }
    List<String> lines = new ArrayList<>();
    lines.add(
        "not proved: "
            + name
            + " lacks "
            + NumberText.count(proof.lacking())
            + " of the "
            + rows
            + ", and has "
            + NumberText.counted(proof.gone(), "row")
            + " that the dataset doesn't have");
    proof.examples().forEach(example -> lines.add("  " + example));
    lines.add("  to do: the same command with --append --out in the place of --prove corrects it");
    return lines;
  }

  private static String json(DatasetExport.Proof proof, String name) throws IOException {
    return JsonText.of(
        json -> {
          json.writeStartObject();
          json.writeStringField("file", name);
          json.writeNumberField("batch", proof.batch().number());
          json.writeNumberField("rows", proof.rows());
          json.writeNumberField("lacking", proof.lacking());
          json.writeNumberField("gone", proof.gone());
          JsonText.strings(json, "examples", proof.examples());
          json.writeEndObject();
        });
  }
}
