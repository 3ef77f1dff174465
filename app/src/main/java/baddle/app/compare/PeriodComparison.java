package baddle.app.compare;

import baddle.app.session.ProjectSession;
import baddle.app.summarize.Summarizer;
import baddle.core.calendar.Period;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Measure;
import baddle.plan.output.SummaryPlan;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.stream.Stream;

/** Compares the figures of two periods in one batch. */
final class PeriodComparison {

  private PeriodComparison() {}

  /**
   * Compares two periods, by the dates of the rows where a dataset says which date a row is of, by
   * the periods that the sources are of otherwise.
   *
   * @throws CompareException if no summary has a row of one of them
   */
  static Comparison of(
      ProjectSession session, List<SummaryPlan> summaries, Period before, Period after)
      throws IOException, CompareException {
    int now = session.batch(OptionalInt.empty()).number();
    List<StoredSource> sources = session.store().catalogue().sources(now);
    Summarizer summarizing = new Summarizer(session);
    List<SummaryPlan> ofBefore = new ArrayList<>();
    List<SummaryPlan> ofAfter = new ArrayList<>();
    for (SummaryPlan summary : summaries) {
      if (!ComparedSummary.plainMeasures(summary.crosstab()).isEmpty()) {
        ofBefore.add(ofPeriod(session, summary, before, sources));
        ofAfter.add(ofPeriod(session, summary, after, sources));
      }
    }
    summarizing.ahead(Stream.concat(ofBefore.stream(), ofAfter.stream()).toList(), now);
    boolean anyBefore = false;
    boolean anyAfter = false;
    List<Comparison.Summary> compared = new ArrayList<>();
    for (int i = 0; i < ofBefore.size(); i++) {
      Crosstab old = summarizing.crosstab(ofBefore.get(i), now);
      Crosstab then = summarizing.crosstab(ofAfter.get(i), now);
      anyBefore = anyBefore || hasRows(summarizing, ofBefore.get(i), now);
      anyAfter = anyAfter || hasRows(summarizing, ofAfter.get(i), now);
      compared.add(
          new Comparison.Summary(
              ofBefore.get(i).name(),
              List.of(),
              Movements.of(old, then, true),
              ComparedSummary.largestFirst(old, then),
              Optional.empty(),
              List.of()));
    }
    if (!compared.isEmpty() && !(anyBefore && anyAfter)) {
      throw new CompareException(
          "no summary has a row of "
              + (anyBefore ? after : before)
              + "; which periods there are: baddle check");
    }
    return new Comparison(before.toString(), after.toString(), List.of(), compared);
  }

  private static SummaryPlan ofPeriod(
      ProjectSession session, SummaryPlan summary, Period period, List<StoredSource> sources) {
    CrosstabSpec rows = ComparedSummary.ofPeriod(session, summary, period, sources);
    return ComparedSummary.of(summary, ComparedSummary.withoutCalendar(rows));
  }

  private static boolean hasRows(Summarizer summarizing, SummaryPlan summary, int batch)
      throws IOException {
    CrosstabSpec counting =
        summary
            .crosstab()
            .plainly(List.of(Measure.of("rows", "count(*)")))
            .with(List.of(), List.of());
    Crosstab counted = summarizing.crosstab(ComparedSummary.of(summary, counting), batch);
    return counted
        .value(counted.down(), counted.across(), 0)
        .filter(rows -> rows.signum() > 0)
        .isPresent();
  }
}
