package baddle.core.intake;

import baddle.core.finding.NumberText;
import baddle.core.grid.CellKind;
import baddle.core.grid.GridRow;
import baddle.core.intake.heading.HeadingRow;
import baddle.core.value.Convention;
import baddle.core.value.Summable;
import java.math.BigDecimal;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;

/** What the numbers below each heading of a table add up to that isn't read. */
public final class ColumnSums {

  private static final int MOST_SHOWN = 4;

  private final Map<String, BigDecimal> sums;

  private ColumnSums(Map<String, BigDecimal> sums) {
    this.sums = sums;
  }

  /** Of no table. */
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

  /** Adds up the rows below headings, those aside that are the sum of all rows above. */
  static final class Adding {

    /** What a column has. */
    private static final class Numbers {
      private BigDecimal sum = BigDecimal.ZERO;
      private long numbers;
      private long cells;
    }

    private final HeadingRow headings;
    private final Map<Integer, Numbers> columns = new LinkedHashMap<>();
    private long rows;

    Adding(HeadingRow headings) {
      this.headings = headings;
      headings
          .headings()
          .forEach(
              (cell, heading) -> {
                if (Summable.mayBe(heading)) {
                  columns.put(cell, new Numbers());
                }
              });
    }

    boolean isBelow(HeadingRow other) {
      return headings.rowNumber() == other.rowNumber();
    }

    void add(GridRow row) {
      Map<Integer, BigDecimal> own = new LinkedHashMap<>();
      columns.forEach(
          (cell, column) -> {
            if (cell < row.width() && row.kind(cell) != CellKind.BLANK) {
              column.cells++;
              UnreadCells one = new UnreadCells(IgnoredCells.NONE);
              one.add(row, cell);
              if (one.numbers() > 0) {
                own.put(cell, one.sum(Convention.DECIMAL_POINT));
              }
            }
          });
      if (!isTotal(own)) {
        rows += own.isEmpty() ? 0 : 1;
        own.forEach(
            (cell, number) -> {
              Numbers column = Objects.requireNonNull(columns.get(cell));
              column.numbers++;
              column.sum = column.sum.add(number);
            });
      }
    }

    private boolean isTotal(Map<Integer, BigDecimal> own) {
      return rows > 1
          && own.values().stream().anyMatch(number -> number.signum() != 0)
          && own.entrySet().stream()
              .allMatch(
                  one ->
                      Objects.requireNonNull(columns.get(one.getKey()))
                              .sum
                              .compareTo(one.getValue())
                          == 0);
    }

    /** The sums of the columns that are mostly numbers. */
    ColumnSums sums() {
      Map<String, BigDecimal> sums = new LinkedHashMap<>();
      columns.forEach(
          (cell, column) -> {
            if (column.numbers > 0 && column.numbers * 2 >= column.cells) {
              sums.merge(headings.headings().getOrDefault(cell, ""), column.sum, BigDecimal::add);
            }
          });
      return new ColumnSums(sums);
    }
  }
}
