package baddle.app.compare;

import baddle.app.session.ProjectSession;
import baddle.plan.FeedPlan;
import baddle.store.entry.StoredFile;
import java.io.IOException;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/** The files that differ between two batches, with how many rows they have. */
final class MovedFiles {

  private final ProjectSession session;
  private final List<SourceChange> sources;
  private final int before;
  private final int after;
  private final Map<String, String> namesNow = new HashMap<>();
  private @Nullable Map<String, Long> rowsOfFiles;

  MovedFiles(ProjectSession session, List<SourceChange> sources, int before, int after) {
    this.session = session;
    this.sources = List.copyOf(sources);
    this.before = before;
    this.after = after;
    for (SourceChange change : sources) {
      if (change.kind() == SourceChange.Kind.RENAMED) {
        namesNow.put(change.before(), change.path());
      }
    }
  }

  /** What a file of either batch is called now. */
  String nameNow(String file) {
    return namesNow.getOrDefault(file, file);
  }

  /** The files of a dataset of which all rows were added, or all removed. */
  Map<String, RowChange> whole(String dataset) {
    Map<String, RowChange> whole = new HashMap<>();
    for (SourceChange change : sources) {
      FeedPlan feed = session.project().plan().feeds().get(change.feed());
      if (feed != null && feed.dataset().equals(dataset)) {
        if (change.kind() == SourceChange.Kind.NEW || change.kind() == SourceChange.Kind.MOVED) {
          whole.put(change.path(), RowChange.ADDED);
        } else if (change.kind() == SourceChange.Kind.GONE) {
          whole.put(change.path(), RowChange.REMOVED);
        }
      }
    }
    return whole;
  }

  /** How many rows files have, before and after together, by their names now. */
  private Map<String, Long> rowsOfFiles() throws IOException {
    Map<String, Long> known = rowsOfFiles;
    if (known == null) {
      known = new HashMap<>();
      for (int batch : new int[] {before, after}) {
        Map<Long, Long> rows = session.store().catalogue().rowsOfFiles(batch);
        for (StoredFile file : session.store().catalogue().files(batch)) {
          String name = nameNow(file.path());
          known.merge(name, rows.getOrDefault(file.id(), 0L), Long::sum);
        }
      }
      rowsOfFiles = known;
    }
    return known;
  }

  /** How many rows some files have, before and after together. */
  long rows(Set<String> files) throws IOException {
    Map<String, Long> rows = rowsOfFiles();
    return files.stream().mapToLong(file -> rows.getOrDefault(file, 0L)).sum();
  }

  /** The files that moved most, as many as have so many rows together. */
  Set<String> mostMoved(List<Movement> movements, long mostRows) throws IOException {
    Map<String, Long> rows = rowsOfFiles();
    Set<String> files = new LinkedHashSet<>();
    long sum = 0;
    for (Movement movement : movements.stream().sorted(Movement.LARGEST).toList()) {
      String file = Causes.file(movement);
      long ofFile = rows.getOrDefault(file, 0L);
      if (!files.contains(file) && sum + ofFile <= mostRows) {
        files.add(file);
        sum += ofFile;
      }
    }
    return files;
  }
}
