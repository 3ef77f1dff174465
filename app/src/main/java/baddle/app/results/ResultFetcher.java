package baddle.app.results;

import baddle.app.Awaited;
import baddle.app.Progress;
import baddle.app.Progress.Work;
import baddle.app.Project;
import baddle.plan.FeedPlan;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.stream.Collectors;

/** Asks the databases of a plan for what its feeds want, several feeds at a time. */
public final class ResultFetcher {

  private static final String IN_USE =
      "another run is asking the databases of this plan; wait until it is done";

  private final Project project;
  private final Progress progress;
  private final int threads;

  /**
   * For a project.
   *
   * @param threads how many connections there may be at a time
   */
  public ResultFetcher(Project project, int threads) {
    this.project = project;
    this.progress = project.progress();
    this.threads = threads;
  }

  /**
   * Asks, and keeps what comes. What a database doesn't give is noted in the list of results and
   * stays as it was.
   *
   * @param all whether lines are read again that nothing shows to have changed
   * @throws IOException if results can't be kept, or another run keeps some now; all is as it was
   */
  public void run(Instant now, boolean all) throws IOException {
    List<FeedPlan> feeds =
        project.plan().feeds().values().stream().filter(feed -> feed.query().isPresent()).toList();
    Path folder = KeptResults.of(project).folder();
    if (feeds.isEmpty()) {
      return;
    }
    Files.createDirectories(folder);
    try (FileChannel channel =
            FileChannel.open(
                folder.resolve("lock"),
                StandardOpenOption.CREATE,
                StandardOpenOption.WRITE,
                LinkOption.NOFOLLOW_LINKS);
        FileLock lock = lock(channel)) {
      KeptResults kept = KeptResults.of(project);
      List<FetchedResult> results = fetch(feeds, kept, now, all);
      if (lock.isValid()) {
        kept.replace(results);
        removeOthers(folder, results);
      }
    }
  }

  private static FileLock lock(FileChannel channel) throws IOException {
    try {
      FileLock lock = channel.tryLock();
      if (lock != null) {
        return lock;
      }
    } catch (OverlappingFileLockException e) {
      throw new IOException(IN_USE, e);
    }
    throw new IOException(IN_USE);
  }

  private List<FetchedResult> fetch(
      List<FeedPlan> feeds, KeptResults kept, Instant now, boolean all) throws IOException {
    DatabaseAccess access = new DatabaseAccess(project);
    ExecutorService workers =
        Executors.newFixedThreadPool(Math.max(1, Math.min(threads, feeds.size())));
    List<FetchedResult> results = new ArrayList<>();
    progress.begin(
        Work.FETCHING, feeds.stream().mapToInt(feed -> kept.of(feed.name()).size()).sum(), 0);
    try {
      List<Future<List<FetchedResult>>> pending = new ArrayList<>();
      for (FeedPlan feed : feeds) {
        pending.add(
            workers.submit(() -> new FeedFetcher(project, feed, kept, access, now, all).run()));
      }
      for (Future<List<FetchedResult>> one : pending) {
        results.addAll(Awaited.of(one));
      }
      return results;
    } finally {
      Awaited.end(workers);
      progress.end(Work.FETCHING);
    }
  }

  private static void removeOthers(Path folder, List<FetchedResult> results) throws IOException {
    Set<String> named = results.stream().map(FetchedResult::file).collect(Collectors.toSet());
    try (DirectoryStream<Path> files = Files.newDirectoryStream(folder, "*.{zst,part}")) {
      for (Path file : files) {
        if (!named.contains(String.valueOf(file.getFileName()))) {
          Files.deleteIfExists(file);
        }
      }
    }
  }
}
