package baddle.app.fill;

import baddle.app.LastPeriod;
import baddle.app.session.ProjectSession;
import baddle.app.summarize.Summarizer;
import baddle.core.calendar.Grain;
import baddle.core.calendar.Period;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.Item;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.core.expression.AxisItem;
import baddle.core.expression.Expression;
import baddle.plan.DatasetPlan;
import baddle.plan.output.FillPlan;
import baddle.plan.output.SummaryPlan;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.SortedSet;
import java.util.TreeSet;

/**
 * The periods that a fill is for: all that there are where each has a place of its own, so that a
 * month which was passed over, or has changed since, is filled too; otherwise the last.
 */
final class FillPeriods {

  private final ProjectSession session;
  private final int batch;
  private final FillPlan fill;

  FillPeriods(ProjectSession session, int batch, FillPlan fill) {
    this.session = session;
    this.batch = batch;
    this.fill = fill;
  }

  /** In the order of time; empty where no period is known. */
  List<Period> of() throws IOException {
    SortedSet<Period> ofSources = ofSources();
    SortedSet<Period> all = fill.isOfMonths() ? months(ofSources) : ofSources;
    if (all.isEmpty()) {
      all = ofSources.isEmpty() ? ofRows() : ofSources;
    }
    TreeSet<Period> periods = new TreeSet<>(all);
    fill.since().ifPresent(since -> periods.removeIf(one -> one.start().isBefore(since.start())));
    if (fill.isByPeriod() || periods.isEmpty()) {
      return List.copyOf(periods);
    }
    Optional<Period> last = LastPeriod.of(session.project(), session.store(), batch);
    return List.of(last.filter(periods::contains).orElse(periods.last()));
  }

  /** Those of the sources of the fill's datasets, or of all sources where it is of no dataset. */
  private SortedSet<Period> ofSources() throws IOException {
    Set<Integer> parts = new HashSet<>();
    for (String dataset : FillFigures.datasets(fill)) {
      parts.addAll(session.reader(dataset, batch).parts());
    }
    TreeSet<Period> periods = new TreeSet<>();
    for (StoredSource source : session.store().catalogue().sources(batch)) {
      if (parts.isEmpty() || parts.contains(source.part())) {
        session.project().plan().periods().parse(source.period()).ifPresent(periods::add);
      }
    }
    return periods;
  }

  /**
   * The months of the dates of rows, without those that no source is of where sources are of
   * periods, for a date may be wrong; where rows have no dates, the months of the sources.
   */
  private SortedSet<Period> months(Set<Period> ofSources) throws IOException {
    SortedSet<Period> months = ofRows();
    if (!ofSources.isEmpty()) {
      months.removeIf(month -> ofSources.stream().noneMatch(one -> one.covers(month)));
    }
    for (Period one : ofSources) {
      Period month = new Period(Grain.MONTH, one.start().withDayOfMonth(1));
      if (month.covers(one)) {
        months.add(month);
      }
    }
    return months;
  }

  /** The months of the dates that rows are dated by. */
  private SortedSet<Period> ofRows() throws IOException {
    TreeSet<Period> months = new TreeSet<>();
    for (String name : FillFigures.datasets(fill)) {
      DatasetPlan dataset = Objects.requireNonNull(session.project().plan().datasets().get(name));
      if (dataset.datedBy().isPresent()) {
        for (Item month : byMonth(name, dataset.datedBy().get()).down().children()) {
          session.project().plan().periods().parse(month.label()).ifPresent(months::add);
        }
      }
    }
    return months;
  }

  private Crosstab byMonth(String dataset, String date) throws IOException {
    CrosstabSpec spec =
        CrosstabSpec.of(
            "",
            List.of(AxisItem.parse(Expression.quoted(date) + " by month")),
            List.of(),
            List.of(Measure.of("rows", "count(*)")));
    return new Summarizer(session).crosstab(new SummaryPlan("", dataset, spec), batch);
  }
}
