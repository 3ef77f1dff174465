package baddle.app.extract;

import baddle.app.ContentHash;
import baddle.app.Project;
import baddle.app.export.RowsFile;
import baddle.app.results.QueryLine;
import baddle.app.results.QueryLineReader;
import baddle.app.results.Statements;
import baddle.core.table.Schema;
import baddle.database.QueryText;
import baddle.database.Session;
import baddle.formats.result.ResultFile;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;

/** The making of one file. */
final class LineExtract {

  private final Project project;
  private final Extract extract;
  private final QueryLine line;
  private final Path file;
  private final Session session;
  private final ExtractList list;
  private final Path scratch;

  LineExtract(
      Project project,
      Extract extract,
      QueryLine line,
      Path file,
      Session session,
      ExtractList list,
      Path scratch) {
    this.project = project;
    this.extract = extract;
    this.line = line;
    this.file = file;
    this.session = session;
    this.list = list;
    this.scratch = scratch;
  }

  /** Makes it; empty where it is as it would be made. */
  Optional<RowsFile.Written> make(QueryText statement, Optional<QueryText> unchanged)
      throws IOException {
    String asked =
        Statements.hash(extract.query().database(), extract.zone(), statement, line)
            + ContentHash.of(extract.form() + " " + new TreeMap<>(extract.types()));
    String answer =
        unchanged.isEmpty()
            ? ""
            : ContentHash.of(session.answer(unchanged.get(), line.values(), extract.zone()));
    Optional<ExtractList.Known> known =
        extract.again() ? Optional.empty() : list.at(file).filter(one -> isAsWritten(one, asked));
    if (known.isPresent() && !answer.isEmpty() && known.get().answer().equals(answer)) {
      return Optional.empty();
    }
    QueryText text = Statements.asked(extract.query(), statement, session);
    QueryLineReader.Read read =
        new QueryLineReader(session, extract.query().database().name(), text, extract.zone())
            .read(line, scratch);
    try {
      if (known.isPresent() && known.get().content().equals(read.content())) {
        note(asked, answer, read);
        return Optional.empty();
      }
      RowsFile.Written written = write(ResultFile.open(read.file()), text);
      note(asked, answer, read);
      return Optional.of(written);
    } finally {
      Files.deleteIfExists(read.file());
    }
  }

  private boolean isAsWritten(ExtractList.Known known, String asked) {
    try {
      return known.asked().equals(asked)
          && Files.isRegularFile(file)
          && ContentHash.of(file).equals(known.written());
    } catch (IOException e) {
      return false;
    }
  }

  private void note(String asked, String answer, QueryLineReader.Read read) throws IOException {
    list.put(
        file,
        new ExtractList.Known(asked, answer, read.content(), ContentHash.of(file), read.rows()));
  }

  private RowsFile.Written write(ResultFile result, QueryText text) throws IOException {
    Files.createDirectories(file.resolveSibling(""));
    ResultRows rows = new ResultRows(result, extract.types());
    Schema schema = rows.schema();
    RowsFile.Shape shape =
        new RowsFile.Shape(
            "rows",
            extract.form(),
            List.of(
                Map.entry("Database", extract.query().database().name()),
                Map.entry("Query", text.shown(QueryLineReader.named(text, line.values()))),
                Map.entry("Rows", String.valueOf(rows.count()))),
            List.of());
    return RowsFile.write(file, Optional.of(project.planFile()), schema, shape, rows);
  }
}
