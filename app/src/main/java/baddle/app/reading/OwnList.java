package baddle.app.reading;

import baddle.app.output.OutputFile;
import baddle.formats.csv.CsvRowWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** A small list of the program's own, kept as CSV beside the store and replaced as a whole. */
public final class OwnList {

  private final Path file;
  private final List<String> columns;

  /** A list with these columns. */
  public OwnList(Path file, List<String> columns) {
    this.file = file;
    this.columns = List.copyOf(columns);
  }

  /** Its lines, each with the values that aren't blank, by column; none where it isn't there. */
  public List<Map<String, String>> lines() throws IOException {
    return Files.isRegularFile(file)
        ? ParameterList.read(file).stream().map(ParameterList.Line::values).toList()
        : List.of();
  }

  /** Writes it beside its place, from where it has yet to be moved. */
  public OutputFile.Staged beside(Iterable<List<String>> lines) throws IOException {
    Files.createDirectories(file.resolveSibling(""));
    return new OutputFile(file)
        .stage(
            Optional.empty(),
            out -> {
              CsvRowWriter writer = new CsvRowWriter(out);
              writer.row(columns);
              for (List<String> line : lines) {
                writer.row(line);
              }
              writer.close();
            });
  }

  /** Writes it into its place. */
  public void write(Iterable<List<String>> lines) throws IOException {
    try (OutputFile.Staged beside = beside(lines)) {
      beside.publish();
    }
  }
}
