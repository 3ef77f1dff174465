package baddle.app.kept;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Instant;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.Test;

class RecordCodecTests {

  private static final Path FOLDER = Path.of("project").toAbsolutePath();

  /** An enum whose words have bodies of their own. */
  enum Word {
    PLAIN,
    OTHER {
      @Override
      public String toString() {
        return "another";
      }
    }
  }

  record Inner(int number, @Nullable String text, Word word) {}

  record Outer(
      String text,
      long large,
      boolean truth,
      BigDecimal amount,
      Path path,
      Instant moment,
      Optional<Inner> some,
      Optional<Inner> none,
      List<Inner> list,
      Map<String, List<Integer>> map) {}

  record Unknown(Object anything) {}

  private static final Outer OUTER =
      new Outer(
          "ein \u00fc, \ud83c\udf31 and \n",
          Long.MIN_VALUE,
          true,
          new BigDecimal("-1234567890123456.70"),
          FOLDER.resolve("a b"),
          Instant.parse("2026-03-31T23:59:59.123456789Z"),
          Optional.of(new Inner(-1, null, Word.OTHER)),
          Optional.empty(),
          List.of(new Inner(1, "", Word.PLAIN), new Inner(2, "two", Word.OTHER)),
          Map.of("a", List.of(1, 2), "", List.of()));

  private static byte[] written(Record record) throws IOException {
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    new RecordCodec(FOLDER).write(record, new DataOutputStream(bytes));
    return bytes.toByteArray();
  }

  private static Outer read(byte[] bytes) throws IOException {
    return new RecordCodec(FOLDER)
        .read(Outer.class, new DataInputStream(new ByteArrayInputStream(bytes)));
  }

  @Test
  void what_was_written_is_read() throws IOException {
    assertThat(read(written(OUTER))).isEqualTo(OUTER);
  }

  @Test
  void what_is_cut_off_is_refused_at_every_length() throws IOException {
    byte[] bytes = written(OUTER);
    for (int length = 0; length < bytes.length; length++) {
      byte[] cut = Arrays.copyOf(bytes, length);
      assertThatThrownBy(() -> read(cut)).isInstanceOf(IOException.class);
    }
  }

  @Test
  void neither_classes_nor_the_folder_of_the_project_are_named() throws IOException {
    assertThat(new String(written(OUTER), StandardCharsets.UTF_8))
        .doesNotContain("baddle")
        .doesNotContain(FOLDER.toString())
        .contains("a b");
  }

  @Test
  void what_cannot_be_kept_is_refused_when_it_is_written() {
    assertThatThrownBy(() -> written(new Unknown(new Thread())))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
