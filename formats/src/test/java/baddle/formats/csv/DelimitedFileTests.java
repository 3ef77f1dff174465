package baddle.formats.csv;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.grid.Dialect;
import baddle.core.grid.GridRow;
import baddle.core.grid.ReadAgainException;
import baddle.core.grid.RowSink;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.GridText;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.NotEmpty;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DelimitedFileTests {

  @TempDir Path folder;

  private List<String> read(byte[] content) throws IOException {
    return GridText.of(Files.write(folder.resolve("in.csv"), content));
  }

  private List<String> read(String content) throws IOException {
    return read(content.getBytes(StandardCharsets.UTF_8));
  }

  @Test
  void keeps_the_line_a_person_sees_even_with_breaks_inside_quotes() throws IOException {
    assertThat(read("a,b\r\n\"x\ny\",\"say \"\"hi\"\"\"\n\n1, 2 \n"))
        .containsExactly("1: a | b", "2: x\ny | say \"hi\"", "4: ", "5: 1 | 2");
  }

  @Test
  void skips_a_mark_at_the_start_and_takes_ragged_rows_as_they_are() throws IOException {
    assertThat(read("\ufeffa,b\n1\n1,2,3\n,\u00a0,x"))
        .containsExactly("1: a | b", "2: 1", "3: 1 | 2 | 3", "4:  |  | x");
  }

  @Test
  void reads_on_only_while_more_is_wanted() throws IOException {
    Path file = Files.writeString(folder.resolve("in.csv"), "a\nb\nc\n");

    assertThat(GridText.of(DelimitedFile.open(file, Dialect.TOLD_BY_CONTENT), 2))
        .containsExactly("1: a", "2: b");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "UTF-8 ! a;b\\n\u00e9;2 ! text, UTF-8, semicolon, LF",
        "windows-1252 ! a;b\\r\\n\u20ac;\u00e9 ! text, Windows-1252, semicolon, CRLF",
        "ISO-8859-15 ! a,b\\n\u20ac,\u00e9 ! text, ISO-8859-15, comma, LF",
        "UTF-16LE ! a\\tb\\n1\\t2 ! text, UTF-16LE, tab, LF",
        "UTF-16BE ! a|b\\r1|2 ! text, UTF-16BE, pipe, CR",
        "UTF-16 ! a|b\\r1|2 ! text, UTF-16BE with byte-order mark, pipe, CR",
        "UTF-8 ! a;b\\n1,5;2,5\\n3,5;4,5 ! text, UTF-8, semicolon, LF",
        "UTF-8 ! Sales, all\\na;b;c\\n1;2;3\\n4;5;6 ! text, UTF-8, semicolon, LF",
        "UTF-8 ! \"a;1\",\"b;2\"\\n\"1\",\"2\" ! text, UTF-8, comma, LF",
        "UTF-8 ! \";;\",\"b;;\"\\n\";;\",\"2;;\" ! text, UTF-8, comma, LF",
        "UTF-8 ! a\\n1\\n ! text, UTF-8, one column, LF",
        "UTF-8 ! a,b\\n1,2\\r\\n3,4\\r5,6 ! text, UTF-8, comma, mixed line ends",
      })
  void tells_how_a_text_is_written(String charset, String text, String kind) throws IOException {
    String content = text.strip().replace("\\n", "\n").replace("\\r", "\r").replace("\\t", "\t");
    Path file = folder.resolve("in.csv");
    Files.write(file, content.getBytes(Charset.forName(charset.strip())));

    try (DelimitedFile opened = DelimitedFile.open(file, Dialect.TOLD_BY_CONTENT)) {
      assertThat(opened.kind()).isEqualTo(kind);
    }
  }

  @Test
  void what_the_plan_says_of_the_text_decides() throws IOException {
    Path file =
        Files.write(
            folder.resolve("in.csv"), "a|b;c\n'x;y';\u00a4".getBytes(StandardCharsets.ISO_8859_1));
    Dialect stated =
        new Dialect(Optional.of(';'), Optional.of('\''), Optional.of(StandardCharsets.ISO_8859_1));

    assertThat(GridText.of(DelimitedFile.open(file, stated), 9))
        .containsExactly("1: a|b | c", "2: x;y | \u00a4");
  }

  @Test
  void characters_late_in_a_file_that_are_not_utf8_are_read_as_what_they_are() throws IOException {
    String content = "a,b\n" + "1,2\n".repeat(40_000) + "caf\u00e9,3\n";
    Path file =
        Files.write(folder.resolve("in.csv"), content.getBytes(StandardCharsets.ISO_8859_1));
    DelimitedFile opened = DelimitedFile.open(file, Dialect.TOLD_BY_CONTENT);

    assertThatThrownBy(() -> GridText.of(opened, Integer.MAX_VALUE))
        .isInstanceOf(ReadAgainException.class);
    assertThat(GridText.of(opened, Integer.MAX_VALUE)).last().isEqualTo("40002: caf\u00e9 | 3");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "last,1\\n ! 1100001: last | 1",
        "caf\u00e9,2\\n ! 1100001: caf\u00e9 | 2",
        "\"open,3\\n ! quotes don't pair up (a quoted cell of the record isn't closed);"
            + " expected delimited text in 1100001",
      })
  void a_large_file_is_read_ahead_and_ends_like_a_small_one(String end, String last)
      throws IOException {
    String content = "a,b\n" + "2024-01-01 to 2024-12-31,1234567\n".repeat(1_099_999) + "x,y\n";
    Path file = folder.resolve("in.csv");
    Files.writeString(file, content.substring(0, content.length() - 4), StandardCharsets.US_ASCII);
    byte[] ending = end.strip().replace("\\n", "\n").getBytes(StandardCharsets.ISO_8859_1);
    Files.write(file, ending, StandardOpenOption.APPEND);
    DelimitedFile opened = DelimitedFile.open(file, Dialect.TOLD_BY_CONTENT);
    LastRow rows = new LastRow();

    try {
      opened.read(rows);
    } catch (ReadAgainException e) {
      opened.read(rows);
    } catch (UnreadableFileException e) {
      rows.last = e.getMessage() + " in " + e.row();
    }

    assertThat(Files.size(file)).isGreaterThan(DelimitedFile.LARGE);
    assertThat(rows.last).isEqualTo(last);
  }

  /** Keeps the text of the last row. */
  private static final class LastRow implements RowSink {

    private final GridRow row = new GridRow();
    private String last = "";

    @Override
    public GridRow next() {
      return row;
    }

    @Override
    public void row(GridRow filled) {
      if (filled.number() % 100_000 < 2) {
        last = filled.number() + ": " + filled.text(0) + " | " + filled.text(1);
      }
    }

    @Override
    public boolean wantsMore() {
      return true;
    }
  }

  @Test
  void broken_utf8_is_refused_and_not_taken_for_something_else() throws IOException {
    byte[] content = "name\ncaf\u00e9\u00e9\nx\n".getBytes(StandardCharsets.UTF_8);
    content[content.length - 2] = (byte) 0xff;

    assertThatThrownBy(() -> read(content))
        .isInstanceOf(UnreadableFileException.class)
        .hasMessageContaining("not UTF-8");
  }

  @Test
  void reads_a_cell_of_a_megabyte_five_hundred_columns_and_a_nul() throws IOException {
    String wide = "c,".repeat(499) + "c";
    List<String> rows = read(wide + "\n" + "x".repeat(1 << 20) + ",a\u0000b\n");

    assertThat(rows.get(0)).hasSize(3 + 500 + 499 * 3);
    assertThat(rows.get(1)).hasSize(3 + (1 << 20) + 6).endsWith("a\u0000b");
  }

  /** How a text may be mistaken, and what is said of it. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '!',
      value = {
        "UTF-8 ! caf\u00e9,1 ! ",
        "UTF-16LE ! a,b\\n1,2 ! NOTE: read as UTF-16LE, a guess by its characters",
        "windows-1252 ! caf\u00e9,1 ! NOTE: read as Windows-1252, a guess by its characters",
        "windows-1252 ! ok \u00c3\u00a9,caf\u00e9,1 ! WARNING: read as Windows-1252, but some of its"
            + " characters look like UTF-8; letters beyond English may be wrong",
        "UTF-8 ! 'a,1'\\n'b,2' ! WARNING: cells seem to be wrapped in apostrophes, which are read"
            + " as part of their text",
        "UTF-8 ! it's,5\\n'til,6 ! ",
      })
  void a_guess_is_said(String charset, String text, String said) throws IOException {
    String content = text.strip().replace("\\n", "\n");
    Path file = folder.resolve("in.csv");
    Files.write(file, content.getBytes(Charset.forName(charset.strip())));

    try (DelimitedFile opened = DelimitedFile.open(file, Dialect.TOLD_BY_CONTENT)) {
      GridText.of(opened, 99);
      assertThat(opened.remarks().stream().map(r -> r.severity() + ": " + r.message()))
          .isEqualTo(said == null ? List.of() : List.of(said));
    }
  }

  @Test
  void an_apostrophe_wraps_nothing_unless_the_plan_says_so() throws IOException {
    assertThat(read("who,amount\n'Ada',70\n'Bo,80\nCy',60\n"))
        .containsExactly("1: who | amount", "2: 'Ada' | 70", "3: 'Bo | 80", "4: Cy' | 60");
  }

  @Test
  void without_quotes_a_quote_is_a_character() throws IOException {
    Path file = Files.writeString(folder.resolve("in.csv"), "a,b\n\"7,x\n8\",y\n");
    Dialect stated = new Dialect(Optional.empty(), Optional.of(Dialect.NO_QUOTE), Optional.empty());

    assertThat(GridText.of(DelimitedFile.open(file, stated), 9))
        .containsExactly("1: a | b", "2: \"7 | x", "3: 8\" | y");
  }

  @Test
  void a_cell_of_very_many_lines_is_said_with_where_it_begins() throws IOException {
    String content = "a,b\n1,2\n3,\"open\n" + "4,5\n".repeat(60) + "6,\"7\n";
    Path file = Files.writeString(folder.resolve("in.csv"), content);
    DelimitedFile opened = DelimitedFile.open(file, Dialect.TOLD_BY_CONTENT);

    assertThatThrownBy(() -> GridText.of(opened, 99)).isInstanceOf(UnreadableFileException.class);
    Files.writeString(file, content.replace("\"7", "\"") + "8,9\n");
    GridText.of(opened, 99);
    assertThat(opened.remarks())
        .singleElement()
        .matches(r -> r.row() == 3 && r.message().startsWith("a quoted cell of 62 lines"));
  }

  @Test
  void more_columns_than_a_sheet_has_are_refused() throws IOException {
    assertThat(read("a,".repeat(16_383) + "a\n")).hasSize(1);
    assertThatThrownBy(() -> read("a,".repeat(16_384) + "a\n"))
        .isInstanceOf(UnreadableFileException.class)
        .hasMessage("more than 16,384 columns");
  }

  @Test
  void what_is_no_text_is_refused() {
    byte[] noise = new byte[2000];
    new java.util.Random(7).nextBytes(noise);

    assertThatThrownBy(() -> read(noise)).isInstanceOf(UnreadableFileException.class);
  }

  @Test
  void says_where_a_quote_that_is_never_closed_begins() {
    assertThatThrownBy(() -> read("a,b\n1,2\n3,\"open\n5,6\n"))
        .isInstanceOfSatisfying(
            UnreadableFileException.class, e -> assertThat(e.row()).isEqualTo(3))
        .hasMessageContaining("quotes don't pair up");
  }

  @Test
  void an_empty_file_has_no_rows() throws IOException {
    assertThat(read("")).isEmpty();
  }

  @Property(tries = 300)
  void reads_back_what_was_written(
      @ForAll @Size(min = 1, max = 20) List<@Size(min = 1, max = 5) List<@NotEmpty String>> rows)
      throws IOException {
    List<List<String>> clean =
        rows.stream().map(r -> r.stream().map(DelimitedFileTests::visible).toList()).toList();
    Path file = Files.createTempFile("rows", ".csv");
    try {
      try (CsvRowWriter writer = new CsvRowWriter(Files.newOutputStream(file))) {
        clean.forEach(writer::row);
      }
      assertThat(GridText.of(file).stream().map(r -> r.replaceFirst("^\\d+: ", "")))
          .isEqualTo(clean.stream().map(r -> String.join(" | ", r)).collect(Collectors.toList()));
    } finally {
      Files.delete(file);
    }
  }

  /** Characters that survive: no half pairs, and nothing that trimming or folding would change. */
  private static String visible(String text) {
    String kept =
        text.codePoints()
            .filter(c -> c > ' ' && c < 0xd800 && !Character.isSpaceChar(c))
            .limit(30)
            .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
            .toString();
    return "\"," + kept + "\n.";
  }
}
