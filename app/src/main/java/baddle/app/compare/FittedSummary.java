package baddle.app.compare;

import baddle.app.session.ProjectSession;
import baddle.app.summarize.Summarizer;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.Measure;
import baddle.core.expression.AxisItem;
import baddle.core.table.Column;
import baddle.core.table.Origin;
import baddle.core.table.Schema;
import baddle.plan.output.SummaryPlan;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * A summary as two batches can both answer it: the earlier one may lack columns that the plan has
 * by now, or have them under another name.
 *
 * @param before what the earlier batch is asked
 * @param after what the later batch is asked
 * @param notes what can't be compared, and what has another name
 */
record FittedSummary(SummaryPlan before, SummaryPlan after, List<String> notes) {

  /** Copies the list. */
  FittedSummary {
    notes = List.copyOf(notes);
  }

  /** Fits summaries; those of which nothing can be compared are left out. */
  static List<FittedSummary> of(
      ProjectSession session, List<SummaryPlan> summaries, int before, int after)
      throws IOException {
    Fitting fitting = new Fitting(session, before, after);
    List<FittedSummary> fitted = new ArrayList<>();
    for (SummaryPlan summary : summaries) {
      fitting.fit(summary).ifPresent(fitted::add);
    }
    return fitted;
  }

  /** Compares the columns of two batches. */
  private static final class Fitting {

    private final ProjectSession session;
    private final int before;
    private final int after;
    private final Map<String, Optional<String>> earlier = new HashMap<>();

    private Fitting(ProjectSession session, int before, int after) {
      this.session = session;
      this.before = before;
      this.after = after;
    }

    private Optional<FittedSummary> fit(SummaryPlan summary) throws IOException {
      CrosstabSpec spec = summary.crosstab();
      Set<String> missing = missing(summary);
      if (missing.isEmpty()) {
        return Optional.of(new FittedSummary(summary, summary, List.of()));
      }
      boolean isWhole = spec.rollForward().isPresent();
      if (isWhole || spec.where().filter(one -> anyOf(missing, one.names())).isPresent()) {
        return Optional.empty();
      }
      List<String> notes = new ArrayList<>();
      List<Measure> measures =
          ComparedSummary.without(
              spec.measures(), measure -> anyOf(missing, columns(spec, measure, summary)));
      spec.measures().stream()
          .filter(measure -> !measures.contains(measure))
          .forEach(measure -> notes.add(measure.name() + " is new since batch " + before));
      List<Level> downNow = new ArrayList<>();
      List<Level> downThen = new ArrayList<>();
      fit(summary.dataset(), spec.down(), missing, downNow, downThen, notes);
      List<Level> acrossNow = new ArrayList<>();
      List<Level> acrossThen = new ArrayList<>();
      fit(summary.dataset(), spec.across(), missing, acrossNow, acrossThen, notes);
      if (measures.isEmpty()) {
        return Optional.empty();
      }
      CrosstabSpec plain = spec.plainly(measures);
      return Optional.of(
          new FittedSummary(
              ComparedSummary.of(summary, plain.with(downThen, acrossThen)),
              ComparedSummary.of(summary, plain.with(downNow, acrossNow)),
              notes.stream().distinct().toList()));
    }

    private static boolean anyOf(Set<String> missing, List<String> names) {
      return names.stream().anyMatch(missing::contains);
    }

    private List<String> columns(CrosstabSpec spec, Measure measure, SummaryPlan summary) {
      List<String> columns = new ArrayList<>();
      CrosstabSpec alone = spec.plainly(List.of(measure)).with(List.of(), List.of());
      for (String dataset : alone.datasets()) {
        if (dataset.isEmpty() || dataset.equals(summary.dataset())) {
          columns.addAll(alone.columns(dataset));
        }
      }
      return columns;
    }

    /** The columns of the summary's own dataset that the earlier batch lacks. */
    private Set<String> missing(SummaryPlan summary) throws IOException {
      Schema then = schema(summary.dataset(), before);
      return summary.crosstab().columns("").stream()
          .filter(name -> !Origin.has(name) && then.indexOf(name).isEmpty())
          .collect(Collectors.toCollection(HashSet::new));
    }

    private Schema schema(String dataset, int batch) throws IOException {
      return session.store().dataset(dataset, batch).schema();
    }

    private void fit(
        String dataset,
        List<Level> levels,
        Set<String> missing,
        List<Level> now,
        List<Level> then,
        List<String> notes)
        throws IOException {
      for (Level level : levels) {
        List<String> names = level.item().value().names();
        if (!anyOf(missing, names)) {
          now.add(level);
          then.add(level);
          continue;
        }
        Optional<String> was =
            names.size() == 1 && level.item().value().isName()
                ? earlier(dataset, names.get(0))
                : Optional.empty();
        if (was.isPresent()) {
          now.add(level);
          then.add(Level.of(renamed(level.item(), was.get())));
          notes.add(was.get() + " is called " + names.get(0) + " now");
        } else {
          notes.add(level.item() + " wasn't there in batch " + before + ", so totals are compared");
        }
      }
    }

    private static AxisItem renamed(AxisItem item, String name) {
      return new AxisItem(
          item.heading(),
          item.value().withNames(any -> name),
          item.grain(),
          item.bands(),
          item.text());
    }

    /** A column's earlier name, found by its values. */
    private Optional<String> earlier(String dataset, String name) throws IOException {
      String key = dataset + "\n" + name;
      if (!earlier.containsKey(key)) {
        earlier.put(key, find(dataset, name));
      }
      return Optional.ofNullable(earlier.get(key)).flatMap(found -> found);
    }

    private Optional<String> find(String dataset, String name) throws IOException {
      Schema now = schema(dataset, after);
      if (now.indexOf(name).isEmpty()) {
        return Optional.empty();
      }
      Column column = now.column(now.indexOf(name).getAsInt());
      Set<String> values = values(dataset, name, after);
      for (Column other : schema(dataset, before).columns()) {
        boolean isGone = now.indexOf(other.name()).isEmpty();
        if (isGone && other.type().kind() == column.type().kind()) {
          Set<String> common = new HashSet<>(values(dataset, other.name(), before));
          int most = Math.min(common.size(), values.size());
          common.retainAll(values);
          if (most > 0 && common.size() * 2 > most) {
            return Optional.of(other.name());
          }
        }
      }
      return Optional.empty();
    }

    private Set<String> values(String dataset, String name, int batch) throws IOException {
      CrosstabSpec spec =
          CrosstabSpec.of(
              "values",
              List.of(AxisItem.ofColumn(name)),
              List.of(),
              List.of(Measure.of("rows", "count(*)")));
      Crosstab crosstab =
          new Summarizer(session).crosstab(new SummaryPlan("values", dataset, spec), batch);
      return crosstab.down().children().stream().map(Item::label).collect(Collectors.toSet());
    }
  }
}
