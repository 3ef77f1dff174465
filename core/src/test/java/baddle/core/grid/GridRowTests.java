package baddle.core.grid;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;

class GridRowTests {

  private final GridRow row = new GridRow();

  @Test
  void cells_with_texts_of_their_own_and_shared_ones_stand_side_by_side() {
    char[] pool = "  north south".toCharArray();
    row.begin(3);
    row.addShared(0, pool, 0, 7, 1);
    row.add(2, CellKind.TEXT, " own ");
    row.addShared(40, pool, 8, 13, 2);
    row.addShared(41, pool, 0, 2, 3);

    assertThat(row.text(0)).isEqualTo("north");
    assertThat(row.text(1)).isEmpty();
    assertThat(row.text(2)).isEqualTo("own");
    assertThat(row.text(40)).isEqualTo("south");
    assertThat(row.kind(41)).isEqualTo(CellKind.BLANK);
    assertThat(row.sharedId(40)).isEqualTo(2);
    assertThat(row.sharedId(2)).isZero();
    assertThat(row.filled()).isEqualTo(3);
    assertThat(row.filled(1, 41)).isEqualTo(2);
    assertThat(row.isText(0, "north")).isTrue();
    assertThat(row.isText(2, "owns")).isFalse();
  }

  @Test
  void lent_bytes_become_characters_when_these_are_asked_for() {
    byte[] bytes = "north,  7 ,,own".getBytes(StandardCharsets.US_ASCII);
    row.begin(1);
    row.addBytes(bytes, 0, 5);
    row.addBytes(bytes, 6, 10);
    row.addBytes(bytes, 11, 11);
    row.add(3, CellKind.TEXT, " caf\u00e9");
    row.addBytes(bytes, 12, 15);

    assertThat(row.hasBytes(0)).isTrue();
    assertThat(row.isText(0, "north")).isTrue();
    assertThat(row.isText(0, "south")).isFalse();
    assertThat(row.hasBytes(0)).as("comparing leaves them").isTrue();
    assertThat(bytes[row.byteStart(1)]).isEqualTo((byte) '7');
    assertThat(row.byteEnd(1) - row.byteStart(1)).isEqualTo(1);
    assertThat(row.wholeEnd(1) - row.wholeStart(1)).isEqualTo(4);
    assertThat(new String(row.buffer(1), row.wholeStart(1), 4)).isEqualTo("  7 ");
    assertThat(List.of(row.text(0), row.text(1), row.text(2), row.text(3), row.text(4)))
        .containsExactly("north", "7", "", "caf\u00e9", "own");
    assertThat(row.hasBytes(0) || row.hasBytes(2) || row.hasBytes(3) || row.hasBytes(9)).isFalse();
    assertThat(row.hasOwnText(0)).isTrue();
    assertThat(row.filled()).isEqualTo(4);
  }

  @Test
  void nothing_of_the_last_row_is_left_in_the_next() {
    row.begin(1);
    row.hide();
    row.addShared(0, new char[] {'x'}, 0, 1, 9);
    row.begin(2);
    row.add(0, CellKind.NUMBER, "12");

    assertThat(row.isHidden()).isFalse();
    assertThat(row.sharedId(0)).isZero();
    assertThat(row.text(0)).isEqualTo("12");
    assertThat(row.number()).isEqualTo(2);
  }
}
