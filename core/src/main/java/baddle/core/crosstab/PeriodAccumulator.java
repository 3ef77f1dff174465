package baddle.core.crosstab;

import baddle.core.calendar.Period;
import baddle.core.calendar.PeriodText;
import baddle.core.table.LongVector;
import baddle.core.table.TextVector;
import baddle.core.table.Vector;
import baddle.core.value.WideSum;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * Sums the values of the first or last period, or keeps the value of the last row of a cell's last
 * day. Rows without a period are before all others. The first or last period is that of all cells
 * in the same periods of the axes, so that lines add up to their total: what has no rows in it is
 * blank.
 */
final class PeriodAccumulator implements Accumulator, Accumulator.Values {

  /** Which rows count. */
  enum Which {
    FIRST,
    LATEST,
    LAST_ROW
  }

  private final PeriodText periods = PeriodText.english();
  private final int places;
  private final Which which;
  private long[] best = new long[0];
  private boolean[] filled = new boolean[0];
  private long[] order = new long[0];
  private WideSum[] sums = new WideSum[0];
  private long rows;
  private @Nullable Vector known;
  private long[] startOfCode = {};

  PeriodAccumulator(int places, Which which) {
    this.places = places;
    this.which = which;
  }

  private void grow(int cellCount) {
    int before = filled.length;
    if (cellCount > before) {
      int capacity = Math.max(cellCount, before * 2);
      best = Arrays.copyOf(best, capacity);
      filled = Arrays.copyOf(filled, capacity);
      order = Arrays.copyOf(order, capacity);
      sums = Arrays.copyOf(sums, capacity);
      for (int i = before; i < capacity; i++) {
        sums[i] = new WideSum();
      }
    }
  }

  @Override
  public void add(
      @Nullable Vector argument,
      @Nullable Vector by,
      int from,
      int to,
      int[] cells,
      int cellCount) {
    grow(cellCount);
    LongVector vector = (LongVector) Objects.requireNonNull(argument);
    long[] at = moments(Objects.requireNonNull(by), from, to);
    for (int row = from; row < to; row++) {
      rows++;
      if (!vector.isBlank(row)) {
        int cell = cells[row];
        if (takes(cell, at[row - from], rows)) {
          sums[cell].add(vector.values()[row]);
        }
      }
    }
  }

  /**
   * Whether a row is taken, given those before; those that aren't wanted any more are forgotten.
   */
  private boolean takes(int cell, long moment, long row) {
    boolean better =
        !filled[cell]
            || (which == Which.FIRST ? moment < best[cell] : moment > best[cell])
            || (which == Which.LAST_ROW && moment == best[cell] && row > order[cell]);
    if (better) {
      filled[cell] = true;
      best[cell] = moment;
      order[cell] = row;
      sums[cell].clear();
    }
    return better || (which != Which.LAST_ROW && moment == best[cell]);
  }

  /** When each row is, from the first of a range on. */
  private long[] moments(Vector by, int from, int to) {
    long[] moments = new long[to - from];
    if (by instanceof LongVector days) {
      for (int row = from; row < to; row++) {
        moments[row - from] = days.isBlank(row) ? Long.MIN_VALUE : days.values()[row];
      }
      return moments;
    }
    TextVector texts = (TextVector) by;
    if (known != by) {
      known = by;
      startOfCode = starts(texts);
    }
    for (int row = from; row < to; row++) {
      moments[row - from] = startOfCode[texts.codes()[row]];
    }
    return moments;
  }

  private long[] starts(TextVector texts) {
    long[] starts = new long[texts.dictionary().size() + 1];
    Arrays.fill(starts, Long.MIN_VALUE);
    for (int code = 1; code < starts.length; code++) {
      starts[code] =
          periods
              .parse(texts.dictionary().text(code))
              .map(Period::start)
              .map(start -> start.toEpochDay())
              .orElse(Long.MIN_VALUE);
    }
    return starts;
  }

  @Override
  public Values rollUp(int[] target, int targets) {
    grow(target.length);
    PeriodAccumulator rolled = new PeriodAccumulator(places, which);
    rolled.grow(targets);
    for (int cell = 1; cell < target.length; cell++) {
      if (filled[cell] && rolled.takes(target[cell], best[cell], order[cell])) {
        rolled.sums[target[cell]].add(sums[cell]);
      }
    }
    return rolled;
  }

  @Override
  public Values withinGroups(int[] group) {
    if (which == Which.LAST_ROW) {
      return this;
    }
    Map<Integer, Long> bestOfGroup = new HashMap<>();
    for (int cell = 1; cell < group.length; cell++) {
      if (filled[cell]) {
        bestOfGroup.merge(group[cell], best[cell], which == Which.FIRST ? Math::min : Math::max);
      }
    }
    return cell ->
        filled[cell] && best[cell] == bestOfGroup.getOrDefault(group[cell], best[cell])
            ? value(cell)
            : Optional.empty();
  }

  @Override
  public Optional<BigDecimal> value(int cell) {
    return filled[cell] ? Optional.of(sums[cell].value(places)) : Optional.empty();
  }
}
