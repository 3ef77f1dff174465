package baddle.app.summarize;

import baddle.app.review.ClosedPeriods;
import baddle.app.session.ProjectSession;
import baddle.core.calendar.Period;
import baddle.core.crosstab.Crosstab;
import baddle.core.crosstab.RollForwardLines;
import baddle.core.crosstab.spec.CrosstabSpec;
import baddle.core.crosstab.spec.Level;
import baddle.core.crosstab.spec.RollForward;
import baddle.plan.output.SummaryPlan;
import java.io.IOException;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;

/** Lets a roll-forward begin with what the last closed period ended with. */
public final class ClosingCarry {

  private final ProjectSession session;

  /** Of a project that is read. */
  public ClosingCarry(ProjectSession session) {
    this.session = session;
  }

  /**
   * The summary as it begins after the last closed period.
   *
   * @param batch periods that were closed with a later one don't count
   */
  SummaryPlan carriedOn(SummaryPlan summary, int batch) throws IOException {
    return carriedOn(summary, batch, Optional.empty());
  }

  private SummaryPlan carriedOn(SummaryPlan summary, int batch, Optional<LocalDate> before)
      throws IOException {
    CrosstabSpec spec = summary.crosstab();
    Optional<RollForward> roll = spec.rollForward().filter(RollForward::carries);
    if (roll.isEmpty()) {
      return summary;
    }
    Optional<ClosedPeriods.Closed> last =
        ClosedPeriods.of(session.store(), session.project().plan()).all().stream()
            .filter(closed -> closed.closing().batch() <= batch)
            .filter(closed -> before.isEmpty() || !closed.period().end().isAfter(before.get()))
            .max(Comparator.comparing(closed -> closed.period().end()));
    if (last.isEmpty()) {
      return summary;
    }
    Map<String, BigDecimal> carried =
        session.store().closings().carried(last.get().closing().id(), summary.name());
    if (carried.isEmpty()) {
      return summary;
    }
    LocalDate end = last.get().period().end();
    Map<String, BigDecimal> now = closings(withRows(summary, roll.get(), until(spec, end)), batch);
    return withRows(summary, roll.get().after(carried, now), from(spec, end));
  }

  private static String until(CrosstabSpec spec, LocalDate end) {
    return spec.across().get(0).item().value() + " < date '" + end + "'";
  }

  /** Rows without a date are of no closed period. */
  private static String from(CrosstabSpec spec, LocalDate end) {
    return "%1$s >= date '%2$s' or %1$s is null"
        .formatted(spec.across().get(0).item().value(), end);
  }

  private static SummaryPlan withRows(SummaryPlan summary, RollForward roll, String condition) {
    CrosstabSpec spec = summary.crosstab().whereAlso(condition).with(roll);
    if (roll.byAccount()) {
      List<Level> down = new ArrayList<>(spec.down());
      Set<String> accounts = new TreeSet<>(roll.opening().keySet());
      accounts.addAll(roll.since().keySet());
      down.set(0, down.get(0).always(List.copyOf(accounts)));
      spec = spec.with(down, spec.across());
    }
    return new SummaryPlan(summary.name(), summary.dataset(), spec);
  }

  /** What the accounts of a roll-forward have at the end of a period. */
  public Map<String, BigDecimal> closings(SummaryPlan summary, int batch, Period period)
      throws IOException {
    SummaryPlan carried = carriedOn(summary, batch, Optional.of(period.start()));
    RollForward roll = carried.crosstab().rollForward().orElseThrow();
    return closings(withRows(carried, roll, until(carried.crosstab(), period.end())), batch);
  }

  private Map<String, BigDecimal> closings(SummaryPlan until, int batch) throws IOException {
    RollForward roll = until.crosstab().rollForward().orElseThrow();
    Crosstab crosstab = new Summarizer(session).plain(until, batch);
    Map<String, BigDecimal> closings = new LinkedHashMap<>();
    for (RollForwardLines.Line line : RollForwardLines.of(roll, crosstab)) {
      if (line.kind() == RollForward.Kind.CLOSING) {
        line.values()
            .get(line.values().size() - 1)
            .ifPresent(value -> closings.put(line.account(), value));
      }
    }
    return closings;
  }
}
