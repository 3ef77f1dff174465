package baddle.app.review;

import baddle.core.calendar.Period;
import baddle.plan.DatasetPlan;
import baddle.plan.Plan;
import baddle.store.Store;
import baddle.store.entry.StoredClosing;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.SortedSet;
import java.util.TreeSet;

/** The periods of a project that are closed. */
public final class ClosedPeriods {

  /**
   * One of them.
   *
   * @param period which
   * @param closing what the store says of it
   */
  public record Closed(Period period, StoredClosing closing) {

    /** Whether a day is of it, in days since 1970-01-01. */
    public boolean holds(long epochDay) {
      return period.holds(epochDay);
    }
  }

  private final Plan plan;
  private final List<Closed> closed = new ArrayList<>();

  private ClosedPeriods(Plan plan) {
    this.plan = plan;
  }

  /** Those of a store. */
  public static ClosedPeriods of(Store store, Plan plan) throws IOException {
    ClosedPeriods periods = new ClosedPeriods(plan);
    for (StoredClosing closing : store.closings().closed()) {
      plan.periods()
          .parse(closing.period())
          .ifPresent(period -> periods.closed.add(new Closed(period, closing)));
    }
    return periods;
  }

  /** Those that were closed when a dataset had rows; a newer dataset has no closed rows. */
  public ClosedPeriods with(DatasetPlan dataset, Store store) throws IOException {
    ClosedPeriods periods = new ClosedPeriods(plan);
    for (Closed one : closed) {
      if (store.catalogue().hasFiles(one.closing().batch(), dataset.name())) {
        periods.closed.add(one);
      }
    }
    return periods;
  }

  /** The batches that they were closed with. */
  public SortedSet<Integer> batches() {
    SortedSet<Integer> batches = new TreeSet<>();
    closed.forEach(one -> batches.add(one.closing().batch()));
    return batches;
  }

  /** Those that were closed with a batch. */
  public ClosedPeriods closedWith(int batch) {
    ClosedPeriods periods = new ClosedPeriods(plan);
    closed.stream().filter(one -> one.closing().batch() == batch).forEach(periods.closed::add);
    return periods;
  }

  /** Whether one of them is closed, by its name. */
  public boolean has(String period) {
    return closed.stream().anyMatch(one -> one.period().toString().equals(period));
  }

  /** All of them, in the order they were closed. */
  public List<Closed> all() {
    return closed;
  }

  /** The one that ends last. */
  public Optional<Closed> last() {
    return closed.stream().max(Comparator.comparing(one -> one.period().end()));
  }

  /** The closed period that a day lies in. */
  public Optional<Closed> of(long epochDay) {
    for (Closed one : closed) {
      if (one.holds(epochDay)) {
        return Optional.of(one);
      }
    }
    return Optional.empty();
  }

  /** The closed period that a source is of, by the name of its period. */
  public Optional<Closed> of(String sourcePeriod) {
    if (closed.isEmpty() || sourcePeriod.isEmpty()) {
      return Optional.empty();
    }
    Optional<Period> period = plan.periods().parse(sourcePeriod);
    return closed.stream()
        .filter(one -> period.isPresent() && one.period().covers(period.get()))
        .findFirst();
  }
}
