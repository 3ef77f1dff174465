package baddle.app.changes;

import baddle.app.FileWalk;
import baddle.app.Fingerprint;
import baddle.app.Project;
import baddle.app.output.OutputList;
import baddle.app.reading.FilledCells;
import baddle.app.reading.FoundFile;
import baddle.app.reading.MendedFiles;
import baddle.app.reading.NameOrder;
import baddle.app.reading.ProjectFiles;
import baddle.core.calendar.Period;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.finding.Severity;
import baddle.plan.FeedPlan;
import baddle.plan.NamePattern;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredRefusal;
import java.io.File;
import java.io.IOException;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/** Finds the files of all feeds, each in the order of time. */
public final class SourceFinder {

  private record Seen(Path file, Fingerprint found) {}

  private static final String SEPARATOR = File.separator;

  private final Project project;
  private final MendedFiles mended;
  private final String base;
  private final List<Finding> findings = new ArrayList<>();
  private final Map<String, Seen> seen = new TreeMap<>();
  private final Set<String> walked = new HashSet<>();
  private final Set<String> wanted = new HashSet<>();
  private final Map<String, Path> unwanted = new TreeMap<>();
  private final ContentComparison contents = new ContentComparison();
  private final Set<String> missing = new HashSet<>();
  private final Set<String> feedsWithFiles;

  /** Paths that can't be looked at; what lies below them is neither there nor gone. */
  private final Set<String> unseen = new HashSet<>();

  private final List<Refusal> refused = new ArrayList<>();
  private final Map<String, FeedPlan> feedOfFile = new HashMap<>();

  /** A finder for whom no feed had files before. */
  public SourceFinder(Project project, MendedFiles mended) {
    this(project, mended, Set.of());
  }

  /**
   * A finder.
   *
   * @param feedsWithFiles the feeds that had files when they were looked for last
   */
  public SourceFinder(Project project, MendedFiles mended, Set<String> feedsWithFiles) {
    this.feedsWithFiles = feedsWithFiles;
    this.project = project;
    this.mended = mended;
    this.base = project.folder() + SEPARATOR;
  }

  /** What wants a person's eye. */
  public List<Finding> findings() {
    return findings;
  }

  /** The files in the feeds' folders that no feed wants, by their paths. */
  public Map<String, Path> unwanted() {
    return unwanted;
  }

  /** The files that no feed can read although they have the names of one's files. */
  List<Refusal> refused() {
    return refused;
  }

  /** The first file that no feed wants and that has the content of a file that is gone. */
  Optional<String> unwantedLike(StoredFile gone) {
    for (Map.Entry<String, Path> one : unwanted.entrySet()) {
      if (contents.isOf(Set.of(gone.content()), gone.size(), one.getValue())) {
        return Optional.of(one.getKey());
      }
    }
    return Optional.empty();
  }

  /** Whether nothing can be said of a file, for the folder it was in can't be looked at. */
  boolean isUnseen(StoredFile file) {
    return missing.contains(file.feed())
        || unseen.stream()
            .anyMatch(path -> file.path().equals(path) || file.path().startsWith(path + "/"));
  }

  /** The files feed by feed, each feed's in order. */
  public List<FoundFile> find() throws IOException {
    for (FeedPlan feed : project.plan().feeds().values()) {
      for (NamePattern pattern : feed.files()) {
        walk(feed, pattern.folder());
      }
    }
    ResultSources results = new ResultSources(project, mended);
    List<FoundFile> found = new ArrayList<>();
    for (FeedPlan feed : project.plan().feeds().values()) {
      if (feed.query().isPresent()) {
        found.addAll(results.of(feed).stream().sorted(FoundFile.ORDER).toList());
        continue;
      }
      List<FoundFile> files = new ArrayList<>();
      seen.forEach((path, file) -> match(feed, path, file).ifPresent(files::add));
      files.sort(FoundFile.ORDER);
      found.addAll(files);
      if (files.isEmpty() && !missing.contains(feed.name())) {
        String patterns =
            feed.files().stream().map(NamePattern::toString).collect(Collectors.joining(", "));
        add(
            FindingCode.FEED_EMPTY,
            Place.nowhere(),
            "feed " + feed.name() + " finds no file as " + patterns,
            "put the files there, or correct files: in the plan");
      }
    }
    findings.addAll(results.findings());
    for (String path : results.unseen()) {
      (project.plan().feeds().containsKey(path) ? missing : unseen).add(path);
    }
    noteUnwanted();
    return found;
  }

  private void add(FindingCode code, Place place, String message, String remedy) {
    findings.add(Finding.of(code, place, message, remedy));
  }

  private void walk(FeedPlan feed, String folder) throws IOException {
    Path root = project.folder().resolve(folder);
    if (!Files.isDirectory(root)) {
      missing.add(feed.name());
      add(
          FindingCode.FOLDER_MISSING,
          Place.file(folder.isEmpty() ? "." : folder),
          "the folder of feed " + feed.name() + " isn't there; its rows stay unchanged",
          "bring the folder back, or correct files: in the plan");
      return;
    }
    if (walked.add(folder)) {
      FileWalk.of(root, new Collector());
    }
    boolean isEmpty = seen.values().stream().noneMatch(file -> file.file().startsWith(root));
    if (isEmpty && feedsWithFiles.contains(feed.name()) && missing.add(feed.name())) {
      add(
          FindingCode.FOLDER_EMPTY,
          Place.file(folder.isEmpty() ? "." : folder),
          "the folder of feed "
              + feed.name()
              + " is empty, and held files before; its rows stay unchanged",
          "put the files back, or remove the feed from the plan if its rows should go");
    }
  }

  private final class Collector implements FileWalk.Visit {

