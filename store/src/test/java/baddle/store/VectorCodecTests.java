package baddle.store;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.table.Dictionary;
import baddle.core.table.LongVector;
import baddle.core.table.TextVector;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Objects;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;

class VectorCodecTests {

  @Property
  void gives_back_numbers_and_blanks(
      @ForAll @Size(max = 200) long[] random, @ForAll @IntRange(max = 63) int shift)
      throws VectorDecoder.BrokenBlockException {
    long[] values = Arrays.stream(random).map(v -> v >> shift).toArray();
    checkNumbers(values, null);
    long[] blanks = new long[(values.length + 63) / 64];
    for (int i = 0; i < values.length; i += 3) {
      blanks[i / 64] |= 1L << (i % 64);
    }
    checkNumbers(values, blanks);
    long[] sorted = values.clone();
    Arrays.sort(sorted);
    checkNumbers(sorted, null);
  }

  private static void checkNumbers(long[] values, long[] blanks)
      throws VectorDecoder.BrokenBlockException {
    LongVector vector = new LongVector(values, blanks, values.length);
    try (VectorEncoder encoder = new VectorEncoder();
        VectorDecoder decoder = new VectorDecoder()) {
      LongVector read = (LongVector) decoder.decode(encoder.encode(vector));
      assertThat(read.size()).isEqualTo(values.length);
      for (int row = 0; row < values.length; row++) {
        assertThat(read.isBlank(row)).isEqualTo(vector.isBlank(row));
        if (!vector.isBlank(row)) {
          assertThat(read.values()[row]).isEqualTo(values[row]);
        }
      }
    }
  }

  @Property
  void gives_back_texts(@ForAll @Size(max = 100) List<String> random)
      throws VectorDecoder.BrokenBlockException {
    List<String> texts =
        random.stream()
            .map(
                t ->
                    new String(
                        t.getBytes(java.nio.charset.StandardCharsets.UTF_8),
                        java.nio.charset.StandardCharsets.UTF_8))
            .toList();
    assertThat(roundTrip(texts)).isEqualTo(texts);
  }

  @Test
  void gives_back_more_texts_than_two_bytes_can_number() throws VectorDecoder.BrokenBlockException {
    List<String> texts = new ArrayList<>();
    for (int i = 0; i < 65_536; i++) {
      texts.add("t" + i);
    }
    assertThat(roundTrip(texts)).isEqualTo(texts);
    assertThat(roundTrip(texts.subList(0, 300))).isEqualTo(texts.subList(0, 300));
  }

  private static List<String> roundTrip(List<String> texts)
      throws VectorDecoder.BrokenBlockException {
    Dictionary dictionary = new Dictionary();
    int[] codes = texts.stream().mapToInt(dictionary::code).toArray();
    try (VectorEncoder encoder = new VectorEncoder();
        VectorDecoder decoder = new VectorDecoder()) {
      byte[] bytes = encoder.encode(new TextVector(codes, codes.length, dictionary));
      TextVector read = (TextVector) decoder.decode(bytes);
      List<String> back = new ArrayList<>();
      for (int row = 0; row < read.size(); row++) {
        back.add(read.isBlank(row) ? "" : read.dictionary().text(read.codes()[row]));
      }
      return back;
    }
  }

  @Property
  void a_single_damaged_byte_is_found(@ForAll @IntRange(max = 1_000) int where) {
    try (VectorEncoder encoder = new VectorEncoder();
        VectorDecoder decoder = new VectorDecoder()) {
      byte[] bytes = encoder.encode(new int[] {5, 6, 7, 12, 99}, 5);
      bytes[1 + where % (bytes.length - 1)] ^= 0x10;

      assertThatThrownBy(() -> decoder.decode(bytes))
          .isInstanceOf(VectorDecoder.BrokenBlockException.class);
    }
  }

  /** The bytes were printed by the encoder of layout 1; later versions must go on reading them. */
  @Test
  void reads_the_golden_blocks_of_layout_1()
      throws IOException, VectorDecoder.BrokenBlockException {
    try (InputStream in =
            Objects.requireNonNull(getClass().getResourceAsStream("blocks-layout-1.txt"));
        VectorDecoder decoder = new VectorDecoder()) {
      List<String> lines =
          new String(in.readAllBytes(), java.nio.charset.StandardCharsets.UTF_8).lines().toList();
      LongVector numbers = (LongVector) decoder.decode(HexFormat.of().parseHex(lines.get(0)));
      TextVector texts = (TextVector) decoder.decode(HexFormat.of().parseHex(lines.get(1)));

      assertThat(numbers.values()).startsWith(-100).endsWith(70_000);
      assertThat(numbers.isBlank(1)).isTrue();
      assertThat(texts.codes()).containsExactly(1, 0, 2, 1);
      assertThat(texts.dictionary().text(2)).isEqualTo("caf\u00e9");
    }
  }
}
