package baddle.app.extract;

import baddle.app.Project;
import baddle.app.export.RowsFile;
import baddle.app.output.DistinctNames;
import baddle.app.reading.Inputs;
import baddle.app.results.DatabaseAccess;
import baddle.app.results.QueryConnection;
import baddle.app.results.QueryLine;
import baddle.app.results.Statements;
import baddle.database.QueryText;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Asks a query for each line of a list and writes each answer into a file of its own, all over one
 * connection and as the rows were at one time. A line that fails stops no other; a file is whole or
 * absent.
 */
public final class QueryExtract {

  private static final Pattern PLACE = Pattern.compile("\\{([^{}]*)}");
  private static final long SAVE_NANOS = 1_000_000_000L;

  private final Project project;
  private final Extract extract;
  private final Map<QueryLine, Path> files = new LinkedHashMap<>();
  private final Map<String, DistinctNames> names = new HashMap<>();

  /**
   * An extract of a project.
   *
   * @throws IllegalArgumentException if its files can't be named so
   */
  public QueryExtract(Project project, Extract extract) {
    this.project = project;
    this.extract = extract;
    Map<Path, QueryLine> taken = new HashMap<>();
    Inputs inputs = Inputs.of(project);
    for (QueryLine line : extract.lines()) {
      Path file = extract.folder().resolve(name(line)).toAbsolutePath().normalize();
      QueryLine other = taken.putIfAbsent(file, line);
      if (other != null) {
        throw new IllegalArgumentException(
            "two lines have the file "
                + file.getFileName()
                + ": "
                + other.stated()
                + " and "
                + line.stated()
                + "; name more of their values");
      }
      Optional<String> problem = inputs.problem(file);
      if (problem.isPresent()) {
        throw new IllegalArgumentException(problem.get());
      }
      files.put(line, file);
    }
  }

  private String name(QueryLine line) {
    return PLACE
        .matcher(extract.out())
        .replaceAll(
            place -> {
              String value = line.values().get(place.group(1));
              if (value == null) {
                throw new IllegalArgumentException(
                    "{"
                        + place.group(1)
                        + "} is no value of the list; there are "
                        + line.values().keySet());
              }
              return Matcher.quoteReplacement(names(place.group(1)).of(value));
            });
  }

  private DistinctNames names(String place) {
    return names.computeIfAbsent(
        place,
        key ->
            new DistinctNames(
                extract.lines().stream()
                    .map(line -> line.values().getOrDefault(key, ""))
                    .collect(Collectors.toSet()),
                List.of()));
  }

  /** How many lines there are. */
  public int lines() {
    return files.size();
  }

  /**
   * Extracts.
   *
   * @param listener is told of each line as soon as it is done
   * @throws IOException if nothing can be asked at all, or the list of files can't be kept
   */
  public List<ExtractedLine> run(Consumer<ExtractedLine> listener) throws IOException {
    QueryText statement = Statements.of(project, extract.query());
    Optional<QueryText> unchanged = extract.query().unchangedWhile().map(QueryText::of);
    ExtractList list = ExtractList.of(project);
    List<ExtractedLine> done = new ArrayList<>();
    Path scratch = Files.createTempDirectory("baddle-extract");
    long saved = System.nanoTime();
    try (QueryConnection asking =
        new QueryConnection(new DatabaseAccess(project), extract.query().database())) {
      for (QueryLine line : extract.lines()) {
        ExtractedLine one = line(line, statement, unchanged, asking, list, scratch);
        done.add(one);
        listener.accept(one);
        if (System.nanoTime() - saved > SAVE_NANOS) {
          list.save();
          saved = System.nanoTime();
        }
      }
    } finally {
      list.save();
      Files.deleteIfExists(scratch);
    }
    return done;
  }

  private ExtractedLine line(
      QueryLine line,
      QueryText statement,
      Optional<QueryText> unchanged,
      QueryConnection asking,
      ExtractList list,
      Path scratch) {
    long begun = System.nanoTime();
    Path file = Objects.requireNonNull(files.get(line));
    ExtractedLine.State state = ExtractedLine.State.FAILED;
    RowsFile.Written written = new RowsFile.Written(0, List.of());
    String message = "";
    try {
      Optional<RowsFile.Written> made =
          asking.ask(
              session ->
                  new LineExtract(project, extract, line, file, session, list, scratch)
                      .make(statement, unchanged));
      state = made.isPresent() ? ExtractedLine.State.WRITTEN : ExtractedLine.State.UNCHANGED;
      written =
          made.orElseGet(() -> new RowsFile.Written(list.at(file).orElseThrow().rows(), List.of()));
    } catch (IOException | RuntimeException e) {
      message = String.valueOf(e.getMessage());
    }
    return new ExtractedLine(
        line,
        file,
        state,
        written.rows(),
        message,
        written.remarks(),
        (System.nanoTime() - begun) / 1_000_000);
  }
}
