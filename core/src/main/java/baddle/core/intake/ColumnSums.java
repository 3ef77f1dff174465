package baddle.core.intake;

import baddle.core.finding.NumberText;
import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.value.Summable;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/** The sums of the numbers below each heading of a table that isn't read. */
public final class ColumnSums {

  private static final int MOST_SHOWN = 4;

  private final Map<String, BigDecimal> sums;

  private ColumnSums(Map<String, BigDecimal> sums) {
    this.sums = sums;
  }

  /** The sums of no table. */
  public static ColumnSums none() {
    return new ColumnSums(Map.of());
  }

  /** Those of two tables, heading by heading. */
  public ColumnSums plus(ColumnSums other) {
    Map<String, BigDecimal> all = new LinkedHashMap<>(sums);
    other.sums.forEach((heading, sum) -> all.merge(heading, sum, BigDecimal::add));
    return new ColumnSums(all);
  }

  /** The sum that is furthest from 0; 0 without any. */
  public BigDecimal largest() {
    return sums.values().stream()
        .reduce(BigDecimal.ZERO, (a, b) -> b.abs().compareTo(a.abs()) > 0 ? b : a);
  }

  /** The first sums with their headings, as a person reads them behind a colon; else empty. */
  public String inWords() {
    return sums.entrySet().stream()
        .limit(MOST_SHOWN)
        .map(one -> one.getKey() + " " + NumberText.exact(one.getValue()))
        .collect(Collectors.joining(", "));
  }

  /** Adds up the rows below headings, but for those that are the sum of all rows above. */
  static final class Adding {

    private final HeadingRow headings;
    private final int[] columns;
    private final BigDecimal[] sums;
    private final long[] numbers;
    private final long[] cells;
    private final @Nullable BigDecimal[] own;
    private final UnreadCells cell = new UnreadCells(IgnoredCells.NONE);
    private long rows;

    Adding(HeadingRow headings) {
      this.headings = headings;
      this.columns =
          headings.headings().entrySet().stream()
              .filter(heading -> Summable.mayBe(heading.getValue()))
              .mapToInt(Map.Entry::getKey)
              .toArray();
      this.sums = new BigDecimal[columns.length];
      Arrays.fill(sums, BigDecimal.ZERO);
      this.numbers = new long[columns.length];
      this.cells = new long[columns.length];
      this.own = new BigDecimal[columns.length];
    }

    boolean isBelow(HeadingRow other) {
      return headings.rowNumber() == other.rowNumber();
    }

    void add(GridRow row) {
      boolean any = false;
      for (int i = 0; i < columns.length; i++) {
        boolean filled = columns[i] < row.width() && row.kind(columns[i]) != CellKind.BLANK;
        cells[i] += filled ? 1 : 0;
        own[i] = filled ? cell.number(row, columns[i]) : null;
        any |= own[i] != null;
      }
      if (!any || isTotal()) {
        return;
      }
      rows++;
      for (int i = 0; i < columns.length; i++) {
        BigDecimal number = own[i];
        if (number != null) {
          numbers[i]++;
          sums[i] = sums[i].add(number);
        }
      }
    }

    private boolean isTotal() {
      boolean anyAmount = false;
      for (int i = 0; i < columns.length; i++) {
        BigDecimal number = own[i];
        if (number != null && number.compareTo(sums[i]) != 0) {
          return false;
        }
        anyAmount |= number != null && number.signum() != 0;
      }
      return anyAmount && rows > 1;
    }

    /** The sums of the columns that are mostly numbers. */
    ColumnSums sums() {
      Map<String, BigDecimal> all = new LinkedHashMap<>();
      for (int i = 0; i < columns.length; i++) {
        if (numbers[i] > 0 && numbers[i] * 2 >= cells[i]) {
          all.merge(headings.headings().getOrDefault(columns[i], ""), sums[i], BigDecimal::add);
        }
      }
      return new ColumnSums(all);
    }
  }
}
