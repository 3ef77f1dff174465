package baddle.core.profile;

import baddle.core.grid.CellKind;
import baddle.core.grid.CellRange;
import baddle.core.grid.GridRow;
import baddle.core.intake.TotalRow;
import baddle.core.value.TotalLabel;
import java.util.ArrayList;
import java.util.BitSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.IntUnaryOperator;

/** Which cells of a table's rows are filled: totals among them, and heads of blocks. */
final class RowShapes {

  private static final int MOST_TOTALS = 1_000;

  /** A column that heads blocks is blank in at least so many of a hundred rows. */
  private static final int LEAST_BLANK = 30;

  /** So many of a hundred of its values differ; a block may be taken up again. */
  private static final int LEAST_DIFFERENT = 75;

  /** A column that so many blocks fill, and only on their first rows, isn't one by chance. */
  private static final int FEW = 3;

  private final CellRange range;
  private final List<TotalRow> totals = new ArrayList<>();
  private final Map<Integer, BitSet> filled = new HashMap<>();
  private final Map<Integer, String> last = new HashMap<>();

  /** Rows whose value is that of the last row that had one. */
  private final Map<Integer, BitSet> again = new HashMap<>();

  private int rows;

  RowShapes(CellRange range) {
    this.range = range;
  }

  void row(GridRow row) {
    Set<Integer> there = new HashSet<>();
    int label = -1;
    for (int column = range.firstColumn(); column < range.endColumn(); column++) {
      CellKind kind = row.kind(column);
      if (kind != CellKind.BLANK) {
        there.add(column);
        boolean first = label < 0 && kind == CellKind.TEXT;
        label = first && TotalLabel.is(row.text(column)) ? column : label;
      }
    }
    if (label >= 0) {
      if (totals.size() < MOST_TOTALS) {
        totals.add(new TotalRow(label, row.text(label), there));
      }
      return;
    }
    for (int column : there) {
      String text = row.text(column);
      filled.computeIfAbsent(column, c -> new BitSet()).set(rows);
      if (text.equals(last.put(column, text))) {
        again.computeIfAbsent(column, c -> new BitSet()).set(rows);
      }
    }
    rows++;
  }

  /** The rows that state totals, as many as were kept. */
  List<TotalRow> totals() {
    return List.copyOf(totals);
  }

  /** The columns that each row is filled in, totals aside. */
  Set<Integer> alwaysFilled() {
    Set<Integer> always = new HashSet<>();
    filled.forEach(
        (column, bits) -> {
          if (bits.cardinality() == rows) {
            always.add(column);
          }
        });
    return always;
  }

  /**
   * The columns that only the first row of each block fills: the one that begins a block, then
   * those that are filled where it is, or begin blocks within each of its own. Empty where there
   * seem to be no blocks.
   *
   * @param distinct how many distinct values a column has
   */
  List<Integer> heads(IntUnaryOperator distinct) {
    Optional<Integer> first = filled.keySet().stream().min(Integer::compare);
    for (int column = range.firstColumn(); column < range.endColumn(); column++) {
      if (beginsBlocks(column, distinct)) {
        List<Integer> heads = new ArrayList<>(List.of(column));
        for (int other = range.firstColumn(); other < range.endColumn(); other++) {
          if (other != column && (goesWith(other, column) || isWithin(other, column))) {
            heads.add(other);
          }
        }
        if (heads.size() > 1 || first.filter(heads.get(0)::equals).isPresent()) {
          return heads;
        }
      }
    }
    return List.of();
  }

  private boolean beginsBlocks(int column, IntUnaryOperator distinct) {
    BitSet bits = filled.getOrDefault(column, new BitSet());
    int count = bits.cardinality();
    return count > 1
        && bits.get(0)
        && (rows - count) * 100L >= (long) rows * LEAST_BLANK
        && !again.containsKey(column)
        && distinct.applyAsInt(column) * 100L >= (long) count * LEAST_DIFFERENT;
  }

  /** Whether a column begins blocks of its own within each block of another. */
  private boolean isWithin(int other, int column) {
    BitSet heads = filled.getOrDefault(column, new BitSet());
    BitSet bits = filled.getOrDefault(other, new BitSet());
    BitSet missing = (BitSet) heads.clone();
    missing.andNot(bits);
    BitSet repeated = (BitSet) again.getOrDefault(other, new BitSet()).clone();
    repeated.andNot(heads);
    return missing.isEmpty()
        && repeated.isEmpty()
        && bits.cardinality() > heads.cardinality()
        && (rows - bits.cardinality()) * 100L >= (long) rows * LEAST_BLANK;
  }

  private boolean goesWith(int other, int column) {
    BitSet bits = filled.getOrDefault(other, new BitSet());
    BitSet outside = (BitSet) bits.clone();
    BitSet heads = filled.getOrDefault(column, new BitSet());
    outside.andNot(heads);
    int count = bits.cardinality();
    int blocks = heads.cardinality();
    return outside.isEmpty() && (count * 2 >= blocks || (count >= FEW && count * 4 >= blocks));
  }
}
