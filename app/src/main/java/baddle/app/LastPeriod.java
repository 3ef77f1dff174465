package baddle.app;

import baddle.core.calendar.Period;
import baddle.store.Store;
import baddle.store.entry.StoredSource;
import java.io.IOException;
import java.util.Comparator;
import java.util.Optional;

/** The last period that a source of a batch is of, the longer one of two that begin together. */
public final class LastPeriod {

  private LastPeriod() {}

  /** That of a batch; empty where no source is of a period. */
  public static Optional<Period> of(Project project, Store store, int batch) throws IOException {
    return store.catalogue().sources(batch).stream()
        .map(StoredSource::period)
        .map(project.plan().periods()::parse)
        .flatMap(Optional::stream)
        .max(
            Comparator.comparing(Period::start)
                .thenComparing(Comparator.comparing(Period::end).reversed()));
  }
}
