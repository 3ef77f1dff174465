package baddle.core.table;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.value.ColumnType;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.AlphaChars;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;

class BlockBuilderTests {

  private static final Schema SCHEMA =
      new Schema(
          List.of(
              new Column("name", ColumnType.text()),
              new Column("units", ColumnType.of(ColumnType.Kind.INTEGER))));

  @Property
  void gives_back_every_row_whatever_the_size_of_a_block(
      @ForAll @Size(max = 300) List<@StringLength(max = 3) @AlphaChars String> names,
      @ForAll @IntRange(min = 1, max = 40) int capacity)
      throws IOException {
    List<String> read = new ArrayList<>();
    BlockBuilder builder =
        new BlockBuilder(SCHEMA, capacity, (block, from, to) -> read.addAll(rows(block)));

    List<String> expected = new ArrayList<>();
    for (int i = 0; i < names.size(); i++) {
      String name = names.get(i);
      set(builder, name, i);
      boolean kept = i % 5 != 3;
      if (kept) {
        builder.endRow(i + 1);
        expected.add((i + 1) + ":" + name + ":" + (i % 4 == 0 ? "" : i));
      }
    }
    builder.flush();

    assertThat(read).isEqualTo(expected);
    assertThat(builder.rowsEnded()).isEqualTo(expected.size());
  }

  private static void set(BlockBuilder builder, String name, int i) {
    ((TextBuilder) builder.column(0)).set(builder.row(), name.toCharArray(), 0, name.length());
    LongBuilder units = (LongBuilder) builder.column(1);
    if (i % 4 == 0) {
      units.blank(builder.row());
    } else {
      units.set(builder.row(), i);
    }
  }

  private static List<String> rows(Block block) {
    List<String> rows = new ArrayList<>();
    for (int row = 0; row < block.size(); row++) {
      TextVector names = block.text(0);
      String name = names.isBlank(row) ? "" : names.dictionary().text(names.codes()[row]);
      LongVector units = block.numbers(1);
      String count = units.isBlank(row) ? "" : String.valueOf(units.values()[row]);
      rows.add(block.rowNumbers()[row] + ":" + name + ":" + count);
    }
    return rows;
  }

  @Test
  void a_dictionary_numbers_each_text_once() {
    Dictionary dictionary = new Dictionary();
    for (int i = 0; i < 5_000; i++) {
      assertThat(dictionary.code("text " + i)).isEqualTo(i + 1);
    }

    assertThat(dictionary.code("text 4711")).isEqualTo(4712);
    assertThat(dictionary.text(4712)).isEqualTo("text 4711");
    assertThat(dictionary.code("")).isEqualTo(Dictionary.BLANK);
    assertThat(dictionary.size()).isEqualTo(5_000);
  }

  @Test
  void stops_looking_for_equal_texts_where_all_are_new_and_still_keeps_them_right()
      throws IOException {
    List<String> read = new ArrayList<>();
    BlockBuilder builder =
        new BlockBuilder(SCHEMA, 10, (block, from, to) -> read.addAll(rows(block)));
    List<String> expected = new ArrayList<>();
    for (int i = 1; i <= 200; i++) {
      String name = i % 10 == 5 ? "same" : "n" + i;
      set(builder, name, i);
      builder.endRow(i);
      expected.add(i + ":" + name + ":" + (i % 4 == 0 ? "" : i));
    }

    assertThat(read).isEqualTo(expected);
  }

  @Property
  void shared_texts_come_out_as_if_they_were_not(
      @ForAll @Size(max = 60) List<@IntRange(min = 1, max = 9) Integer> ids) throws IOException {
    char[] pool = "abbcccddddeeeeeffffffggggggghhhhhhhhiiiiiiiii".toCharArray();
    List<String> out = new ArrayList<>();
    BlockBuilder blocks =
        new BlockBuilder(
            new Schema(List.of(new Column("c", ColumnType.text()))),
            7,
            (block, from, to) -> {
              for (int row = from; row < to; row++) {
                out.add(block.text(0).dictionary().text(block.text(0).codes()[row]));
              }
            });
    List<String> expected = new ArrayList<>();
    for (int id : ids) {
      int start = id * (id - 1) / 2;
      ((TextBuilder) blocks.column(0)).setShared(blocks.row(), pool, start, start + id, id);
      expected.add(new String(pool, start, id));
      blocks.endRow(1);
      char[] own = "own".toCharArray();
      ((TextBuilder) blocks.column(0)).set(blocks.row(), own, 0, 3);
      expected.add("own");
      blocks.endRow(1);
    }
    blocks.flush();

    assertThat(out).isEqualTo(expected);
  }
}
