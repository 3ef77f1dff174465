package baddle.app.results;

import baddle.app.ContentHash;
import baddle.app.FileMove;
import baddle.app.Progress.Work;
import baddle.app.Project;
import baddle.core.grid.ResultColumn;
import baddle.database.DatabaseException;
import baddle.database.QueryText;
import baddle.database.Session;
import baddle.formats.result.ResultFile;
import baddle.plan.FeedPlan;
import baddle.plan.QueryPlan;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Instant;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Asks one feed's query for all its lines over one connection, so that all of them see the rows as
 * they were at one time. A line that fails keeps what it had.
 */
final class FeedFetcher {

  private static final String ENDING = ".jsonl.zst";

  private final Project project;
  private final FeedPlan feed;
  private final QueryPlan query;
  private final KeptResults kept;
  private final Instant now;
  private final boolean all;
  private final Map<String, FetchedResult> known = new HashMap<>();
  private final QueryConnection asking;

  /**
   * Of a feed.
   *
   * @param all whether lines are read again that nothing shows to have changed
   */
  FeedFetcher(
      Project project,
      FeedPlan feed,
      KeptResults kept,
      DatabaseAccess access,
      Instant now,
      boolean all) {
    this.project = project;
    this.feed = feed;
    this.query = feed.query().orElseThrow();
    this.kept = kept;
    this.asking = new QueryConnection(access, query.database());
    this.now = now;
    this.all = all;
    kept.of(feed.name()).forEach(result -> known.put(result.path(), result));
  }

  private ZoneId zone() {
    return feed.rules().zone();
  }

  /** What is known of its lines afterwards. */
  List<FetchedResult> run() throws IOException {
    List<QueryLine> lines;
    QueryText statement;
    Optional<QueryText> unchanged;
    try {
      lines = new QueryLines(project).of(project, feed, now.atZone(zone()).toLocalDate());
      statement = Statements.of(project, query);
      unchanged = query.unchangedWhile().map(QueryText::of);
    } catch (IOException | IllegalArgumentException e) {
      return allFailed(String.valueOf(e.getMessage()));
    }
    try {
      List<FetchedResult> results = new ArrayList<>();
      for (QueryLine line : lines) {
        FetchedResult before =
            Optional.ofNullable(known.get(line.path()))
                .orElseGet(() -> FetchedResult.of(feed.name(), line));
        FetchedResult after = ask(line, before, statement, unchanged);
        results.add(after);
        project.progress().step(Work.FETCHING, 1, 0, after.rows());
      }
      return results;
    } finally {
      asking.close();
    }
  }

  private List<FetchedResult> allFailed(String why) {
    List<FetchedResult> before = kept.of(feed.name());
    if (before.isEmpty()) {
      String path = query.database().name() + "/" + feed.name();
      QueryLine line = new QueryLine(path, Map.of(), Map.of(), Optional.empty());
      return List.of(FetchedResult.of(feed.name(), line).failed(why));
    }
    return before.stream().map(result -> result.failed(why)).toList();
  }

  private FetchedResult ask(
      QueryLine line, FetchedResult before, QueryText statement, Optional<QueryText> unchanged)
      throws IOException {
    try {
      return asking.ask(session -> read(session, line, before, statement, unchanged));
    } catch (DatabaseException e) {
      return before.failed(String.valueOf(e.getMessage()));
    }
  }

  private FetchedResult read(
      Session open,
      QueryLine line,
      FetchedResult before,
      QueryText statement,
      Optional<QueryText> unchanged)
      throws IOException {
    String asked = Statements.hash(query.database(), zone(), statement, line);
    String answer =
        unchanged.isEmpty()
            ? ""
            : ContentHash.of(open.answer(unchanged.get(), line.values(), zone()));
    boolean isThere = before.hasRows() && Files.isRegularFile(kept.file(before));
    boolean same = isThere && before.asked().equals(asked);
    if (same && !all && !answer.isEmpty() && before.answer().equals(answer)) {
      return before.with(before.file(), asked, answer, before.rows(), before.read());
    }
    QueryText text = query.kind() == QueryPlan.Kind.TABLE ? open.table(query.text()) : statement;
    QueryLineReader.Read read =
        new QueryLineReader(open, query.database().name(), text, zone()).read(line, kept.folder());
    String name = feed.name().replaceAll("[^\\p{L}\\p{N}_-]", "_") + "-" + read.content() + ENDING;
    Path file = kept.folder().resolve(name);
    if (name.equals(before.file()) && isThere) {
      Files.delete(read.file());
    } else {
      FileMove.move(read.file(), file);
    }
    return FetchedResult.of(feed.name(), line)
        .with(name, asked, answer, read.rows(), now.toString())
        .without(ResultFile.open(file).columns().stream().map(ResultColumn::name).toList());
  }
}
