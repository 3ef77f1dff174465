package baddle.app.parts;

import baddle.app.reading.ReadSource;
import baddle.core.calendar.Period;
import baddle.core.finding.Finding;
import baddle.core.finding.FindingCode;
import baddle.core.finding.Place;
import baddle.core.table.Block;
import baddle.core.table.HiddenRows;
import baddle.core.table.LongVector;
import baddle.core.table.TextVector;
import baddle.core.value.ColumnType;
import baddle.plan.FeedPlan;
import baddle.plan.PeriodChoice;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;

/**
 * Tells the periods of sources whose period a column of dates states: by the rows of each that are
 * in the dataset, and by no row that is held or left out. Takes the blocks of a part on their way
 * into the store.
 */
public final class SourcePeriods {

  private static final class Range {
    private long first = Long.MAX_VALUE;
    private long last = Long.MIN_VALUE;

    void add(long day) {
      first = Math.min(first, day);
      last = Math.max(last, day);
    }

    boolean isEmpty() {
      return first > last;
    }
  }

  private final PartSources sources;

  /** By column and source, the sources from 0. */
  private final Map<String, List<Range>> ranges = new HashMap<>();

  private long rows;

  /**
   * Periods of the sources of a part.
   *
   * @param feeds those whose files may be in the part
   */
  public SourcePeriods(PartSources sources, List<FeedPlan> feeds) {
    this.sources = sources;
    for (FeedPlan feed : feeds) {
      if (isByColumn(feed)) {
        ranges.put(feed.period().column(), new ArrayList<>());
      }
    }
  }

  private static boolean isByColumn(FeedPlan feed) {
    return feed.period().kind() == PeriodChoice.Kind.COLUMN;
  }

  /** Takes a block as it is stored. */
  public void accept(Block block) {
    if (!ranges.isEmpty()) {
      Optional<TextVector> held = HiddenRows.held(block);
      sources.eachRun(
          rows,
          block.size(),
          (source, from, to) -> {
            for (Map.Entry<String, List<Range>> column : ranges.entrySet()) {
              add(block, column.getKey(), held, range(column.getValue(), source), from, to);
            }
          });
    }
    rows += block.size();
  }

  private static Range range(List<Range> ofColumn, int source) {
    while (ofColumn.size() < source) {
      ofColumn.add(new Range());
    }
    return ofColumn.get(source - 1);
  }

  private static void add(
      Block block, String column, Optional<TextVector> held, Range range, int from, int to) {
    int index = block.schema().indexOf(column).orElseThrow();
    ColumnType type = block.schema().column(index).type();
    LongVector days = block.numbers(index);
    for (int row = from; row < to; row++) {
      boolean counts = held.isEmpty() || held.get().isBlank(row);
      if (counts && !days.isBlank(row)) {
        range.add(type.epochDay(days.values()[row]));
      }
    }
  }

  /** The same outcomes, with the periods that columns state; call it after the last block. */
  public List<FileOutcome> settle(List<FileOutcome> outcomes) {
    return ranges.isEmpty() ? outcomes : outcomes.stream().map(this::settle).toList();
  }

  private FileOutcome settle(FileOutcome outcome) {
    FeedPlan feed = outcome.file().file().feed();
    if (!isByColumn(feed)) {
      return outcome;
    }
    List<Range> ofColumn = Objects.requireNonNull(ranges.get(feed.period().column()));
    List<ReadSource> settled = new ArrayList<>();
    List<Finding> findings = new ArrayList<>(outcome.findings());
    for (ReadSource source : outcome.sources()) {
      Range range =
          source.number() <= ofColumn.size() ? ofColumn.get(source.number() - 1) : new Range();
      Optional<Period> period =
          range.isEmpty() ? Optional.empty() : Period.holding(range.first, range.last);
      if (period.isEmpty() && !range.isEmpty()) {
        findings.add(
            Finding.of(
                FindingCode.PERIOD_SPANS,
                Place.source(outcome.file().file().path(), source.sheet()),
                "the days of " + feed.period().column() + " are of several years; it has no period",
                "ask the sender for one file per period, or set period: to a name"));
      }
      settled.add(source.ofPeriod(period.map(Period::toString).orElse("")));
    }
    return new FileOutcome(outcome.file(), outcome.part(), settled, findings);
  }
}
