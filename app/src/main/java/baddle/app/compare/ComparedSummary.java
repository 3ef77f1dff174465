package baddle.app.compare;

import baddle.app.review.PeriodRows;
import baddle.app.session.ProjectSession;
import baddle.core.calendar.Period;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Keep;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.Measure;
import baddle.core.crosstab.spec.Order;
import baddle.core.crosstab.spec.View;
import baddle.core.expression.AxisItem;
import baddle.core.table.Origin;
import baddle.plan.DatasetPlan;
import baddle.plan.output.SummaryPlan;
import baddle.store.entry.StoredSource;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;

/** What of a summary is compared. */
final class ComparedSummary {

  private ComparedSummary() {}

  static SummaryPlan of(SummaryPlan summary, CrosstabSpec spec) {
    return new SummaryPlan(summary.name(), summary.dataset(), spec);
  }

  /** The same with all items, so that what was kept once and is rest now doesn't seem to move. */
  static CrosstabSpec all(CrosstabSpec spec) {
    return spec.with(whole(spec.down()), whole(spec.across()));
  }

  private static List<Level> whole(List<Level> levels) {
    return levels.stream()
        .map(
            level ->
                new Level(level.item(), Order.NATURAL, Optional.<Keep>empty(), Level.Empty.NONE))
        .toList();
  }

  /** The measures of the summary's own rows, and those that are calculated from such. */
  static List<Measure> plainMeasures(CrosstabSpec spec) {
    return without(
        spec.measures(),
        measure -> !measure.dataset().isEmpty() || measure.view().kind() != View.Kind.VALUE);
  }

  /** Measures without some, and without those that are calculated from these. */
  static List<Measure> without(List<Measure> measures, Predicate<Measure> some) {
    List<Measure> plain = new ArrayList<>(measures.stream().filter(some.negate()).toList());
    boolean dropped;
    do {
      Set<String> names = plain.stream().map(Measure::name).collect(Collectors.toSet());
      dropped =
          plain.removeIf(
              measure ->
                  measure.value().measures().stream()
                      .anyMatch(other -> !names.contains(other.name())));
    } while (dropped);
    return plain;
  }

  /** The measures that add up, by source. */
  static CrosstabSpec bySource(CrosstabSpec spec) {
    List<Measure> measures =
        plainMeasures(spec).stream()
            .filter(measure -> measure.value().measures().isEmpty())
            .filter(measure -> measure.value().addsUp())
            .toList();
    Level source = Level.of(AxisItem.ofColumn(Origin.SOURCE_FILE.name()));
    List<Measure> some = measures.isEmpty() ? List.of(Measure.of("Rows", "count(*)")) : measures;
    return spec.plainly(some).with(List.of(source), List.of());
  }

  /** The plain measures of the rows of a condition. */
  private static CrosstabSpec where(CrosstabSpec spec, String condition) {
    return spec.plainly(plainMeasures(spec)).whereAlso(condition);
  }

  private static List<Level> withoutPeriods(List<Level> levels) {
    return levels.stream()
        .filter(level -> level.item().grain().isEmpty())
        .filter(level -> !level.item().value().names().contains(Origin.SOURCE_PERIOD.name()))
        .toList();
  }

  private static String condition(
      ProjectSession session, SummaryPlan summary, Period period, List<StoredSource> sources) {
    return PeriodRows.condition(
        session.project().plan(), dataset(session, summary), period, sources);
  }

  static DatasetPlan dataset(ProjectSession session, SummaryPlan summary) {
    return Objects.requireNonNull(session.project().plan().datasets().get(summary.dataset()));
  }

  /**
   * The plain measures of the rows of a period.
   *
   * @param sources among whose periods those are that belong to it
   */
  static CrosstabSpec ofPeriod(
      ProjectSession session, SummaryPlan summary, Period period, List<StoredSource> sources) {
    return where(summary.crosstab(), condition(session, summary, period, sources));
  }

  /** The same with all items, without levels of the calendar. */
  static CrosstabSpec withoutCalendar(CrosstabSpec spec) {
    return spec.with(whole(withoutPeriods(spec.down())), whole(withoutPeriods(spec.across())));
  }

  /** Which items of two cross-tabs differ, the largest movement first. */
  static List<Movement> largestFirst(Crosstab before, Crosstab after) {
    return Movements.of(before, after, false).stream().sorted(Movement.LARGEST).toList();
  }
}
