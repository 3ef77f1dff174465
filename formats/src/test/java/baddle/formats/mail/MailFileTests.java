package baddle.formats.mail;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.grid.Dialect;
import baddle.core.grid.GridFile;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.Formats;
import baddle.formats.GridText;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class MailFileTests {

  private static final String HEAD =
      """
      From: office@copse-end.example\r
      MIME-Version: 1.0\r
      Content-Type: multipart/mixed; boundary=part\r
      \r
      """;

  @TempDir Path folder;

  private static String attached(String name, String text) {
    return "--part\r\nContent-Type: text/csv; name="
        + name
        + "\r\nContent-Disposition: attachment; filename="
        + name
        + "\r\n\r\n"
        + text
        + "\r\n";
  }

  private GridFile open(String content) throws IOException {
    Path file = Files.writeString(folder.resolve("in.eml"), content);
    return new Formats().open(file, Dialect.TOLD_BY_CONTENT);
  }

  /** Whatever is missing at the end, nothing of what is left is taken for all there was. */
  @ParameterizedTest
  @ValueSource(ints = {1, 8, 9, 12, 16, 40})
  void a_message_that_is_cut_off_is_refused(int missing) throws IOException {
    String whole = HEAD + attached("a.csv", "a,b\r\n1,2\r\n3,4\r\n5,6") + "--part--";
    try (GridFile mail = open(whole)) {
      assertThat(GridText.of(mail.sheets().get(0), 9)).hasSize(4);
    }

    assertThatThrownBy(() -> open(whole.substring(0, whole.length() - missing)))
        .isInstanceOf(UnreadableFileException.class)
        .hasMessageContaining("cut off");
  }

  @Test
  void an_attachment_too_many_is_refused_and_not_passed_over() throws IOException {
    StringBuilder parts = new StringBuilder(HEAD);
    for (int i = 0; i < 1001; i++) {
      parts.append(attached(i + ".csv", "a\r\n" + i));
    }

    assertThatThrownBy(() -> open(parts + "--part--"))
        .hasMessageContaining("more than 1,000 attachments");
  }

  @Test
  void an_attachment_of_rows_that_cannot_be_read_is_an_error() {
    assertThatThrownBy(
            () ->
                open(
                    HEAD
                        + attached("a.csv", "a\r\n1")
                        + attached("b.xlsx", "PK\u0003\u0004 broken")
                        + "--part--"))
        .isInstanceOf(UnreadableFileException.class)
        .hasMessageStartingWith("the attachment b.xlsx can't be read");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Tue, 31 Mar 2026 23:30:00 -0500 | 2026-03-31",
        "31 Mar 2026 23:30 EST | 2026-03-31",
        "Wed, 1 Apr 2026 00:10:00 +0900 (JST) | 2026-04-01",
        "1 April 26 00:10 +0000 | 2026-04-01",
        "yesterday | ",
      })
  void the_day_is_the_one_its_sender_wrote(String date, LocalDate day) throws IOException {
    try (GridFile mail =
        open("Date: " + date + "\r\n" + HEAD + attached("a.csv", "a\r\n1") + "--part--")) {
      assertThat(mail.message().orElseThrow().sent().orElse(null)).isEqualTo(day);
    }
  }
}
