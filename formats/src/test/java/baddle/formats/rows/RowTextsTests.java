package baddle.formats.rows;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.table.BlockBuilder;
import baddle.core.table.Column;
import baddle.core.table.Schema;
import baddle.core.table.TextBuilder;
import baddle.core.value.ColumnType;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class RowTextsTests {

  private static final Schema SCHEMA = new Schema(List.of(new Column("t", ColumnType.text())));

  /**
   * A builder uses its dictionary again for the next block, where the same code is another text.
   */
  @ParameterizedTest
  @ValueSource(ints = {1, 2, 3, 100})
  void texts_are_those_of_their_block(int rowsOfBlock) throws IOException {
    List<String> texts = IntStream.range(0, 10).mapToObj(i -> "text " + i).toList();
    RowTexts shown = new RowTexts(SCHEMA, '.');
    List<String> seen = new ArrayList<>();
    BlockBuilder blocks =
        new BlockBuilder(
            SCHEMA,
            rowsOfBlock,
            (block, from, to) ->
                IntStream.range(from, to).forEach(row -> seen.add(shown.text(block, 0, row))));
    for (String text : texts) {
      ((TextBuilder) blocks.column(0)).set(blocks.row(), text.toCharArray(), 0, text.length());
      blocks.endRow(1);
    }
    blocks.flush();
    assertThat(seen).isEqualTo(texts);
  }
}
