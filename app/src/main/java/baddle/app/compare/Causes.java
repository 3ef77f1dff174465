package baddle.app.compare;

import baddle.app.session.ProjectSession;
import baddle.app.summarize.Summarizer;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.plan.DatasetPlan;
import baddle.plan.output.SummaryPlan;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;

/** What moved a summary's measures: the sources, and of each the rows that differ. */
final class Causes {

  /** Counts the rows of a source; no measure of a plan can be called so. */
  static final String ROWS = "\n";

  /** How many rows, before and after together, are told apart one by one. */
  private static final long MOST_ROWS = 1_000_000;

  private final ProjectSession session;
  private final long mostRows;
  private final int before;
  private final int after;
  private final MovedFiles files;

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
    this.files = new MovedFiles(session, sources, before, after);
    this.before = before;
    this.after = after;
  }

  /**
   * What is asked of a summary.
   *
   * @param bySource the summary's measures that add up, by the source's file and by nothing else
   * @param reasons tells why a file's rows make another figure
   */
  record Asked(SummaryPlan bySource, Reasons reasons) {}

  /** The causes of each summary's movements, the largest first. */
  List<List<Cause>> of(List<Asked> asked) throws IOException {
    List<MovedSummary> all = new ArrayList<>();
    for (Asked one : asked) {
      all.add(moved(one));
    }
    Map<String, List<MovedSummary>> ofDatasets = new LinkedHashMap<>();
    all.stream()
        .filter(moved -> !moved.files.isEmpty())
        .forEach(
            moved ->
                ofDatasets.computeIfAbsent(moved.dataset(), d -> new ArrayList<>()).add(moved));
    for (Map.Entry<String, List<MovedSummary>> one : ofDatasets.entrySet()) {
      lookInto(one.getKey(), one.getValue());
    }
    return all.stream().map(MovedSummary::causes).toList();
  }

  private MovedSummary moved(Asked asked) throws IOException {
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
    MovedSummary moved = new MovedSummary(asked, counting, movements);
    if (movements.isEmpty()) {
      return moved;
    }
    Map<String, RowChange> whole = files.whole(bySource.dataset());
    all.stream()
        .filter(one -> whole.containsKey(file(one)))
        .forEach(
            one ->
                moved.add(
                    Objects.requireNonNull(whole.get(file(one))),
                    Map.of(List.of(one.measure(), file(one)), one)));
    moved.files =
        files.mostMoved(
            movements.stream().filter(one -> !whole.containsKey(file(one))).toList(), mostRows);
    return moved;
  }

  /**
   * Tells the rows of files apart, once for all summaries of a dataset where they aren't too many.
   */
  private void lookInto(String dataset, List<MovedSummary> all) throws IOException {
    Set<String> union = new LinkedHashSet<>();
    all.forEach(moved -> union.addAll(moved.files));
    long rows = files.rows(union);
    Map<Set<String>, List<MovedSummary>> together = new LinkedHashMap<>();
    for (MovedSummary moved : all) {
      Set<String> lookedInto = rows <= mostRows ? union : moved.files;
      together.computeIfAbsent(lookedInto, f -> new ArrayList<>()).add(moved);
    }
    for (Map.Entry<Set<String>, List<MovedSummary>> one : together.entrySet()) {
      List<Map<RowChange, List<Crosstab>>> crosstabs =
          rowChanges(dataset, one.getKey())
              .crosstabs(
                  one.getValue().stream().map(moved -> moved.counting).toList(),
                  session.project().plan().calendar());
      for (int i = 0; i < crosstabs.size(); i++) {
        MovedSummary moved = one.getValue().get(i);
        crosstabs.get(i).forEach((kind, pair) -> moved.add(kind, byPlace(pair)));
      }
    }
  }

  private RowChanges rowChanges(String name, Set<String> lookedInto) throws IOException {
    DatasetPlan dataset = Objects.requireNonNull(session.project().plan().datasets().get(name));
    return new RowChanges(
        session.reader(name, before),
        session.reader(name, after),
        dataset.duplicates().key(),
        lookedInto,
        files::nameNow);
  }

  private static boolean isOfRows(Movement movement) {
    return movement.measure().equals(ROWS);
  }

  /** The file that a movement by source is of. */
  static String file(Movement movement) {
    return movement.items().get(0);
  }

  /** The movements of the same file under two names are one. */
  private List<Movement> underTheirNames(List<Movement> movements) {
    Map<List<String>, Movement> merged = new LinkedHashMap<>();
    for (Movement movement : movements) {
      String file = file(movement);
      String now = files.nameNow(file);
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
      byPlace.merge(List.of(movement.measure(), files.nameNow(file)), movement, Causes::merged);
    }
    return byPlace;
  }
}
