package baddle.app.compare;

import baddle.app.session.ProjectSession;
import baddle.app.summarize.Summarizer;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.plan.DatasetPlan;
import baddle.plan.FeedPlan;
import baddle.plan.output.SummaryPlan;
import baddle.store.entry.StoredFile;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;

/** What moved a summary's measures: the sources, and of each the rows that differ. */
final class Causes {

  /** Counts the rows of a source; no measure of a plan can be called so. */
  private static final String ROWS = "\n";

  /** How many rows, before and after together, are told apart one by one. */
  private static final long MOST_ROWS = 1_000_000;

  private final ProjectSession session;
  private final Reasons reasons;
  private final Map<String, String> namesNow = new HashMap<>();
  private final List<SourceChange> sources;

  /**
   * Of a project that is read.
   *
   * @param sources the files that differ
   * @param reasons tells why a file's rows make another figure
   */
  Causes(ProjectSession session, List<SourceChange> sources, Reasons reasons) {
    this.reasons = reasons;
    this.session = session;
    this.sources = List.copyOf(sources);
    for (SourceChange change : sources) {
      if (change.kind() == SourceChange.Kind.RENAMED) {
        namesNow.put(change.before(), change.path());
      }
    }
  }

  /**
   * The causes, the largest first.
   *
   * @param bySource the summary's measures that add up, by the source's file and by nothing else
   */
  List<Cause> of(SummaryPlan bySource, int before, int after) throws IOException {
    Summarizer summarizing = new Summarizer(session);
    CrosstabSpec counting = counting(bySource.crosstab());
    SummaryPlan counted = new SummaryPlan(bySource.name(), bySource.dataset(), counting);
    List<Movement> all =
        underTheirNames(
            Movements.of(
                summarizing.crosstab(counted, before),
                summarizing.crosstab(counted, after),
                false));
    List<Movement> movements = all.stream().filter(one -> !isOfRows(one)).toList();
    if (movements.isEmpty()) {
      return List.of();
    }
    Map<RowChange, Map<List<String>, Movement>> moved = new EnumMap<>(RowChange.class);
    Map<String, RowChange> whole = whole(bySource.dataset());
    all.stream()
        .filter(one -> whole.containsKey(file(one)))
        .forEach(
            one ->
                moved
                    .computeIfAbsent(
                        Objects.requireNonNull(whole.get(file(one))), kind -> new HashMap<>())
                    .put(List.of(one.measure(), file(one)), one));
    Set<String> files =
        someFiles(
            movements.stream().filter(one -> !whole.containsKey(file(one))).toList(),
            before,
            after);
    if (!files.isEmpty()) {
      rowChanges(bySource.dataset(), files, before, after)
          .crosstabs(counting, session.project().plan().calendar())
          .forEach(
              (kind, pair) ->
                  moved.computeIfAbsent(kind, k -> new HashMap<>()).putAll(byPlace(pair)));
    }
    return movements.stream()
        .map(
            movement -> {
              Map<RowChange, Cause.Part> parts = parts(movement, moved);
              return new Cause(movement, reasons.of(file(movement), parts), parts);
            })
        .sorted((one, other) -> Movement.LARGEST.compare(one.movement(), other.movement()))
        .toList();
  }

  private RowChanges rowChanges(String name, Set<String> files, int before, int after)
      throws IOException {
    DatasetPlan dataset = Objects.requireNonNull(session.project().plan().datasets().get(name));
    return new RowChanges(
        session.reader(name, before),
        session.reader(name, after),
        dataset.duplicates().key(),
        files,
        file -> namesNow.getOrDefault(file, file));
  }