    @Override
    public void file(Path file, Fingerprint found) {
      boolean isPlan = file.equals(project.planFile());
      if (isPlan || NotForPeople.is(String.valueOf(file.getFileName()))) {
        return;
      }
      if (found.isFile()) {
        seen.put(relative(file), new Seen(file, found));
      } else {
        note(
            file,
            "a pipe, a socket or a device, and no file",
            "put a file in its place",
            isWanted(relative(file)));
      }
    }

    @Override
    public void failed(Path path, IOException why) {
      boolean denied = why instanceof AccessDeniedException;
      note(
          path,
          denied ? "no permission to look at it" : String.valueOf(why.getMessage()),
          "let it be looked at",
          isNeeded(relative(path)));
    }

    private void note(Path path, String why, String remedy, boolean isNeeded) {
      String relative = relative(path);
      unseen.add(relative);
      findings.add(
          new Finding(
              FindingCode.PATH_UNREADABLE,
              isNeeded ? Severity.ERROR : Severity.NOTE,
              Place.file(relative),
              why + "; what is there isn't read, and rows that came from there stay",
              remedy + ", or move it out of the feed's folder",
              Optional.empty()));
    }

    private boolean isWanted(String path) {
      return anyPattern(pattern -> pattern.match(path).isPresent());
    }

    /** Whether a feed may want what lies at a path, or below it. */
    private boolean isNeeded(String path) {
      return isWanted(path)
          || anyPattern(
              pattern ->
                  pattern.toString().contains("**") || slashes(pattern.toString()) > slashes(path));
    }

    private boolean anyPattern(Predicate<NamePattern> is) {
      return project.plan().feeds().values().stream()
          .flatMap(feed -> feed.files().stream())
          .anyMatch(is);
    }

    private static long slashes(String path) {
      return path.chars().filter(c -> c == '/').count();
    }
  }

  /** The path as text; taken from the end of it, for relativizing is slow in a cold Java. */
  private String relative(Path file) {
    String text = file.toString();
    String path =
        text.startsWith(base) && base.endsWith(SEPARATOR)
            ? text.substring(base.length())
            : project.folder().relativize(file).toString();
    return SEPARATOR.equals("/") ? path : path.replace(SEPARATOR, "/");
  }

  private Optional<FoundFile> match(FeedPlan feed, String path, Seen file) {
    for (NamePattern pattern : feed.files()) {
      Optional<Map<String, String>> parts = pattern.match(path);
      if (parts.isPresent()) {
        wanted.add(path);
        return isExcept(feed, path) ? Optional.empty() : found(feed, path, file, parts.get());
      }
    }
    return Optional.empty();
  }

  private static boolean isExcept(FeedPlan feed, String path) {
    if (feed.except().isEmpty()) {
      return false;
    }
    String name = path.substring(path.lastIndexOf('/') + 1);
    return feed.except().stream()
        .anyMatch(p -> p.match(p.toString().contains("/") ? path : name).isPresent());
  }

  private Optional<FoundFile> found(
      FeedPlan feed, String path, Seen file, Map<String, String> parts) {
    FeedPlan other = feedOfFile.putIfAbsent(feed.dataset() + "\n" + path, feed);
    if (other != null && !other.name().equals(feed.name())) {
      add(
          FindingCode.FILE_OF_TWO_FEEDS,
          Place.file(path),
          "feeds "
              + other.name()
              + " and "
              + feed.name()
              + " both want it; read once, by the first",
          "narrow files: in the plan, or add except:");
      return Optional.empty();
    }
    Optional<Period> period = NamedPeriod.of(feed, path, parts, project);
    return Optional.of(
        new FoundFile(
            feed,
            path,
            file.file(),
            file.found(),
            parts,
            period,
            period.isPresent()
                ? NameOrder.plain(path)
                : NameOrder.of(path, project.plan().periods()),
            mended.of(path)));
  }

  /** A file that a feed would read if only its name stated a period. */
  private void noteUnreadablePeriod(String path) {
    for (FeedPlan feed : project.plan().feeds().values()) {
      for (NamePattern pattern : feed.files()) {
        Optional<String> stated = pattern.unreadablePeriod(path);
        if (stated.isPresent() && isExcept(feed, path)) {
          wanted.add(path);
          continue;
        }
        if (stated.isPresent()) {
          wanted.add(path);
          Finding finding =
              Finding.of(
                  FindingCode.PERIOD_UNREADABLE,
                  Place.file(path),
                  "\""
                      + stated.get()
                      + "\" is no period; expected one such as 2026-03; the file is not read",
                  "rename the file");
          refused.add(
              new Refusal(
                  new StoredRefusal(
                      feed.dataset(),
                      feed.name(),
                      path,
                      "",
                      Objects.requireNonNull(seen.get(path)).found().text(),
                      false,
                      finding)));
          return;
        }
      }
    }
  }

  /** The files that no feed reads; neither those the plan names nor what was written for it. */
  private void noteUnwanted() throws IOException {
    Set<Path> named = ProjectFiles.of(project).files();
    Set<String> outputs = OutputList.of(project.planFile()).hashes();
    Set<String> filled = FilledCells.files(project);
    for (Map.Entry<String, Seen> one : seen.entrySet()) {
      String path = one.getKey();
      Path file = one.getValue().file();
      if (!wanted.contains(path)) {
        noteUnreadablePeriod(path);
      }
      boolean isPlan = String.valueOf(file.getFileName()).equals(Project.PLAN_NAME);
      boolean isExcept =
          project.plan().feeds().values().stream().anyMatch(feed -> isExcept(feed, path));
      if (!wanted.contains(path)
          && !isExcept
          && !isPlan
          && !named.contains(file)
          && !filled.contains(path)
          && !contents.isOf(outputs, file)) {
        unwanted.put(path, file);
      }
    }
  }
}
