package baddle.app.consolidate;

import baddle.app.Project;
import baddle.app.changes.SourceFinder;
import baddle.app.reading.MendedFiles;
import baddle.plan.FeedPlan;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Set;

/**
 * The files that the feeds of a plan want, as they lie there now.
 *
 * @param files the files, feed by feed, each feed's in the order of time
 * @param unwanted paths of files in the feeds' folders that no feed reads
 */
public record FeedFiles(List<FeedFile> files, List<String> unwanted) {

  /**
   * A file of a feed.
   *
   * @param feed the feed
   * @param path relative to the plan's folder, with slashes
   * @param file where it is
   * @param named the columns that its name carries
   */
  public record FeedFile(FeedPlan feed, String path, Path file, Set<String> named) {

    /** Copies the set. */
    public FeedFile {
      named = Set.copyOf(named);
    }
  }

  /** Copies the lists. */
  public FeedFiles {
    files = List.copyOf(files);
    unwanted = List.copyOf(unwanted);
  }

  /** Finds the files of a project. */
  public static FeedFiles of(Project project) throws IOException {
    SourceFinder finder = new SourceFinder(project, MendedFiles.none());
    List<FeedFile> files =
        finder.find().stream()
            .map(f -> new FeedFile(f.feed(), f.path(), f.file(), f.named().keySet()))
            .toList();
    return new FeedFiles(files, List.copyOf(finder.unwanted().keySet()));
  }
}