  /** The files of a dataset of which all rows were added, or all removed. */
  private Map<String, RowChange> whole(String dataset) {
    Map<String, RowChange> whole = new HashMap<>();
    for (SourceChange change : sources) {
      FeedPlan feed = session.project().plan().feeds().get(change.feed());
      if (feed != null && feed.dataset().equals(dataset)) {
        if (change.kind() == SourceChange.Kind.NEW) {
          whole.put(change.path(), RowChange.ADDED);
        } else if (change.kind() == SourceChange.Kind.GONE) {
          whole.put(change.path(), RowChange.REMOVED);
        }
      }
    }
    return whole;
  }

  private static boolean isOfRows(Movement movement) {
    return movement.measure().equals(ROWS);
  }

  private static String file(Movement movement) {
    return movement.items().get(0);
  }

  /** The files that moved most, as many as can be looked into row by row. */
  private Set<String> someFiles(List<Movement> movements, int before, int after)
      throws IOException {
    Map<String, Long> rows = new HashMap<>();
    for (int batch : new int[] {before, after}) {
      Map<Long, Long> rowsOfFiles = session.store().catalogue().rowsOfFiles(batch);
      for (StoredFile file : session.store().catalogue().files(batch)) {
        String name = namesNow.getOrDefault(file.path(), file.path());
        rows.merge(name, rowsOfFiles.getOrDefault(file.id(), 0L), Long::sum);
      }
    }
    Set<String> files = new LinkedHashSet<>();
    long sum = 0;
    for (Movement movement : movements.stream().sorted(Movement.LARGEST).toList()) {
      String file = file(movement);
      long ofFile = rows.getOrDefault(file, 0L);
      if (!files.contains(file) && sum + ofFile <= MOST_ROWS) {
        files.add(file);
        sum += ofFile;
      }
    }
    return files;
  }

  private static Map<RowChange, Cause.Part> parts(
      Movement movement, Map<RowChange, Map<List<String>, Movement>> moved) {
    String file = file(movement);
    Map<RowChange, Cause.Part> parts = new EnumMap<>(RowChange.class);
    moved.forEach(
        (kind, ofKind) -> {
          Optional<Movement> counted = Optional.ofNullable(ofKind.get(List.of(ROWS, file)));
          BigDecimal rows =
              counted
                  .map(
                      c ->
                          c.after().orElse(BigDecimal.ZERO).max(c.before().orElse(BigDecimal.ZERO)))
                  .orElse(BigDecimal.ZERO);
          BigDecimal amount =
              Optional.ofNullable(ofKind.get(List.of(movement.measure(), file)))
                  .map(Movement::amount)
                  .orElse(BigDecimal.ZERO);
          if (rows.signum() != 0) {
            parts.put(kind, new Cause.Part(rows.longValue(), amount));
          }
        });
    return parts;
  }

  /** The movements of the same file under two names are one. */
  private List<Movement> underTheirNames(List<Movement> movements) {
    Map<List<String>, Movement> merged = new LinkedHashMap<>();
    for (Movement movement : movements) {
      String file = file(movement);
      String now = namesNow.getOrDefault(file, file);
      merged.merge(
          List.of(movement.measure(), now),
          new Movement(movement.measure(), List.of(now), movement.before(), movement.after()),
          Causes::merged);
    }
    return merged.values().stream().filter(one -> one.amount().signum() != 0).toList();
  }

  private static Movement merged(Movement one, Movement other) {
    return new Movement(
        one.measure(), one.items(), one.before().or(other::before), one.after().or(other::after));
  }

  /** The same, which counts the rows too. */
  static CrosstabSpec counting(CrosstabSpec spec) {
    List<Measure> measures = new ArrayList<>(spec.measures());
    measures.add(Measure.of(ROWS, "count(*)"));
    return spec.plainly(measures);
  }

  private Map<List<String>, Movement> byPlace(List<Crosstab> pair) {
    Map<List<String>, Movement> byPlace = new HashMap<>();
    for (Movement movement : Movements.all(pair.get(0), pair.get(1))) {
      String file = file(movement);
      byPlace.merge(
          List.of(movement.measure(), namesNow.getOrDefault(file, file)), movement, Causes::merged);
    }
    return byPlace;
  }
}
