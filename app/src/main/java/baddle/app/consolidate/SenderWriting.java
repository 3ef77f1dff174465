package baddle.app.consolidate;

import baddle.app.changes.CheckedFile;
import baddle.app.parts.FileOutcome;
import baddle.app.reading.FoundFile;
import baddle.core.intake.SourceWriting;
import baddle.core.value.Convention;
import baddle.store.entry.StoredWriting;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * How senders write what could be read in two ways, as far as their files show it: it decides what
 * one of their files leaves open. Files of a feed whose names differ in digits alone are one
 * sender's. What a file shows never depends on others, so the order in which files come doesn't
 * matter.
 */
final class SenderWriting {

  private final Map<String, Map<String, SourceWriting>> bySender = new HashMap<>();
  private final Map<String, Map<Convention, Integer>> shownBySender = new HashMap<>();

  /**
   * Of the sources that are known.
   *
   * @param paths the path that a file has now, by its {@link #key}; empty where its rows go or are
   *     read again
   */
  SenderWriting(List<StoredWriting> known, Map<String, Optional<String>> paths) {
    for (StoredWriting one : known) {
      paths
          .getOrDefault(key(one.feed(), one.path()), Optional.of(one.path()))
          .ifPresent(path -> add(one.feed(), path, one.writing()));
    }
  }

  static String key(String feed, String path) {
    return feed + "\n" + path;
  }

  private static String sender(String feed, String path) {
    return key(feed, EarlierHeadings.sender(path));
  }

  /** Adds what a file shows that was read. */
  void add(FileOutcome outcome) {
    FoundFile file = outcome.file().file();
    add(file.feed().name(), file.path(), outcome.writing());
  }

  private void add(String feed, String path, SourceWriting writing) {
    Map<String, SourceWriting> files =
        bySender.computeIfAbsent(sender(feed, path), sender -> new HashMap<>());
    SourceWriting before = files.getOrDefault(path, SourceWriting.NOTHING);
    SourceWriting now = before.plus(writing);
    files.put(path, now);
    Map<Convention, Integer> shown =
        shownBySender.computeIfAbsent(
            sender(feed, path), sender -> new EnumMap<>(Convention.class));
    for (Convention convention : now.shown()) {
      if (!before.shown().contains(convention)) {
        shown.merge(convention, 1, Integer::sum);
      }
    }
  }

  private SourceWriting of(FoundFile file) {
    return bySender
        .getOrDefault(sender(file.feed().name(), file.path()), Map.of())
        .getOrDefault(file.path(), SourceWriting.NOTHING);
  }

  /** Whether a file leaves anything open. */
  private boolean isOpen(FoundFile file) {
    return !of(file).open().isEmpty();
  }

  /** The conventions that the sender's other files show, without those they contradict. */
  Set<Convention> siblings(FoundFile file) {
    Set<Convention> own = of(file).shown();
    Map<Convention, Integer> shown =
        shownBySender.getOrDefault(sender(file.feed().name(), file.path()), Map.of());
    Set<Convention> siblings = EnumSet.noneOf(Convention.class);
    shown.forEach(
        (convention, files) -> {
          if (files > (own.contains(convention) ? 1 : 0)) {
            siblings.add(convention);
          }
        });
    Set<Convention> contradicted = EnumSet.noneOf(Convention.class);
    siblings.stream().filter(one -> siblings.contains(one.other())).forEach(contradicted::add);
    siblings.removeAll(contradicted);
    return siblings;
  }

  /** Whether a stored file would be read otherwise now than it was. */
  boolean isReadOtherwise(CheckedFile file) {
    return file.known()
        .filter(known -> !known.intake().equals(known.readAs(used(file.file())).intake()))
        .isPresent();
  }

  /**
   * The conventions of other files by which an open file is read, as text; empty for a closed one.
   */
  String used(FoundFile file) {
    return isOpen(file) ? StoredWriting.text(siblings(file)) : "";
  }
}
