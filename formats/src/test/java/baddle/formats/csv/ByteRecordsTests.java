package baddle.formats.csv;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.grid.Dialect;
import baddle.core.grid.GridRow;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.text.TextCharset;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.Charset;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Records taken apart by bytes are those that the library finds in the characters. */
class ByteRecordsTests {

  private static final Charset WINDOWS = Charset.forName("windows-1252");

  /** All rows with their cells and the white space around them, how it ended, and long cells. */
  private static List<String> read(Records records, OddCells oddCells) {
    List<String> read = new ArrayList<>();
    GridRow row = new GridRow();
    try (records) {
      while (records.next(row)) {
        StringBuilder line = new StringBuilder(row.number() + " of " + row.filled() + ":");
        for (int i = 0; i < row.width(); i++) {
          line.append('<').append(row.text(i)).append('|');
          line.append(row.buffer(i), row.wholeStart(i), row.wholeEnd(i) - row.wholeStart(i));
          line.append('>').append(row.kind(i));
        }
        read.add(line.toString());
      }
    } catch (UnreadableFileException e) {
      read.add("unreadable in " + e.row() + " " + e.getMessage().replaceFirst(" \\(.*\\)", ""));
    } catch (CharacterCodingException e) {
      return List.of("not in its charset");
    } catch (IOException e) {
      throw new AssertionError(e);
    }
    read.add(oddCells.count() + " long, " + oddCells.lines() + " in " + oddCells.line());
    return read;
  }

  private static List<String> byBytes(byte[] text, TextShape shape, Charset charset) {
    OddCells oddCells = new OddCells();
    TextCharset stated = TextCharset.stated(charset, new byte[0], 0);
    assertThat(ByteRecords.canRead(shape)).isTrue();
    return read(
        new ByteRecords(
            new ByteArrayInputStream(text), shape, stated.pieces().orElseThrow(), oddCells),
        oddCells);
  }

  private static List<String> ahead(byte[] text, TextShape shape, Charset charset) {
    OddCells oddCells = new OddCells();
    TextCharset stated = TextCharset.stated(charset, new byte[0], 0);
    return read(
        new RecordsAhead(
            new ByteRecords(
                new ByteArrayInputStream(text), shape, stated.pieces().orElseThrow(), oddCells)),
        oddCells);
  }

  private static List<String> byCharacters(byte[] text, TextShape shape, Charset charset) {
    OddCells oddCells = new OddCells();
    InputStreamReader reader =
        new InputStreamReader(
            new ByteArrayInputStream(text),
            charset
                .newDecoder()
                .onMalformedInput(CodingErrorAction.REPORT)
                .onUnmappableCharacter(CodingErrorAction.REPORT));
    return read(new CharacterRecords(reader, shape, oddCells), oddCells);
  }

  private static void assertSame(byte[] text, TextShape shape, Charset charset) {
    assertThat(byBytes(text, shape, charset))
        .as(() -> new String(text, 0, Math.min(text.length, 300), StandardCharsets.ISO_8859_1))
        .isEqualTo(byCharacters(text, shape, charset));
  }

