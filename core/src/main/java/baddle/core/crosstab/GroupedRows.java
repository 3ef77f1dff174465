package baddle.core.crosstab;

import baddle.core.table.Block;
import baddle.core.table.BlockBuilder;
import baddle.core.table.LongBuilder;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import java.io.IOException;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The rows of a dataset grouped by the columns that are a cross-tab's levels. */
public final class GroupedRows {

  private static final int BLOCK = 4096;

  /** Takes groups. */
  @FunctionalInterface
  public interface Sink {

    /**
     * Takes some groups.
     *
     * @param groups a row for each, of the levels' columns
     * @param rows how many rows each is of
     * @param sums what they add up to; empty where there are no measures but the number of rows
     */
    void accept(Block groups, long[] rows, List<Optional<BigDecimal>> sums) throws IOException;
  }

  private GroupedRows() {}

  /**
   * Pushes all groups, those whose rows came first before the others.
   *
   * @param builder of levels that are columns as they are, down; its first measure counts rows, the
   *     second, if any, is a sum
   * @param columns the levels' columns, in their order
   */
  public static void push(CrosstabBuilder builder, Schema columns, Sink sink) throws IOException {
    int cells = builder.cellCount();
    int[] own = new int[cells];
    for (int cell = 1; cell < cells; cell++) {
      own[cell] = cell;
    }
    List<Accumulator> gathered = builder.gathered("");
    Accumulator.Values counts = gathered.get(0).rollUp(own, cells);
    Optional<Accumulator.Values> sums =
        gathered.size() > 1 ? Optional.of(gathered.get(1).rollUp(own, cells)) : Optional.empty();
    List<Long> rows = new ArrayList<>();
    List<Optional<BigDecimal>> amounts = new ArrayList<>();
    BlockBuilder blocks =
        new BlockBuilder(
            columns,
            BLOCK,
            (block, from, to) -> {
              sink.accept(
                  block, rows.stream().mapToLong(Long::longValue).toArray(), List.copyOf(amounts));
              rows.clear();
              amounts.clear();
            });
    for (int cell = 1; cell < cells; cell++) {
      int of = cell;
      rows.add(counts.value(cell).orElse(BigDecimal.ZERO).longValueExact());
      sums.ifPresent(values -> amounts.add(values.value(of)));
      int[] codes = builder.codes(cell);
      for (int level = 0; level < codes.length; level++) {
        set(blocks, level, builder.coders().get(level), codes[level]);
      }
      blocks.endRow(cell);
    }
    blocks.flush();
  }

  private static void set(BlockBuilder blocks, int level, ItemCoder coder, int code) {
    int row = blocks.row();
    if (code == ItemCoder.BLANK) {
      blocks.column(level).blank(row);
    } else if (coder.isOfText()) {
      char[] text = coder.label(code).toCharArray();
      ((TextBuilder) blocks.column(level)).set(row, text, 0, text.length);
    } else {
      ((LongBuilder) blocks.column(level)).set(row, coder.number(code).orElseThrow());
    }
  }
}
