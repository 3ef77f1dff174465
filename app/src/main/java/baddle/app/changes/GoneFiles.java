package baddle.app.changes;

import baddle.app.closed.ClosedRows;
import baddle.app.reading.FoundFile;
import baddle.core.derivation.StoppedException;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.NumberText;
import baddle.core.finding.Place;
import baddle.plan.FeedPlan;
import baddle.plan.PeriodChoice;
import baddle.plan.Plan;
import baddle.plan.WhenGone;
import baddle.store.entry.StoredFile;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.Predicate;

/**
 * The files the store has rows of that weren't found: renamed ones, whose rows another file takes
 * over, and those that are gone, with whose rows the plan says what happens.
 */
public final class GoneFiles {

  private final Plan plan;
  private final Function<StoredFile, Optional<String>> elsewhere;
  private final List<StoredFile> leaving = new ArrayList<>();
  private final Set<Long> staying = new HashSet<>();
  private final List<Finding> findings = new ArrayList<>();
  private final Map<String, List<StoredFile>> moved = new LinkedHashMap<>();
  private final List<Finding> kept = new ArrayList<>();

  private GoneFiles(Plan plan, Function<StoredFile, Optional<String>> elsewhere) {
    this.plan = plan;
    this.elsewhere = elsewhere;
  }

  /**
   * Sorts out which files are gone.
   *
   * @param known the files the store has rows of
   * @param found the files there are
   * @param isUnseen tells files that can't be looked for, and so don't count as gone
   * @param reports places of files that are reports of this program
   * @param checked what became of the files there are; those that were renamed and needn't be read
   *     are replaced by such as say so
   * @param elsewhere finds files that are gone among those that no feed wants
   * @param closed tells files that are of closed periods, and stay as those do
   * @throws StoppedException if a file is gone whose feed is to stop then
   */
  static GoneFiles of(
      Plan plan,
      List<StoredFile> known,
      List<FoundFile> found,
      Predicate<StoredFile> isUnseen,
      Set<String> reports,
      List<CheckedFile> checked,
      Function<StoredFile, Optional<String>> elsewhere,
      ClosedRows closed)
      throws StoppedException {
    Set<String> places = new HashSet<>();
    found.forEach(file -> places.add(ChangeDetector.place(file.feed().dataset(), file.path())));
    places.removeAll(reports);
    Map<String, Integer> arrived = new HashMap<>();
    Map<String, String> datasets = new HashMap<>();
    for (int i = 0; i < checked.size(); i++) {
      CheckedFile file = checked.get(i);
      if (file.change() == FileChange.NEW) {
        arrived.put(file.file().feed().dataset() + file.content(), i);
        datasets.put(file.file().path() + "\n" + file.content(), file.file().feed().dataset());
      }
    }
    GoneFiles gone = new GoneFiles(plan, elsewhere);
    for (StoredFile file : known) {
      boolean isFound = places.contains(ChangeDetector.place(file.dataset(), file.path()));
      if (!isFound && !isUnseen.test(file) && !closed.isKept(file)) {
        Integer now = arrived.remove(file.dataset() + file.content());
        String other = datasets.get(file.path() + "\n" + file.content());
        if (now == null && other != null && !plan.datasets().containsKey(file.dataset())) {
          gone.move(file, other);
        } else if (now == null) {
          gone.add(file, closed);
        } else {
          checked.set(now, gone.rename(file, checked.get(now), closed));
        }
      }
    }
    gone.moved.forEach(
        (names, files) ->
            gone.findings.add(
                moved(files, names.substring(names.indexOf('\n') + 1), closed.keepsAny())));
    return gone;
  }

  /** Takes a file out of a dataset that the plan calls something else now. */
  private void move(StoredFile file, String other) {
    leaving.add(file);
    staying.add(file.id());
    moved.computeIfAbsent(file.dataset() + "\n" + other, d -> new ArrayList<>()).add(file);
  }

  private static Finding moved(List<StoredFile> files, String other, boolean anyClosed) {
    return Finding.of(
        FindingCode.DATASET_RENAMED,
        Place.nowhere(),
        "the plan has no dataset "
            + files.get(0).dataset()
            + " any more; "
            + NumberText.counted(files.size(), "file")
            + " of it "
            + (files.size() == 1 ? "is" : "are")
            + " read into "
            + other
            + (anyClosed ? "; none of its periods is closed yet" : ""),
        anyClosed ? "close them again: baddle close --list shows which" : "");
  }

  private CheckedFile rename(StoredFile file, CheckedFile now, ClosedRows closed) {
    leaving.add(file);
    staying.add(file.id());
    boolean isTaken = isReadAlike(file, now);
    findings.add(
        Finding.of(
            FindingCode.FILE_RENAMED,
            Place.file(now.file().path()),
            "the same content was in "
                + file.path()
                + (isTaken || !closed.keepsAny()
                    ? "; its rows count once, under this name"
                    : "; its rows count once, those of closed periods under the old name"),
            ""));
    return isTaken ? now.asRenamed(file) : now;
  }

  /** Whether the rows of a file don't depend on what has changed about its name. */
  private static boolean isReadAlike(StoredFile file, CheckedFile now) {
    PeriodChoice.Kind period = now.file().feed().period().kind();
    return file.intake().equals(now.intake())
        && ending(file.path()).equals(ending(now.file().path()))
        && period != PeriodChoice.Kind.FILE_NAME
        && period != PeriodChoice.Kind.FOLDER_NAME
        && period != PeriodChoice.Kind.FOLDER_YEAR;
  }

  private static String ending(String path) {
    return path.substring(path.lastIndexOf('.') + 1);
  }

  private void add(StoredFile file, ClosedRows closed) throws StoppedException {
    WhenGone whenGone =
        Optional.ofNullable(plan.feeds().get(file.feed()))
            .map(FeedPlan::whenGone)
            .orElse(WhenGone.DROP);
    if (closed.isClosed(file) && whenGone != WhenGone.KEEP) {
      leaving.add(file);
      staying.add(file.id());
      return;
    }
    if (whenGone == WhenGone.STOP) {
      throw new StoppedException(
          file.path()
              + " is gone, and the feed "
              + file.feed()
              + " stops then (when_gone: stop); nothing has been changed; put it back, or let the"
              + " plan set when_gone: drop");
    }
    if (whenGone == WhenGone.DROP) {
      leaving.add(file);
    }
    Optional<String> other = elsewhere.apply(file);
    (whenGone == WhenGone.DROP ? findings : kept)
        .add(
            Finding.of(
                FindingCode.FILE_GONE,
                Place.file(file.path()),
                whenGone == WhenGone.DROP
                    ? "it was in the dataset and is gone, or no feed wants it now; its rows were removed"
                        + (closed.keepsAny() ? ", but for those of closed periods" : "")
                    : "it is gone; its rows stay in the dataset (when_gone: keep)",
                other
                    .map(
                        name ->
                            "the same content is in "
                                + name
                                + ", which no feed reads; rename that, or widen files: in the plan")
                    .orElse("put it back and consolidate again if that wasn't meant")));
  }

  /** The files whose rows leave the dataset, or are taken over by others. */
  List<StoredFile> leaving() {
    return leaving;
  }

  /** How many files of a feed leave the dataset for good. */
  public int count(String feed) {
    return (int)
        leaving.stream()
            .filter(file -> file.feed().equals(feed) && !staying.contains(file.id()))
            .count();
  }

  /** What is to be said of files whose rows stay. */
  List<Finding> findingsOfKept() {
    return kept;
  }

  /** What is to be said of those that leave. */
  public List<Finding> findings() {
    return findings;
  }
}