  private static TextShape shape(char separator, char quote) {
    return new TextShape(separator, quote, "LF", true);
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3, 4, 5, 6})
  void random_pieces_of_text_come_apart_in_the_same_way(long seed) {
    List<String> pieces =
        List.of(
            ",",
            ",",
            ";",
            "\t",
            "\n",
            "\n",
            "\r\n",
            "\r",
            "\"",
            "\"\"",
            "\",\"",
            "\"\n\"",
            "a",
            "abcdefg",
            "12345678",
            "-1.50",
            " ",
            "  ",
            "\u00e9",
            "\u20ac",
            "\u00a0x\u00a0",
            "\u0000",
            "\u000b",
            "\u007f",
            "'",
            "a longer text than all others");
    List<TextShape> shapes =
        List.of(
            shape(',', '"'),
            shape(';', '\''),
            shape('\t', '"'),
            shape('|', '"'),
            shape(',', Dialect.NO_QUOTE));
    Random random = new Random(seed);
    for (int i = 0; i < 4_000; i++) {
      StringBuilder text = new StringBuilder();
      int length = random.nextInt(i % 10 == 0 ? 200 : 12);
      boolean quotes = random.nextBoolean();
      for (int j = 0; j < length; j++) {
        String piece = pieces.get(random.nextInt(pieces.size()));
        text.append(quotes || !piece.contains("\"") ? piece : "x");
      }
      TextShape shape = shapes.get(random.nextInt(shapes.size()));
      assertSame(text.toString().getBytes(StandardCharsets.UTF_8), shape, StandardCharsets.UTF_8);
      assertSame(text.toString().getBytes(WINDOWS), shape, WINDOWS);
    }
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void records_that_chunks_cut_anywhere_are_whole(long seed) {
    Random random = new Random(seed);
    StringBuilder text = new StringBuilder();
    while (text.length() < 600_000) {
      int columns = 1 + random.nextInt(9);
      for (int column = 0; column < columns; column++) {
        text.append(column == 0 ? "" : ",");
        String value = "x".repeat(random.nextInt(random.nextInt(400) == 0 ? 40_000 : 30));
        switch (random.nextInt(8)) {
          case 0 -> text.append('"').append(value).append("\"\"\r\n,").append(value).append('"');
          case 1 -> text.append('"').append(value).append('"');
          case 2 -> text.append(value).append("\u00e4\u00f6").append(value);
          default -> text.append(value);
        }
      }
      text.append(random.nextInt(5) == 0 ? "\r\n" : random.nextInt(5) == 0 ? "\r" : "\n");
    }
    byte[] bytes = text.toString().getBytes(StandardCharsets.UTF_8);

    assertSame(bytes, shape(',', '"'), StandardCharsets.UTF_8);
    assertThat(byBytes(bytes, shape(',', '"'), StandardCharsets.UTF_8)).hasSizeGreaterThan(500);
    assertThat(ahead(bytes, shape(',', '"'), StandardCharsets.UTF_8))
        .isEqualTo(byBytes(bytes, shape(',', '"'), StandardCharsets.UTF_8));
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "x\n", "\"open\n", "\u00c3,\n"})
  void a_thread_that_reads_ahead_hands_over_how_it_ended(String end) {
    byte[] text = ("a,b\n" + "1,\"2\"\n".repeat(3_000) + end).getBytes(StandardCharsets.ISO_8859_1);

    assertThat(ahead(text, shape(',', '"'), StandardCharsets.UTF_8))
        .isEqualTo(byBytes(text, shape(',', '"'), StandardCharsets.UTF_8));
  }

  @Test
  void a_thread_that_reads_ahead_ends_when_nobody_wants_more() throws IOException {
    byte[] text = "1,2\n".repeat(100_000).getBytes(StandardCharsets.UTF_8);
    TextCharset charset = TextCharset.stated(StandardCharsets.UTF_8, new byte[0], 0);
    AtomicBoolean closed = new AtomicBoolean();
    InputStream in =
        new ByteArrayInputStream(text) {
          @Override
          public void close() {
            closed.set(true);
          }
        };
    GridRow row = new GridRow();
    try (Records records =
        new RecordsAhead(
            new ByteRecords(in, shape(',', '"'), charset.pieces().orElseThrow(), new OddCells()))) {
      assertThat(records.next(row)).isTrue();
    }

    assertThat(row.text(1)).isEqualTo("2");
    assertThat(closed).isTrue();
  }

  @Test
  void a_cell_of_many_lines_is_noted_once() {
    String text = "a,\"" + "x\r\n".repeat(60) + "\"\nb,\"" + "y\n".repeat(20_000) + "\"\nc,1\n";

    assertSame(text.getBytes(StandardCharsets.UTF_8), shape(',', '"'), StandardCharsets.UTF_8);
    assertThat(byBytes(text.getBytes(WINDOWS), shape(',', '"'), WINDOWS))
        .last()
        .isEqualTo("2 long, 61 in 1");
  }

  @ParameterizedTest
  @CsvSource({
    "caf\u00e9, windows-1252, UTF-8",
    "a\u00c3, ISO-8859-1, UTF-8",
    "\u00c3\u00a9 a \u0081, ISO-8859-1, windows-1252",
  })
  void bytes_that_are_no_characters_are_refused(String text, String written, String read) {
    byte[] bytes = ("x,y\n1," + text + ",2\n").getBytes(Charset.forName(written));

    assertThat(byBytes(bytes, shape(',', '"'), Charset.forName(read)))
        .containsExactly("not in its charset");
    assertSame(bytes, shape(',', '"'), Charset.forName(read));
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"UTF-16LE", "UTF-16", "Shift_JIS", "GB18030", "IBM037", "ISO-2022-JP", "UTF-32"})
  void charsets_with_other_meanings_of_small_bytes_keep_their_characters(String name) {
    assertThat(TextCharset.stated(Charset.forName(name), new byte[0], 0).pieces()).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(strings = {"UTF-8", "US-ASCII", "windows-1250", "ISO-8859-15", "IBM850", "KOI8-R"})
  void charsets_based_on_ascii_are_read_by_bytes(String name) {
    assertThat(TextCharset.stated(Charset.forName(name), new byte[0], 0).pieces()).isPresent();
  }

  @ParameterizedTest
  @ValueSource(bytes = {'x', '\n', ' '})
  void an_endless_record_is_refused_before_it_fills_the_memory(byte content) {
    byte[] text = new byte[40 << 20];
    Arrays.fill(text, content);
    text[0] = '"';

    assertThat(byBytes(text, shape(',', '"'), StandardCharsets.UTF_8))
        .containsExactly(
            "unreadable in 1 a row of more than 16 MiB or 2,000,000 lines; a quote may be missing,"
                + " or it is no delimited text",
            "0 long, 0 in 0");
  }
}
