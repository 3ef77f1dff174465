package baddle.app.look;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What a file is and holds is found out from its content. */
class FileProfilerTests {

  @TempDir private Path folder;

  private LookedFile look(String name, String text, Charset charset) throws Exception {
    Path file = folder.resolve(name);
    Files.write(file, text.getBytes(charset));
    return FileProfiler.standard().look(file, LookChoice.STANDARD);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "Day,Amount\\n2026-01-05,1.50\\n | UTF-8 | text, UTF-8, comma, LF",
        "Day;Amount\\r\\n05.01.2026;1,50\\r\\n | UTF-8 | text, UTF-8, semicolon, CRLF",
        "Day\\tAmount\\n2026-01-05\\t1.50\\n | UTF-8 | text, UTF-8, tab, LF",
        "Täg;Betrag\\n05.01.2026;1,50\\n | ISO-8859-1 | text, Windows-1252, semicolon, LF",
      })
  void the_way_it_is_written_is_told(String text, String charset, String kind) throws Exception {
    LookedFile file =
        look(
            "a.csv",
            text.replace("\\n", "\n").replace("\\r", "\r").replace("\\t", "\t"),
            Charset.forName(charset));

    assertThat(file.kind()).isEqualTo(kind);
    assertThat(file.sheets()).hasSize(1);
  }

  @Test
  void files_that_are_alike_but_for_their_rows_are_one_layout() throws Exception {
    Layouts layouts = new Layouts();
    layouts.add(look("a.csv", "Day,Amount\n2026-01-05,1.50\n", StandardCharsets.UTF_8));
    layouts.add(look("b.csv", "Day,Amount\n2026-02-05,2.50\n", StandardCharsets.UTF_8));
    layouts.add(look("c.csv", "Day,Site,Amount\n2026-02-05,x,2.50\n", StandardCharsets.UTF_8));

    assertThat(layouts.list()).hasSize(2);
    assertThat(layouts.list().get(0).files()).hasSize(2);
    assertThat(layouts.list().get(1).files()).hasSize(1);
  }

  @Test
  void a_file_without_rows_is_looked_at_too() throws Exception {
    assertThat(look("empty.csv", "", StandardCharsets.UTF_8).size()).isZero();
  }
}
