package baddle.app.consolidate;

import baddle.app.ContentHash;
import baddle.app.reading.FoundFile;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.plan.FeedPlan;
import baddle.plan.Plan;
import baddle.store.StoredFile;
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

/**
 * Compares the files found with those in the store. A file of the same size and time of
 * modification is taken to be unchanged; any other is known by the hash of its content.
 */
final class ChangeDetector {

  /** Goes into every intake hash, so that rows are read again when reading itself changes. */
  private static final String INTAKE_VERSION = "2";

  /** A file modified less than this before it was looked at may change again unseen. */
  private static final long GRAIN_NANOS = 2_000_000_000L;

  private final Plan plan;
  private final Set<String> outputs;
  private final Set<String> reports = new HashSet<>();
  private final Map<String, StoredFile> knownByPlace = new HashMap<>();
  private final Map<String, String> feedHashes = new HashMap<>();
  private final long now;
  private final List<Finding> findings = new ArrayList<>();
  private final Map<String, Integer> unreadable = new HashMap<>();

  /**
   * A detector.
   *
   * @param outputs hashes of the contents of files written for the project
   * @param now in nanoseconds since 1970
   */
  ChangeDetector(Plan plan, List<StoredFile> known, Set<String> outputs, long now) {
    this.plan = plan;
    this.outputs = outputs;
    this.now = now;
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

  /** How many files of each feed couldn't be read at all. */
  Map<String, Integer> unreadable() {
    return unreadable;
  }

  /** What became of the files, in the order given; a file that can't be read is left out. */
  List<CheckedFile> check(List<FoundFile> files) {
    List<CheckedFile> checked = new ArrayList<>();
    for (FoundFile file : files) {
      try {
        CheckedFile one = check(file);
        if (outputs.contains(one.content())) {
          findings.add(output(file));
          reports.add(place(file.feed().dataset(), file.path()));
        } else {
          checked.add(one);
        }
      } catch (IOException e) {
        findings.add(FileIntake.unreadable(file.path(), e, 0));
        unreadable.merge(file.feed().name(), 1, Integer::sum);
      }
    }
    markDuplicates(checked);
    return checked;
  }

  private static Finding output(FoundFile file) {
    return Finding.of(
        FindingCode.REPORT_AS_SOURCE,
        Place.file(file.path()),
        "a report that baddle wrote is never read as a source",
        "take it out of the feed's folder");
  }

  private CheckedFile check(FoundFile file) throws IOException {
    String intake = intake(file);
    Optional<StoredFile> known =
        Optional.ofNullable(knownByPlace.get(place(file.feed().dataset(), file.path())));
    OptionalLong modified =
        isSettled(file.modified(), now) ? OptionalLong.of(file.modified()) : OptionalLong.empty();
    if (known.isPresent() && looksTheSame(file, known.get())) {
      boolean samePlan = known.get().intake().equals(intake);
      FileChange change = samePlan ? FileChange.UNCHANGED : FileChange.CHANGED;
      return new CheckedFile(file, change, known.get().content(), modified, intake, known);
    }
    String content = ContentHash.of(file.file());
    boolean same =
        known.isPresent()
            && known.get().content().equals(content)
            && known.get().intake().equals(intake);
    FileChange change =
        same ? FileChange.UNCHANGED : known.isPresent() ? FileChange.CHANGED : FileChange.NEW;
    return new CheckedFile(file, change, content, modified, intake, known);
  }

  /** Whether a later change of a file will be told by its time of modification. */
  static boolean isSettled(long modified, long now) {
    return modified < now - GRAIN_NANOS;
  }

  private static boolean looksTheSame(FoundFile file, StoredFile known) {
    return known.size() == file.size()
        && known.modified().isPresent()
        && known.modified().getAsLong() == file.modified();
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
    return ContentHash.of(
        String.join(
            "\n",
            INTAKE_VERSION,
            feed.intakeText(),
            Objects.requireNonNull(plan.datasets().get(feed.dataset())).intakeText()));
  }

  /** Of several files with one content, the one in the store already counts, else the first. */
  private void markDuplicates(List<CheckedFile> checked) {
    Map<String, CheckedFile> first = new HashMap<>();
    checked.stream()
        .sorted(Comparator.comparing(file -> file.change() != FileChange.UNCHANGED))
        .forEach(file -> first.putIfAbsent(key(file), file));
    for (int i = 0; i < checked.size(); i++) {
      CheckedFile file = checked.get(i);
      CheckedFile counted = first.getOrDefault(key(file), file);
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

  private static String key(CheckedFile file) {
    return file.file().feed().dataset() + "\n" + file.file().size() + "\n" + file.content();
  }
}
