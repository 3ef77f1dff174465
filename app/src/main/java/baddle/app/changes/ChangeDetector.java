package baddle.app.changes;

import baddle.app.ContentHash;
import baddle.app.Fingerprint;
import baddle.app.Progress;
import baddle.app.Progress.Work;
import baddle.app.reading.FoundFile;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.plan.DatasetPlan;
import baddle.plan.FeedPlan;
import baddle.plan.NamePattern;
import baddle.plan.Plan;
import baddle.store.entry.StoredFile;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.Set;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.stream.Collectors;

/**
 * Compares the files found with those in the store. A file with the fingerprint it had is taken to
 * be unchanged; any other is known by the hash of its content.
 */
final class ChangeDetector {

  /** Goes into every intake hash, so that rows are read again when reading itself changes. */
  private static final String INTAKE_VERSION = "4";

  private final Plan plan;
  private final Set<String> outputs;
  private final Set<String> reports = new HashSet<>();
  private final Map<String, StoredFile> knownByPlace = new HashMap<>();
  private final Map<String, String> feedHashes = new HashMap<>();
  private final long now;
  private final boolean byContent;
  private final List<Finding> findings = new ArrayList<>();
  private final List<Refusal> refused = new ArrayList<>();

  /**
   * A detector.
   *
   * @param outputs hashes of the contents of files written for the project
   * @param now in nanoseconds since 1970
   * @param byContent whether the content of every file is looked at, whatever its fingerprint
   */
  ChangeDetector(
      Plan plan, List<StoredFile> known, Set<String> outputs, long now, boolean byContent) {
    this.plan = plan;
    this.outputs = outputs;
    this.now = now;
    this.byContent = byContent;
    known.forEach(file -> knownByPlace.put(place(file.dataset(), file.path()), file));
  }

  static String place(String dataset, String path) {
    return dataset + "\n" + path;
  }

  /** What wants a person's eye. */
  List<Finding> findings() {
    return findings;
  }

  /** Places of files that turned out to be reports of this program, and so no sources. */
  Set<String> reports() {
    return reports;
  }

  /** The files that couldn't be read at all. */
  List<Refusal> refused() {
    return refused;
  }

  /** What became of the files, in the order given; a file that can't be read is left out. */
  List<CheckedFile> check(List<FoundFile> files, Progress progress) {
    progress.begin(Work.COMPARING, files.size(), files.stream().mapToLong(FoundFile::size).sum());
    try {
      List<CheckedFile> checked = new ArrayList<>();
      for (FoundFile file : files) {
        check(file, checked);
        progress.step(Work.COMPARING, 1, file.size(), 0);
      }
      markDuplicates(checked);
      return checked;
    } finally {
      progress.end(Work.COMPARING);
    }
  }

  private void check(FoundFile file, List<CheckedFile> checked) {
    try {
      CheckedFile one = check(file);
      if (outputs.contains(one.content())) {
        findings.add(output(file));
        reports.add(place(file.feed().dataset(), file.path()));
      } else {
        checked.add(one);
      }
    } catch (IOException e) {
      boolean hasRows = knownByPlace.containsKey(place(file.feed().dataset(), file.path()));
      refused.add(Refusal.of(file, hasRows, Refusal.unreadable(file.path(), e)));
    }
  }

  private static Finding output(FoundFile file) {
    return Finding.of(
        FindingCode.REPORT_AS_SOURCE,
        Place.file(file.path()),
        "a report that baddle wrote is never read as a source",
        "move it out of the feed's folder");
  }

  private CheckedFile check(FoundFile file) throws IOException {
    String intake = intake(file);
    Optional<StoredFile> known =
        Optional.ofNullable(knownByPlace.get(place(file.feed().dataset(), file.path())));
    OptionalLong modified =
        Fingerprint.isSettled(file.seen().modified(), now)
            ? OptionalLong.of(file.seen().modified())
            : OptionalLong.empty();
    if (known.isPresent() && !byContent && looksTheSame(file.seen(), known.get())) {
      boolean samePlan = known.get().ownIntake().equals(intake);
      FileChange change = samePlan ? FileChange.UNCHANGED : FileChange.CHANGED;
      return new CheckedFile(file, change, known.get().content(), modified, intake, known);
    }
    String content = ContentHash.of(file.file());
    boolean same =
        known.isPresent()
            && known.get().content().equals(content)
            && known.get().ownIntake().equals(intake);
    FileChange change =
        same ? FileChange.UNCHANGED : known.isPresent() ? FileChange.CHANGED : FileChange.NEW;
    return new CheckedFile(file, change, content, modified, intake, known);
  }

