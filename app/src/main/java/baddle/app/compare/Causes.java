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
import org.jspecify.annotations.Nullable;

/** What moved a summary's measures: the sources, and of each the rows that differ. */
final class Causes {

  /** Counts the rows of a source; no measure of a plan can be called so. */
  private static final String ROWS = "\n";

  /** How many rows, before and after together, are told apart one by one. */
  private static final long MOST_ROWS = 1_000_000;

  private final ProjectSession session;
  private final long mostRows;
  private final int before;
  private final int after;
  private final Map<String, String> namesNow = new HashMap<>();
  private final List<SourceChange> sources;
  private @Nullable Map<String, Long> rowsOfFiles;

  /**
   * Of a project that is read.
   *
   * @param sources the files that differ
   * @param before the earlier batch
   * @param after the later one
   */
  Causes(ProjectSession session, List<SourceChange> sources, int before, int after) {
    this(session, sources, before, after, MOST_ROWS);
  }

  Causes(ProjectSession session, List<SourceChange> sources, int before, int after, long mostRows) {
    this.mostRows = mostRows;
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

  /**
   * What is asked of a summary.
   *
   * @param bySource the summary's measures that add up, by the source's file and by nothing else
   * @param reasons tells why a file's rows make another figure
   */
  record Asked(SummaryPlan bySource, Reasons reasons) {}

  /** What moved a summary, by file, as far as it is known without going over rows. */
  private static final class Moved {
    private final Asked asked;
    private final CrosstabSpec counting;
    private final List<Movement> movements;
    private final Map<RowChange, Map<List<String>, Movement>> kinds =
        new EnumMap<>(RowChange.class);
    private Set<String> files = Set.of();

    Moved(Asked asked, CrosstabSpec counting, List<Movement> movements) {
      this.asked = asked;
      this.counting = counting;
      this.movements = movements;
    }

    String dataset() {
      return asked.bySource.dataset();
    }

    void add(RowChange kind, Map<List<String>, Movement> ofKind) {
      kinds.computeIfAbsent(kind, k -> new HashMap<>()).putAll(ofKind);
    }

    List<Cause> causes() {
      return movements.stream()
          .map(
              movement -> {
                Map<RowChange, Cause.Part> parts = parts(movement, kinds);
                return new Cause(movement, asked.reasons.of(file(movement), parts), parts);
              })
          .sorted((one, other) -> Movement.LARGEST.compare(one.movement(), other.movement()))
          .toList();
    }
  }

  /** The causes of each summary's movements, the largest first. */
  List<List<Cause>> of(List<Asked> asked) throws IOException {
    List<Moved> all = new ArrayList<>();
    for (Asked one : asked) {
      all.add(moved(one));
    }
    Map<String, List<Moved>> ofDatasets = new LinkedHashMap<>();
    all.stream()
        .filter(moved -> !moved.files.isEmpty())
        .forEach(
            moved ->
                ofDatasets.computeIfAbsent(moved.dataset(), d -> new ArrayList<>()).add(moved));
    for (Map.Entry<String, List<Moved>> one : ofDatasets.entrySet()) {
      lookInto(one.getKey(), one.getValue());
    }
    return all.stream().map(Moved::causes).toList();
  }

  private Moved moved(Asked asked) throws IOException {
    Summarizer summarizing = new Summarizer(session);
    SummaryPlan bySource = asked.bySource;
    CrosstabSpec counting = counting(bySource.crosstab());
    SummaryPlan counted = new SummaryPlan(bySource.name(), bySource.dataset(), counting);
    List<Movement> all =
        underTheirNames(
            Movements.of(
                summarizing.crosstab(counted, before),
                summarizing.crosstab(counted, after),
                false));
    List<Movement> movements = all.stream().filter(one -> !isOfRows(one)).toList();
    Moved moved = new Moved(asked, counting, movements);
    if (movements.isEmpty()) {
      return moved;
    }
    Map<String, RowChange> whole = whole(bySource.dataset());
    all.stream()
        .filter(one -> whole.containsKey(file(one)))
        .forEach(
            one ->
                moved.add(
                    Objects.requireNonNull(whole.get(file(one))),
                    Map.of(List.of(one.measure(), file(one)), one)));
    moved.files =
        someFiles(movements.stream().filter(one -> !whole.containsKey(file(one))).toList());
    return moved;
  }

  /**
   * Tells the rows of files apart, once for all summaries of a dataset where they aren't too many.
   */
  private void lookInto(String dataset, List<Moved> all) throws IOException {
    Set<String> union = new LinkedHashSet<>();
    all.forEach(moved -> union.addAll(moved.files));
    Map<String, Long> ofFiles = rowsOfFiles();
    long rows = union.stream().mapToLong(file -> ofFiles.getOrDefault(file, 0L)).sum();
    Map<Set<String>, List<Moved>> together = new LinkedHashMap<>();
    for (Moved moved : all) {
      Set<String> files = rows <= mostRows ? union : moved.files;
      together.computeIfAbsent(files, f -> new ArrayList<>()).add(moved);
    }
    for (Map.Entry<Set<String>, List<Moved>> one : together.entrySet()) {
      List<Map<RowChange, List<Crosstab>>> crosstabs =
          rowChanges(dataset, one.getKey())
              .crosstabs(
                  one.getValue().stream().map(moved -> moved.counting).toList(),
                  session.project().plan().calendar());
      for (int i = 0; i < crosstabs.size(); i++) {
        Moved moved = one.getValue().get(i);
        crosstabs.get(i).forEach((kind, pair) -> moved.add(kind, byPlace(pair)));
      }
    }
  }

  private RowChanges rowChanges(String name, Set<String> files) throws IOException {
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

  /** How many rows files have, before and after together, by their names now. */
  private Map<String, Long> rowsOfFiles() throws IOException {
    Map<String, Long> known = rowsOfFiles;
    if (known == null) {
      known = new HashMap<>();
      for (int batch : new int[] {before, after}) {
        Map<Long, Long> rows = session.store().catalogue().rowsOfFiles(batch);
        for (StoredFile file : session.store().catalogue().files(batch)) {
          String name = namesNow.getOrDefault(file.path(), file.path());
          known.merge(name, rows.getOrDefault(file.id(), 0L), Long::sum);
        }
      }
      rowsOfFiles = known;
    }
    return known;
  }

  /** The files that moved most, as many as can be looked into row by row. */
  private Set<String> someFiles(List<Movement> movements) throws IOException {
    Map<String, Long> rows = rowsOfFiles();
    Set<String> files = new LinkedHashSet<>();
    long sum = 0;
    for (Movement movement : movements.stream().sorted(Movement.LARGEST).toList()) {
      String file = file(movement);
      long ofFile = rows.getOrDefault(file, 0L);
      if (!files.contains(file) && sum + ofFile <= mostRows) {
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
