package baddle.formats;

import static org.assertj.core.api.Assertions.assertThat;

import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.GridSheet;
import java.io.IOException;
import java.net.URISyntaxException;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Files of each format that another program wrote; see the README beside them. */
class IndependentFilesTests {

  private static GridFile open(String name) throws IOException {
    try {
      Path file =
          Path.of(
              Objects.requireNonNull(IndependentFilesTests.class.getResource("independent/" + name))
                  .toURI());
      return new Formats().open(file, Dialect.TOLD_BY_CONTENT);
    } catch (URISyntaxException e) {
      throw new IOException(e);
    }
  }

  private static List<String> filled(GridSheet sheet) throws IOException {
    return GridText.of(sheet, 99).stream()
        .filter(line -> !line.matches("\\d+: "))
        .map(line -> line.replace("T09:30:00", "T09:30"))
        .toList();
  }

  @ParameterizedTest
  @ValueSource(strings = {"ods", "xls", "xlsx"})
  void a_workbook_means_the_same_in_every_format(String extension) throws IOException {
    try (GridFile book = open("book." + extension)) {
      assertThat(book.kind()).isEqualTo("." + extension + " workbook");
      assertThat(book.oddities()).isEmpty();
      assertThat(book.sheets())
          .extracting(GridSheet::name)
          .containsExactly("Trade 2026-03", "Notes");
      assertThat(book.sheets()).extracting(GridSheet::visible).containsExactly(true, false);
      assertThat(filled(book.sheets().get(0)))
          .containsExactly(
              "1: Trade of March",
              "4:  | Date | Code | Units | Price | Paid | Hours",
              "5:  | DATE 2026-03-14 | 00117 | NUMBER 3 | NUMBER 0.3 | NUMBER 1 | TIME 37:30:00",
              "6:  | DATE 2026-03-15T09:30 | two  spaces | NUMBER 6 | ERROR #DIV/0! | NUMBER 0",
              "7:  | DATE 2026-03-15T09:30 | two  spaces |  |  | NUMBER 0",
              "8 hidden:  | DATE 2026-03-16 | "
                  + (extension.equals("xls") ? "NUMBER 0" : "ab")
                  + " | NUMBER -1234567.89");
      assertThat(filled(book.sheets().get(1))).containsExactly("1: seen by nobody");
      assertThat(book.names())
          .extracting(name -> name.name() + " " + name.sheet() + " " + name.range())
          .containsExactlyInAnyOrder("orders Trade 2026-03 B4:G8", "price Trade 2026-03 E5");
    }
  }

  @Test
  void a_page_that_is_called_a_workbook_is_read_as_a_page_and_said() throws IOException {
    try (GridFile page = open("page.xls")) {
      assertThat(page.oddities())
          .containsExactly("its name ends with .xls; read as what it is: page (HTML)");
      assertThat(filled(page.sheets().get(0)))
          .contains("4:  | Date | Code | Units | Price | Paid | Hours")
          .contains("5:  | 2026-03-14 | 00117 | 3 | 0.3 | 1 | 37:30:00");
    }
  }

  @Test
  void the_attachments_of_a_message_are_its_sheets() throws IOException {
    try (GridFile message = open("message.eml")) {
      assertThat(message.kind()).isEqualTo("message with 2 attachments");
      assertThat(message.message().orElseThrow())
          .hasToString("MessageHead[sent=Optional[2026-03-31], sender=office@copse-end.example]");
      assertThat(message.sheets())
          .extracting(GridSheet::name)
          .containsExactly("takings M\u00e4rz.csv", "trade.xls/Trade 2026-03", "trade.xls/Notes");
      assertThat(filled(message.sheets().get(0)))
          .containsExactly("1: Date | Code | Price", "2: 14.03.2026 | 00117 | 1,50");
    }
  }

  @Test
  void delimited_text_of_another_writer() throws IOException {
    try (GridFile text = open("delimited.csv")) {
      assertThat(text.kind()).isEqualTo("text, UTF-16LE with byte-order mark, semicolon, CRLF");
      assertThat(filled(text.sheets().get(0)))
          .containsExactly(
              "1: Date | Code | Details",
              "2: 2026-03-14 | 00117 | line one\nline \"two\"; and more",
              "4: 2026-03-15 |  | caf\u00e9 \u20ac");
    }
  }
}