  private static boolean looksTheSame(Fingerprint seen, StoredFile known) {
    return known.size() == seen.size()
        && known.modified().isPresent()
        && known.modified().getAsLong() == seen.modified()
        && known.place().equals(seen.place());
  }

  /**
   * What the rows of a file depend on: a hash for each feed, what the file's name carries, and the
   * rows of it that a person mended.
   */
  private String intake(FoundFile file) {
    FeedPlan feed = file.feed();
    String ofFeed = feedHashes.computeIfAbsent(feed.name(), name -> hash(feed));
    String mended = file.mended().text();
    return ofFeed
        + " "
        + (file.named().size() < 2 ? file.named() : new TreeMap<>(file.named()))
        + (mended.isEmpty() ? "" : " mended " + ContentHash.of(mended));
  }

  private String hash(FeedPlan feed) {
    DatasetPlan dataset = Objects.requireNonNull(plan.datasets().get(feed.dataset()));
    boolean byCalculation =
        dataset.derived().stream()
            .anyMatch(column -> column.column().name().equals(feed.period().column()));
    return ContentHash.of(
        String.join("\n", INTAKE_VERSION, feed.intakeText(), dataset.intakeText())
            + (byCalculation ? "\n" + dataset.steps() : ""));
  }

  /**
   * Of several files with one content, whose names state the same or are those of one file and its
   * copies, one counts: one whose name isn't that of a copy, then the one in the store already,
   * else the first.
   */
  private void markDuplicates(List<CheckedFile> checked) {
    Set<String> contents = new HashSet<>();
    if (checked.stream().allMatch(file -> contents.add(file.content()))) {
      return;
    }
    Map<String, CheckedFile> originals = new HashMap<>();
    for (CheckedFile file : checked) {
      if (!CopyName.is(file.file().path())) {
        originals.putIfAbsent(original(file), file);
      }
    }
    Function<CheckedFile, String> key = file -> key(originals.getOrDefault(original(file), file));
    Map<String, CheckedFile> first = new HashMap<>();
    checked.stream()
        .sorted(
            Comparator.comparing((CheckedFile file) -> CopyName.is(file.file().path()))
                .thenComparing(file -> file.change() != FileChange.UNCHANGED))
        .forEach(file -> first.putIfAbsent(key.apply(file), file));
    noteAlike(checked, first);
    for (int i = 0; i < checked.size(); i++) {
      CheckedFile file = checked.get(i);
      CheckedFile counted = first.getOrDefault(key.apply(file), file);
      if (!counted.file().path().equals(file.file().path())) {
        checked.set(i, file.asDuplicate());
        findings.add(
            Finding.of(
                FindingCode.FILE_DUPLICATE,
                Place.file(file.file().path()),
                "the same content as " + counted.file().path() + "; counted once",
                "delete the copy, or ask the sender for the file it should have been"));
      }
    }
  }

  /** Notes files of one content that all count, for their names state other values. */
  private void noteAlike(List<CheckedFile> checked, Map<String, CheckedFile> counted) {
    Map<String, CheckedFile> ofContent = new HashMap<>();
    for (CheckedFile file : checked) {
      if (file.equals(counted.get(key(file)))) {
        CheckedFile other = ofContent.putIfAbsent(content(file), file);
        if (other != null) {
          findings.add(
              Finding.of(
                  FindingCode.FILE_ALIKE,
                  Place.file(file.file().path()),
                  "the same content as "
                      + other.file().path()
                      + "; both count, for their names state "
                      + stated(file)
                      + " and "
                      + stated(other),
                  "ask the sender whether the right file was sent"));
        }
      }
    }
  }

  private static String stated(CheckedFile file) {
    return new TreeMap<>(columns(file))
        .entrySet().stream()
            .map(part -> part.getKey() + " " + part.getValue())
            .collect(Collectors.joining(", "));
  }

  /** The values that a file's name states for columns of its rows. */
  private static Map<String, String> columns(CheckedFile file) {
    Map<String, String> columns = new HashMap<>(file.file().named());
    columns.remove(NamePattern.PERIOD);
    return columns;
  }

  private static String content(CheckedFile file) {
    return file.file().feed().dataset() + "\n" + file.file().size() + "\n" + file.content();
  }

  private static String original(CheckedFile file) {
    return content(file) + "\n" + CopyName.original(file.file().path());
  }

  private static String key(CheckedFile file) {
    return content(file) + "\n" + new TreeMap<>(columns(file));
  }
}
