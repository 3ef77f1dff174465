package baddle.app.results;

import baddle.app.Project;
import baddle.database.QueryText;
import baddle.formats.result.Asked;
import baddle.formats.result.ResultFile;
import baddle.plan.FeedPlan;
import baddle.plan.QueryPlan;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** What was asked for rows that come from databases. */
public final class QueryNotes {

  private QueryNotes() {}

  /** One line for each feed of a dataset that asks a database. */
  public static List<String> ofDataset(Project project, String dataset) {
    List<String> notes = new ArrayList<>();
    for (FeedPlan feed : project.plan().feeds().values()) {
      if (feed.dataset().equals(dataset) && feed.query().isPresent()) {
        QueryPlan query = feed.query().get();
        notes.add(
            "feed "
                + feed.name()
                + " asks "
                + query.database().name()
                + ": "
                + (query.kind() == QueryPlan.Kind.QUERY ? "" : query.kind().key() + " ")
                + oneLine(query.text())
                + "; the source's name has the values");
      }
    }
    return notes;
  }

  /** What the result with a row was the answer to, with its values; nothing for other sources. */
  public static List<String> ofSource(Project project, String path) throws IOException {
    KeptResults kept = KeptResults.of(project);
    Optional<FetchedResult> result = kept.at(path).filter(FetchedResult::hasRows);
    if (result.isEmpty()) {
      return List.of();
    }
    Path file = kept.file(result.get());
    if (!Files.isRegularFile(file)) {
      return List.of();
    }
    Asked asked = ResultFile.open(file).asked();
    return List.of(
        "a row of what " + asked.database() + " answered at " + result.get().read() + " to",
        "  " + oneLine(QueryText.of(asked.query()).shown(asked.values())));
  }

  private static String oneLine(String text) {
    return text.replaceAll("\\s+", " ").strip();
  }
}
