package baddle.app.extract;

import baddle.app.Project;
import baddle.app.reading.OwnList;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
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

  private final OwnList list;
  private final Map<String, Known> files = new TreeMap<>();

  private ExtractList(OwnList list) {
    this.list = list;
  }

  /** That of a project. */
  static ExtractList of(Project project) throws IOException {
    OwnList own = new OwnList(project.storeFolder().resolve(NAME), COLUMNS);
    ExtractList list = new ExtractList(own);
    for (Map<String, String> line : own.lines()) {
      list.files.put(
          line.getOrDefault("file", ""),
          new Known(
              line.getOrDefault("asked", ""),
              line.getOrDefault("answer", ""),
              line.getOrDefault("content", ""),
              line.getOrDefault("written", ""),
              Long.parseLong(line.getOrDefault("rows", "0"))));
    }
    return list;
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
    List<List<String>> lines = new ArrayList<>();
    files.forEach(
        (file, known) ->
            lines.add(
                List.of(
                    file,
                    known.asked(),
                    known.answer(),
                    known.content(),
                    known.written(),
                    String.valueOf(known.rows()))));
    list.write(lines);
  }
}
