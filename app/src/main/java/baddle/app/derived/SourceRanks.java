package baddle.app.derived;

import baddle.app.reading.NameOrder;
import baddle.core.calendar.Period;
import baddle.core.calendar.PeriodText;
import baddle.core.finding.Place;
import baddle.store.entry.StoredFile;
import baddle.store.entry.StoredSource;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/** Puts sources in the order of their periods and names, whatever order they came in. */
final class SourceRanks {

  private record Ranked(StoredSource source, StoredFile file, Optional<Period> period) {}

  private final List<Ranked> ranked = new ArrayList<>();
  private final Map<Long, Integer> rankOfSource = new HashMap<>();

  SourceRanks(
      List<StoredSource> sources, List<StoredFile> files, String dataset, PeriodText periods) {
    Map<Long, StoredFile> fileOfId = new HashMap<>();
    files.forEach(file -> fileOfId.put(file.id(), file));
    for (StoredSource source : sources) {
      StoredFile file = Objects.requireNonNull(fileOfId.get(source.file()));
      if (file.dataset().equals(dataset)) {
        ranked.add(new Ranked(source, file, periods.parse(source.period())));
      }
    }
    ranked.sort(
        Comparator.<Ranked, Period>comparing(
                one -> one.period().orElse(null), Comparator.nullsFirst(Comparator.naturalOrder()))
            .thenComparing(one -> NameOrder.plain(one.file().path()))
            .thenComparing(one -> NameOrder.plain(one.source().sheet()))
            .thenComparing(one -> one.source().range()));
    for (int rank = 0; rank < ranked.size(); rank++) {
      StoredSource source = ranked.get(rank).source();
      rankOfSource.put(id(source.part(), source.number()), rank);
    }
  }

  private static long id(int part, int source) {
    return (long) part << 32 | source;
  }

  int of(int part, int source) {
    return Objects.requireNonNull(rankOfSource.get(id(part, source)));
  }

  /** How many there are. */
  int size() {
    return ranked.size();
  }

  Place place(int rank) {
    Ranked one = ranked.get(rank);
    return Place.source(one.file().path(), one.source().sheet());
  }

  /** Whether two ranks are of one source, or of one and the rows that closed periods keep of it. */
  boolean sameSource(int rank, int other) {
    StoredSource one = ranked.get(rank).source();
    StoredSource two = ranked.get(other).source();
    return rank == other
        || (one.isKept() != two.isKept()
            && place(rank).equals(place(other))
            && one.range().equals(two.range())
            && samePeriod(rank, other));
  }

  /** Whether the sources of two ranks are of one period. */
  boolean samePeriod(int rank, int other) {
    return ranked.get(rank).source().period().equals(ranked.get(other).source().period());
  }
}
