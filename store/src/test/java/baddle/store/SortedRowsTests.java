package baddle.store;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.table.LongBuilder;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;

class SortedRowsTests {

  private static final Schema SCHEMA =
      new Schema(
          List.of(
              new Column("n", ColumnType.of(ColumnType.Kind.INTEGER)),
              new Column("t", ColumnType.text())));

  @Property(tries = 30)
  void sorts_with_blanks_last_and_equal_rows_in_their_order(
      @ForAll @Size(max = 40) List<@IntRange(max = 5) Integer> numbers, @ForAll boolean descending)
      throws IOException {
    List<String> sorted = new ArrayList<>();
    try (SortedRows rows = new SortedRows(SCHEMA, List.of(new SortedRows.Order("n", descending)))) {
      BlockBuilder blocks = new BlockBuilder(SCHEMA, 7, rows);
      for (int i = 0; i < numbers.size(); i++) {
        if (numbers.get(i) == 0) {
          blocks.column(0).blank(blocks.row());
        } else {
          ((LongBuilder) blocks.column(0)).set(blocks.row(), numbers.get(i));
        }
        char[] text = ("row " + i).toCharArray();
        ((TextBuilder) blocks.column(1)).set(blocks.row(), text, 0, text.length);
        blocks.endRow(1);
      }
      blocks.flush();
      rows.push(
          SCHEMA.only(List.of("t")),
          (block, from, to) -> {
            for (int row = from; row < to; row++) {
              sorted.add(block.vector(0).shown(row, ColumnType.text()));
            }
          });
    }

    Comparator<Integer> byNumber = Comparator.comparing(numbers::get);
    List<String> expected = new ArrayList<>();
    IntStream.range(0, numbers.size())
        .boxed()
        .sorted(
            Comparator.comparing((Integer i) -> numbers.get(i) == 0)
                .thenComparing(descending ? byNumber.reversed() : byNumber))
        .forEach(i -> expected.add("row " + i));
    assertThat(sorted).isEqualTo(expected);
  }
}
