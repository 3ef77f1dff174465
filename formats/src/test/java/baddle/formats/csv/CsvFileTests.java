package baddle.formats.csv;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.grid.UnreadableFileException;
import baddle.formats.GridText;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.NotEmpty;
import net.jqwik.api.constraints.Size;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class CsvFileTests {

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

    assertThat(GridText.of(new CsvFile(file), 2)).containsExactly("1: a", "2: b");
  }

  @Test
  void refuses_what_is_not_utf8() {
    byte[] latin = "name\ncaf\u00e9\n".getBytes(StandardCharsets.ISO_8859_1);

    assertThatThrownBy(() -> read(latin))
        .isInstanceOf(UnreadableFileException.class)
        .hasMessageContaining("not UTF-8");
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

  @Property(tries = 100)
  void reads_back_what_was_written(
      @ForAll @Size(min = 1, max = 20) List<@Size(min = 1, max = 5) List<@NotEmpty String>> rows)
      throws IOException {
    List<List<String>> clean =
        rows.stream().map(r -> r.stream().map(CsvFileTests::visible).toList()).toList();
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
