package baddle.app.changes;

import baddle.app.Fingerprint;
import baddle.app.Project;
import baddle.app.reading.FoundFile;
import baddle.app.reading.MendedFiles;
import baddle.app.reading.NameOrder;
import baddle.app.results.FetchedResult;
import baddle.app.results.KeptResults;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.plan.FeedPlan;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The results of queries that are kept for feeds, as files of theirs. */
final class ResultSources {

  private final Project project;
  private final MendedFiles mended;
  private final KeptResults kept;
  private final List<Finding> findings = new ArrayList<>();
  private final Set<String> unseen = new HashSet<>();

  ResultSources(Project project, MendedFiles mended) throws IOException {
    this.project = project;
    this.mended = mended;
    this.kept = KeptResults.of(project);
  }

  /** What wants a person's eye. */
  List<Finding> findings() {
    return findings;
  }

  /** Feeds of which nothing is known, and paths of results that aren't where they were. */
  Set<String> unseen() {
    return unseen;
  }

  /** The results of a feed. */
  List<FoundFile> of(FeedPlan feed) throws IOException {
    List<FetchedResult> results = kept.of(feed.name());
    if (results.isEmpty()) {
      unseen.add(feed.name());
      add(
          feed.query().orElseThrow().database().name() + "/" + feed.name(),
          "the database hasn't been asked yet",
          "run baddle consolidate");
    }
    List<FoundFile> files = new ArrayList<>();
    Map<String, List<FetchedResult>> failed = new LinkedHashMap<>();
    for (FetchedResult result : results) {
      result
          .problem()
          .ifPresent(why -> failed.computeIfAbsent(why, all -> new ArrayList<>()).add(result));
      Path file = kept.file(result);
      if (result.hasRows() && Files.isRegularFile(file)) {
        files.add(found(feed, result, file));
      } else if (result.hasRows()) {
        unseen.add(result.path());
        add(
            result.path(),
            "the kept result isn't where it was; its rows stay unchanged",
            "run baddle consolidate, which asks the database again");
      } else {
        unseen.add(result.path());
      }
    }
    failed.forEach(this::add);
    return files;
  }

  private FoundFile found(FeedPlan feed, FetchedResult result, Path file) throws IOException {
    return new FoundFile(
        feed,
        result.path(),
        file,
        Fingerprint.of(file),
        result.stated(),
        result.period().isEmpty()
            ? Optional.empty()
            : project.plan().periods().parse(result.period()),
        NameOrder.plain(result.path()),
        mended.of(result.path()));
  }

  private void add(String why, List<FetchedResult> failed) {
    FetchedResult first = failed.get(0);
    boolean alone = failed.size() == 1;
    boolean any = failed.stream().anyMatch(FetchedResult::hasRows);
    String of =
        alone ? "" : " (and for " + (failed.size() - 1) + " more of feed " + first.feed() + ")";
    add(
        first.path(),
        why + of + (any ? "; the rows stay unchanged" : "; there are no rows yet"),
        "see to that, then consolidate again");
  }

  private void add(String path, String message, String remedy) {
    findings.add(Finding.of(FindingCode.RESULT_UNREADABLE, Place.file(path), message, remedy));
  }
}
