package baddle.app.changes;

import baddle.app.Project;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.NumberText;
import baddle.core.finding.Place;
import baddle.core.finding.Severity;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridSheet;
import baddle.core.grid.ReadAgainException;
import baddle.core.intake.ColumnSums;
import baddle.core.intake.IntakeSpec;
import baddle.core.intake.SheetAudit;
import baddle.formats.Formats;
import baddle.plan.DatasetPlan;
import baddle.plan.FeedPlan;
import baddle.plan.NamePattern;
import java.io.IOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.slf4j.LoggerFactory;

/**
 * The files in the folders of feeds that no feed reads.
 *
 * @param findings one for each, a warning where it has the headings of a feed
 * @param feeds by the path of such a file the feed whose headings it has
 */
public record StrayFiles(List<Finding> findings, Map<String, String> feeds) {

  /** Copies list and map. */
  public StrayFiles {
    findings = List.copyOf(findings);
    feeds = Map.copyOf(feeds);
  }

  /** Looks into files, by their paths. */
  static StrayFiles of(Project project, Map<String, Path> unwanted) {
    Search search = new Search(project);
    List<Finding> findings = new ArrayList<>();
    unwanted.forEach((path, file) -> findings.add(search.finding(path, file)));
    return new StrayFiles(findings, search.feeds);
  }

  /** Rows below the headings of a feed, and what they add up to. */
  private record SheetsLike(long rows, ColumnSums sums) {

    SheetsLike plus(SheetAudit audit) {
      long more = audit.rowsBelowHeadings();
      return more == 0 ? this : new SheetsLike(rows + more, sums.plus(audit.sums()));
    }
  }

  /** Looks for tables with the headings of a feed. */
  private static final class Search {

    private final Project project;
    private final Map<String, String> feeds = new HashMap<>();

    private Search(Project project) {
      this.project = project;
    }

    private Finding finding(String path, Path file) {
      String message = "is in a feed's folder, and no feed reads it";
      for (FeedPlan feed : project.plan().feeds().values()) {
        if (feed.cells().isEmpty() && feed.query().isEmpty()) {
          SheetsLike like = like(file, feed);
          if (like.rows > 0) {
            feeds.put(path, feed.name());
            return Finding.of(
                    FindingCode.FILE_NOT_WANTED,
                    Place.file(path),
                    message
                        + ", though it has the headings of feed "
                        + feed.name()
                        + " and "
                        + NumberText.counted(like.rows, "row")
                        + (like.sums.inWords().isEmpty() ? "" : ": " + like.sums.inWords()),
                    "if it belongs to "
                        + feed.name()
                        + ", name it as files: says, or widen that; else add it to except:")
                .with(Severity.WARNING)
                .touching(like.sums.largest());
          }
        }
      }
      return Finding.of(
          FindingCode.FILE_NOT_WANTED,
          Place.file(path),
          message,
          "if it belongs to one, widen that feed's files: in the plan");
    }

    /** The rows of a file below the headings of a feed; none if the file can't be read. */
    private SheetsLike like(Path file, FeedPlan feed) {
      DatasetPlan dataset =
          Objects.requireNonNull(project.plan().datasets().get(feed.dataset()), feed.dataset());
      Map<String, String> named = new HashMap<>(feed.constants());
      feed.files().stream()
          .map(NamePattern::parts)
          .forEach(parts -> parts.forEach(part -> named.put(part, "")));
      named.keySet().retainAll(dataset.columns().stream().map(c -> c.column().name()).toList());
      IntakeSpec spec = new IntakeSpec(dataset.columns(), named).with(feed.shaping());
      SheetsLike like = new SheetsLike(0, ColumnSums.none());
      try (GridFile grid = new Formats().open(file, feed.dialect())) {
        for (GridSheet sheet : grid.sheets()) {
          if (sheet.visible() && !sheet.isReport()) {
            like = like.plus(audit(sheet, spec));
          }
        }
      } catch (IOException | RuntimeException | OutOfMemoryError | StackOverflowError e) {
        LoggerFactory.getLogger(StrayFiles.class).debug("{} can't be read", file, e);
      }
      return like;
    }

    private static SheetAudit audit(GridSheet sheet, IntakeSpec spec) throws IOException {
      SheetAudit audit = new SheetAudit(spec, false, false, List.of()).onlyForHeadings();
      try {
        sheet.read(audit);
      } catch (ReadAgainException e) {
        audit = new SheetAudit(spec, false, false, List.of()).onlyForHeadings();
        sheet.read(audit);
      }
      return audit;
    }
  }
}
