package baddle.formats.html;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import baddle.core.grid.ReadAgainException;
import baddle.core.grid.UnreadableFileException;
import baddle.formats.GridText;
import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class HtmlFileTests {

  @TempDir Path folder;

  private HtmlFile page(String content, Charset charset) throws IOException {
    return HtmlFile.open(Files.write(folder.resolve("page.xls"), content.getBytes(charset)));
  }

  @Test
  void the_tables_of_a_page_stand_one_below_the_other() throws IOException {
    HtmlFile page =
        page(
            "<html><body><table><tr><th colspan=2>Group</th><th>Qty</th></tr>"
                + "<tr><td>a&amp;b</td><td></td><td> 3\n</td></tr></table>"
                + "<p>between</p><table><tr><td>other</td></tr></table></body></html>",
            StandardCharsets.UTF_8);

    assertThat(GridText.of(page, 9))
        .containsExactly("1: Group |  | Qty", "2: a&b |  | 3", "4: other");
  }

  @Test
  void characters_late_in_a_page_are_never_replaced() throws IOException {
    String rows = "<tr><td>plain</td></tr>".repeat(5_000);
    HtmlFile page =
        page("<table>" + rows + "<tr><td>caf\u00e9</td></tr></table>", StandardCharsets.ISO_8859_1);

    assertThatThrownBy(() -> GridText.of(page, Integer.MAX_VALUE))
        .isInstanceOf(ReadAgainException.class);
    assertThat(GridText.of(page, Integer.MAX_VALUE)).last().isEqualTo("5001: caf\u00e9");
  }

  @Test
  void broken_utf8_is_refused() throws IOException {
    byte[] content =
        "<table><tr><td>\u00e9\u00e9\u00e9</td></tr><tr><td>x</td></tr></table>"
            .getBytes(StandardCharsets.UTF_8);
    content[content.length - 20] = (byte) 0xff;
    HtmlFile page = HtmlFile.open(Files.write(folder.resolve("page.xls"), content));

    assertThatThrownBy(() -> GridText.of(page, 9)).isInstanceOf(UnreadableFileException.class);
  }
}
