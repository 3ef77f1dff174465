package baddle.app.extract;

import baddle.app.OutputFile;
import baddle.app.Project;
import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridRow;
import baddle.core.grid.RowSink;
import baddle.formats.Formats;
import baddle.formats.csv.CsvRowWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** What earlier extracts wrote, so that the next one does only what has changed. */
final class ExtractList {

  private static final String NAME = "extracts.csv";
  private static final List<String> COLUMNS =
      List.of("file", "asked", "answer", "content", "written", "rows");

  /**
   * A file.
   *
   * @param asked a hash of the statement, its values, and how the file is written
   * @param answer a hash of what told that the rows are as they were; empty where nothing is asked
   * @param content the hash of the rows
   * @param written the hash of the file
   * @param rows how many rows it has
   */
  record Known(String asked, String answer, String content, String written, long rows) {}

  private final Path path;
  private final Map<String, Known> files = new TreeMap<>();

  private ExtractList(Path path) {
    this.path = path;
  }

  /** That of a project. */
  static ExtractList of(Project project) throws IOException {
    ExtractList list = new ExtractList(project.storeFolder().resolve(NAME));
    if (Files.isRegularFile(list.path)) {
      try (GridFile file = new Formats().open(list.path, Dialect.TOLD_BY_CONTENT)) {
        file.sheets().get(0).read(list.new Sink());
      }
    }
    return list;
  }

  private final class Sink implements RowSink {
    private final GridRow row = new GridRow();
    private boolean begun;

    @Override
    public GridRow next() {
      return row;
    }

    @Override
    public void row(GridRow line) {
      if (begun) {
        files.put(
            line.text(0),
            new Known(
                line.text(1),
                line.text(2),
                line.text(3),
                line.text(4),
                Long.parseLong(line.text(5))));
      }
      begun = true;
    }

    @Override
    public boolean wantsMore() {
      return true;
    }
  }

  /** What is known of a file. */
  Optional<Known> at(Path file) {
    return Optional.ofNullable(files.get(file.toString()));
  }

  void put(Path file, Known known) {
    files.put(file.toString(), known);
  }

  /** Writes the list into its place. */
  void save() throws IOException {
    Files.createDirectories(path.resolveSibling(""));
    new OutputFile(path)
        .write(
            Optional.empty(),
            out -> {
              CsvRowWriter writer = new CsvRowWriter(out);
              writer.row(COLUMNS);
              for (Map.Entry<String, Known> file : files.entrySet()) {
                Known known = file.getValue();
                writer.row(
                    List.of(
                        file.getKey(),
                        known.asked(),
                        known.answer(),
                        known.content(),
                        known.written(),
                        String.valueOf(known.rows())));
              }
              writer.close();
            });
  }
}
